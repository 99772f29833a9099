<?php

declare(strict_types=1);

namespace App\Archive;

use Closure;
use ErrorException;
use Generator;
use JsonException;
use PlumRota\Core\Fields\Tables\Tables;
use stdClass;
use ValueError;
use ZipArchive;

/**
 * All of an account as one zip: account.json (what it is, its settings, how many rows of what, and each file with its SHA-256),
 * rows/<table>.jsonl (a row of a table as a line of JSON), files/<id> (those kept with entries) and calendars.ics for other
 * programs.
 *
 * @phpstan-type Manifest array{format: int, product: string, made_at: string, settings: array<string, mixed>,
 *   counts: array<string, int>, files: array<string, array{bytes: int, sha256: string}>}
 */
final readonly class AccountArchive
{
    /** Higher where an archive says something in another way; one that only says more is of the same. */
    public const FORMAT = 1;

    public const PRODUCT = 'Plum Rota';

    /** Bytes of the rows in it, unpacked; the files have room of their own (PutBack). */
    private const MOST_ROW_BYTES = 1_000_000_000;

    public const MOST_ROWS = 500_000;

    public const MOST_FILES = 20_000;

    /** How many times as large as it is what is in it may be: text of rows packs to a tenth or a twentieth. */
    private const MOST_RATIO = 100;

    /** Bytes up to which that is not asked. */
    private const SMALL = 20_000_000;

    private const LONGEST_LINE = 4_000_000;

    /** Rows between two words about how far it is. */
    private const TOLD_EVERY = 500;

    private const NAMES = '#^(?:account\.json|calendars\.ics|rows/[a-z_]{1,40}\.jsonl|files/[0-9a-z]{26})$#D';

    public function __construct(public string $path)
    {
    }

    /**
     * Reads every row and every file and holds them against what it says of itself.
     *
     * @param  Closure(int): void|null  $progress  rows and files so far
     * @return Manifest
     *
     * @throws UnsoundArchive
     */
    public function check(?Closure $progress = null): array
    {
        try {
            return $this->checked($progress ?? fn (int $done) => null);
        } catch (ErrorException|ValueError|JsonException $e) {
            throw new UnsoundArchive('It is damaged: what is in it cannot be read any more.', previous: $e);
        }
    }

    /**
     * @param  Closure(int): void  $progress
     * @return Manifest
     *
     * @throws UnsoundArchive|ErrorException|ValueError|JsonException
     */
    private function checked(Closure $progress): array
    {
        $manifest = $this->manifest();
        $done = 0;
        foreach (array_keys(Tables::all()) as $table) {
            $count = $manifest['counts'][$table] ?? 0;
            $found = 0;
            foreach ($this->rows($table) as $row) {
                $found += $row === [] ? 0 : 1;
                if (++$done % self::TOLD_EVERY === 0) {
                    $progress($done);
                }
                if ($found > $count) {
                    throw new UnsoundArchive("It says that it has {$count} rows of {$table}, and has more.");
                }
            }
            if ($found !== $count) {
                throw new UnsoundArchive("It says that it has {$count} rows of {$table}, and has {$found}.");
            }
        }
        foreach ($manifest['files'] as $id => $file) {
            $progress(++$done);
            $hash = hash_init('sha256');
            $stream =
                $this->stream("files/{$id}") ??
                throw new UnsoundArchive('A file that was kept with an entry is missing in it.');
            hash_update_stream($hash, $stream);
            fclose($stream);
            if (hash_final($hash) !== $file['sha256'] || self::lengthOf($this->path, "files/{$id}") !== $file['bytes']) {
                throw new UnsoundArchive('A file in it is not as it was.');
            }
        }

        return $manifest;
    }

    /**
     * @return Manifest
     *
     * @throws UnsoundArchive
     */
    public function manifest(): array
    {
        $zip = $this->open();
        $bytes = $ofRows = $files = 0;
        $packed = (int) filesize($this->path);
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $stat = $zip->statIndex($i);
            if ($stat === false || preg_match(self::NAMES, $stat['name']) !== 1) {
                throw new UnsoundArchive('There is something in it that no archive of an account has.');
            }
            $isFile = str_starts_with($stat['name'], 'files/');
            $bytes += $stat['size'];
            $ofRows += $isFile ? 0 : $stat['size'];
            $files += $isFile ? 1 : 0;
            if ($files > self::MOST_FILES) {
                throw new UnsoundArchive('It has more than '.number_format(self::MOST_FILES).' files, which no account may have.');
            }
            if ($ofRows > self::MOST_ROW_BYTES || $bytes > max(self::SMALL, self::MOST_RATIO * $packed)) {
                throw new UnsoundArchive('It is packed from far more than an account can be: it is not opened.');
            }
        }
        $text = $zip->getFromName('account.json', 2_000_000);
        $zip->close();
        $read = $text === false ? null : json_decode($text, true);
        if (! is_array($read) || ($read['product'] ?? null) !== self::PRODUCT || ! is_int($read['format'] ?? null)) {
            throw new UnsoundArchive('It is no archive of an account.');
        }
        if ($read['format'] < 1) {
            throw new UnsoundArchive('It is no archive of an account.');
        }
        if ($read['format'] > self::FORMAT) {
            throw new UnsoundArchive('It was written by a later version, and cannot be read by this one.');
        }
        $counts = array_filter(
            is_array($read['counts'] ?? null) ? $read['counts'] : [],
            fn (mixed $count, int|string $table): bool => is_int($count) &&
                preg_match('/^[a-z_]{1,40}$/D', (string) $table) === 1,
            ARRAY_FILTER_USE_BOTH,
        );
        $files = array_filter(
            is_array($read['files'] ?? null) ? $read['files'] : [],
            fn (mixed $file): bool => is_array($file) && is_int($file['bytes'] ?? null) && is_string($file['sha256'] ?? null),
        );

        if (array_sum($counts) > self::MOST_ROWS) {
            throw new UnsoundArchive('It has more than '.number_format(self::MOST_ROWS).' rows, which no account has.');
        }

        /** @var Manifest $manifest */
        $manifest = [
            'format' => $read['format'],
            'product' => self::PRODUCT,
            'made_at' => is_string($read['made_at'] ?? null) && preg_match('/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$/D', $read['made_at']) === 1
                    ? $read['made_at']
                    : '',
            'settings' => is_array($read['settings'] ?? null) ? $read['settings'] : [],
            'counts' => $counts,
            'files' => $files,
        ];

        return $manifest;
    }

    /**
     * @return Generator<int, array<mixed>> one after another, never all at once
     *
     * @throws UnsoundArchive
     */
    public function rows(string $table): Generator
    {
        $stream = $this->stream("rows/{$table}.jsonl");
        if ($stream === null) {
            return;
        }
        try {
            while (($line = fgets($stream, self::LONGEST_LINE)) !== false) {
                $row = json_decode($line, false, 64);
                if (! ($row instanceof stdClass)) {
                    throw new UnsoundArchive("A row of {$table} in it cannot be read.");
                }
                yield (array) $row;
            }
        } finally {
            fclose($stream);
        }
    }

    /** @return resource|null of what a file kept with an entry has in it */
    public function file(string $id)
    {
        return $this->stream("files/{$id}");
    }

    /** @return resource|null */
    private function stream(string $name)
    {
        // The archive stays open for as long as the stream does.
        $stream = @fopen("zip://{$this->path}#{$name}", 'rb');

        return $stream === false ? null : $stream;
    }

    /** Bytes of what is in it under a name, unpacked. */
    private static function lengthOf(string $path, string $name): ?int
    {
        $zip = new ZipArchive();
        $stat = $zip->open($path, ZipArchive::RDONLY) === true ? $zip->statName($name) : false;

        return $stat === false ? null : $stat['size'];
    }

    private function open(): ZipArchive
    {
        $zip = new ZipArchive();
        if (! is_file($this->path) || $zip->open($this->path, ZipArchive::RDONLY) !== true) {
            throw new UnsoundArchive('It is not there, or is no archive.');
        }

        return $zip;
    }

    /**
     * Puts one together of what lies in a folder, beside its place first.
     *
     * @param  string  $folder  with rows/ and calendars.ics
     * @param  array<string, string>  $files  paths of those kept with entries, by id
     * @param  array<string, mixed>  $settings
     * @param  array<string, int>  $counts  rows by table
     * @param  Closure(): void  $before  called before it takes its place, which it does not where that throws
     * @return Manifest
     *
     * @throws UnsoundArchive
     */
    public function write(string $folder, array $files, array $settings, array $counts, string $madeAt, Closure $before): array
    {
        $manifest = [
            'format' => self::FORMAT,
            'product' => self::PRODUCT,
            'version' => config('version.number'),
            'made_at' => $madeAt,
            'settings' => $settings,
            'counts' => $counts,
            'files' => [],
        ];
        $zip = new ZipArchive();
        if ($zip->open("{$folder}/archive.zip", ZipArchive::CREATE | ZipArchive::EXCL) !== true) {
            throw new UnsoundArchive('It could not be written. Is the disk full?');
        }
        foreach (array_keys($counts) as $table) {
            $zip->addFile("{$folder}/rows/{$table}.jsonl", "rows/{$table}.jsonl");
        }
        $zip->addFile("{$folder}/calendars.ics", 'calendars.ics');
        foreach ($files as $id => $path) {
            $zip->addFile($path, "files/{$id}");
            $zip->setCompressionName("files/{$id}", ZipArchive::CM_STORE); // pictures and archives do not get smaller
            $manifest['files'][$id] = ['bytes' => (int) filesize($path), 'sha256' => (string) hash_file('sha256', $path)];
        }
        $zip->addFromString(
            'account.json',
            json_encode($manifest, JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
        );
        if (! @$zip->close()) {
            throw new UnsoundArchive('It could not be written whole. Is the disk full?');
        }
        $read = (new self("{$folder}/archive.zip"))->check();
        $before();
        chmod("{$folder}/archive.zip", 0600);
        if (! is_dir(dirname($this->path))) {
            mkdir(dirname($this->path), 0700, true);
        }
        if (! rename("{$folder}/archive.zip", $this->path)) {
            throw new UnsoundArchive('It could not be put at its place. Is the disk full?');
        }

        return $read;
    }
}
