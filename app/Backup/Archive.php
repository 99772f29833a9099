<?php

declare(strict_types=1);

namespace App\Backup;

use Carbon\CarbonImmutable;
use PDO;
use PDOException;
use RuntimeException;
use ZipArchive;

/**
 * One backup: a zip with the database as SQLite copied it in one moment, the files with entries, and a list of what is in
 * it (manifest.json: rows by table, SHA-256 and size of each file).
 *
 * @phpstan-type Manifest array{
 *     format: int, made_at: string, tables: array<string, int>,
 *     files: array<string, array{bytes: int, sha256: string}>, missing: list<string>
 * }
 */
final readonly class Archive
{
    private const FORMAT = 1;

    /** Archives of one second. */
    private const MOST_ALIKE = 100;

    public function __construct(public string $path)
    {
    }

    /**
     * Writes it beside its place first; it takes its place when it could be opened and counted. Nothing that is there is written over.
     *
     * @param  string  $stem  its path without what stands behind: ".zip", or "-2.zip" where there is one already
     * @param  string  $database  the file of the database, in use or not
     * @param  string  $files  the folder of the files with entries
     *
     * @throws UnsoundBackup when the copy is not a sound one
     */
    public static function write(string $stem, string $database, string $files): self
    {
        $folder = dirname($stem);
        if (! is_dir($folder) && ! @mkdir($folder, 0700, true) && ! is_dir($folder)) {
            throw new RuntimeException("The folder {$folder} cannot be made.");
        }
        $work = Folder::temporary($folder);
        try {
            $copy = "{$work->path}/database.sqlite";
            // A snapshot in one read transaction, whoever else writes meanwhile (https://www.sqlite.org/lang_vacuum.html).
            self::open($database)->exec('vacuum into '.(new PDO('sqlite::memory:'))->quote($copy));
            $manifest = [
                'format' => self::FORMAT,
                'version' => config('version.number'),
                'made_at' => CarbonImmutable::now()->utc()->toIso8601ZuluString(),
                'tables' => self::count($copy),
                'files' => [],
                'missing' => [],
            ];
            $zip = new ZipArchive();
            if ($zip->open("{$work->path}/archive.zip", ZipArchive::CREATE | ZipArchive::EXCL) !== true) {
                throw new RuntimeException("Nothing can be written into {$folder}.");
            }
            $zip->addFile($copy, 'database.sqlite');
            foreach (Folder::filesIn($files) as $name) {
                $zip->addFile("{$files}/{$name}", "files/{$name}");
                $zip->setCompressionName("files/{$name}", ZipArchive::CM_STORE); // pictures and archives do not get smaller
                $manifest['files'][$name] = [
                    'bytes' => (int) filesize("{$files}/{$name}"),
                    'sha256' => (string) hash_file('sha256', "{$files}/{$name}"),
                ];
            }
            $manifest['missing'] = array_values(array_diff(self::named($copy), array_keys($manifest['files'])));
            $zip->addFromString(
                'manifest.json',
                json_encode($manifest, JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES),
            );
            if (! $zip->close()) {
                throw new RuntimeException('The archive could not be written whole. Is the disk full?');
            }
            (new self("{$work->path}/archive.zip"))->check();
            chmod("{$work->path}/archive.zip", 0600);
            for ($number = 1; $number <= self::MOST_ALIKE; $number++) {
                $path = $stem.($number === 1 ? '' : "-{$number}").'.zip';
                // A link is made where nothing is; a file that is renamed takes the place of another.
                if (@link("{$work->path}/archive.zip", $path)) {
                    return new self($path);
                }
                if (! file_exists($path)) {
                    throw new RuntimeException("The archive could not be put at {$path}.");
                }
            }
            throw new RuntimeException("There are too many archives of one moment in {$folder}.");
        } finally {
            $work->remove();
        }
    }

    /**
     * @return array{database: int, files: int} bytes of what is in it, unpacked
     *
     * @throws UnsoundBackup
     */
    public function bytes(): array
    {
        $zip = new ZipArchive();
        if (! is_file($this->path) || $zip->open($this->path, ZipArchive::RDONLY) !== true) {
            throw new UnsoundBackup("{$this->path} is not there, or is no archive.");
        }
        $bytes = ['database' => 0, 'files' => 0];
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $one = $zip->statIndex($i);
            $bytes[($one['name'] ?? '') === 'database.sqlite' ? 'database' : 'files'] += $one['size'] ?? 0;
        }

        return $bytes;
    }

    /**
     * Opens it, counts the rows of every table and reads every file.
     *
     * @return Manifest
     *
     * @throws UnsoundBackup
     */
    public function check(): array
    {
        $work = Folder::temporary(sys_get_temp_dir());
        try {
            return $this->unpack($work->path);
        } finally {
            $work->remove();
        }
    }

    /**
     * Unpacks it into a folder: database.sqlite, and files/ as they lay.
     *
     * @return Manifest
     *
     * @throws UnsoundBackup when anything in it is not as the list in it says
     */
    public function unpack(string $folder): array
    {
        $zip = new ZipArchive();
        if (! is_file($this->path) || $zip->open($this->path, ZipArchive::RDONLY) !== true) {
            throw new UnsoundBackup("{$this->path} is not there, or is no archive.");
        }
        $manifest = self::manifest($zip->getFromName('manifest.json'));
        foreach (
            [
                'database.sqlite',
                ...array_map(fn (string $name): string => "files/{$name}", array_keys($manifest['files'])),
            ] as $name
        ) {
            if (str_contains("/{$name}/", '/../') || ! @$zip->extractTo($folder, $name)) {
                throw new UnsoundBackup("{$name} cannot be read from the archive.");
            }
        }
        $zip->close();
        foreach ($manifest['files'] as $name => $file) {
            if (hash_file('sha256', "{$folder}/files/{$name}") !== $file['sha256']) {
                throw new UnsoundBackup("The file {$name} is not as it was.");
            }
        }
        if (self::count("{$folder}/database.sqlite") !== $manifest['tables']) {
            throw new UnsoundBackup('The database in it does not hold as many rows as it should.');
        }

        return $manifest;
    }

    /** @return Manifest */
    private static function manifest(string|false $text): array
    {
        $read = $text === false ? null : json_decode($text, true);
        if (
            ! is_array($read) ||
            ($read['format'] ?? null) !== self::FORMAT ||
            ! is_array($read['tables'] ?? null) ||
            ! is_array($read['files'] ?? null)
        ) {
            throw new UnsoundBackup('The archive is not a backup of this application.');
        }

        /** @var Manifest $read as written above */
        return $read;
    }

    /**
     * @return array<string, int> rows by table
     *
     * @throws UnsoundBackup
     */
    private static function count(string $database): array
    {
        try {
            $copy = self::open($database);
            $found = self::column($copy, 'pragma integrity_check(5)');
            if ($found !== ['ok']) {
                throw new UnsoundBackup('The database in it is damaged: '.implode('; ', $found).'.');
            }
            $counts = [];
            foreach (
                self::column(
                    $copy,
                    "select name from sqlite_master where type = 'table' and name not like 'sqlite_%' order by name",
                ) as $table
            ) {
                $counts[$table] = (int) (self::column($copy, 'select count(*) from "'.$table.'"')[0] ?? 0);
            }

            return $counts;
        } catch (PDOException $e) {
            throw new UnsoundBackup("The database in it cannot be opened: {$e->getMessage()}.", previous: $e);
        }
    }

    /** @return list<string> paths of files that entries have */
    private static function named(string $database): array
    {
        try {
            $paths = self::column(self::open($database), 'select path from attachments order by path');
        } catch (PDOException) {
            return []; // of a time before there were any
        }

        return array_map(fn (string $path): string => (string) preg_replace('#^attachments/#', '', $path), $paths);
    }

    /** @return list<string> the first column */
    private static function column(PDO $database, string $sql): array
    {
        $rows = $database->query($sql);

        return $rows === false
            ? []
            : array_map(
                fn (mixed $value): string => is_scalar($value) ? (string) $value : '',
                array_values($rows->fetchAll(PDO::FETCH_COLUMN)),
            );
    }

    private static function open(string $database): PDO
    {
        return new PDO("sqlite:{$database}", options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION, PDO::ATTR_TIMEOUT => 30]);
    }
}
