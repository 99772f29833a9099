<?php

declare(strict_types=1);

namespace App\Interchange;

use App\Models\User;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use RuntimeException;
use SplFileInfo;
use SplFileObject;

/**
 * A file on its way in: where it lies until it is taken or given up, what is known of it, and what was read of it so far. All of
 * it is in a folder of its own, apart from the account until it is taken; a stop or a crash leaves nothing but that folder, which
 * goes after a day (`Retention\Pruning`).
 *
 * @phpstan-import-type Part from FileIndex
 * @phpstan-import-type Named from FileIndex
 * @phpstan-import-type Asked from LongTaking
 *
 * Of a table: the sign between its cells, the names of its columns and its first rows; what each column means, and in which order
 * dates in figures are (null while that is not known); the byte after its first line, and that up to which it was read.
 *
 * @phpstan-type TableState array{delimiter: string, header: list<string>, samples: list<list<string>>, columns: array<string, int>,
 *   order: 'dmy'|'mdy'|null, first: int, at: int, rows: int, chosen: bool}
 * @phpstan-type State array{name: string, size: int, calendars: list<Named>, total: int, read: int, fault: string|null, cut: string|null,
 *   counts: array<string, int>, by_calendar: array<int, int>, bytes: int, table: TableState|null}
 */
final readonly class ImportFolder
{
    /** Files of an account that are on their way in. */
    private const MOST_AT_ONCE = 4;

    private function __construct(public string $id, private string $path)
    {
    }

    /** Keeps a file that was sent, and looks through it once. */
    public static function open(User $user, SplFileInfo $file, string $name): self
    {
        $folder = new self(strtolower((string) Str::ulid()), '');
        $folder = new self($folder->id, self::root($user)."/{$folder->id}");
        self::makeRoom($user);
        File::ensureDirectoryExists($folder->path, 0o700);
        self::withLineEnds(self::inUtf8($file->getPathname(), "{$folder->path}/sent"), $folder->file());
        File::delete("{$folder->path}/sent");
        $table = preg_match('/\.(?:csv|tsv|txt)$/iD', $name) === 1 ? TableFile::look($folder->file()) : null;
        $index = $table === null ? FileIndex::of($folder->file()) : FileIndex::again([], [], []);
        $folder->write('index', ['calendars' => $index->calendars, 'entries' => $index->entries, 'zones' => $index->zones]);
        $folder->save([
            'name' => mb_substr(trim((string) preg_replace('/[\x00-\x1f\x7f]+/u', ' ', mb_scrub(basename($name)))), 0, 150),
            'size' => (int) $file->getSize(),
            'calendars' => $table === null ? $index->calendars : [['name' => '', 'colour' => null]],
            'total' => count($index->entries),
            'read' => 0,
            'fault' => $table === null ? $index->fault : TableFile::fault($table['rows']),
            'cut' => $table === null ? $index->cut : null,
            'counts' => array_fill_keys(ImportItem::STATES, 0),
            'by_calendar' => array_fill(0, $table === null ? count($index->calendars) : 1, 0),
            'bytes' => 0,
            'table' => $table,
        ]);

        return $folder;
    }

    /**
     * A spreadsheet writes "Unicode text" in UTF-16, with its mark: the same in UTF-8, as another file.
     *
     * @return string the path of the one that is in UTF-8
     */
    private static function inUtf8(string $path, string $to): string
    {
        if (! in_array((string) file_get_contents($path, length: 2), ["\xFF\xFE", "\xFE\xFF"], true)) {
            return $path;
        }
        $from = fopen($path, 'rb');
        $into = fopen($to, 'wb');
        if ($from === false || $into === false) {
            return $path;
        }
        $isLittle = fread($from, 2) === "\xFF\xFE";
        $held = '';
        while (($some = (string) fread($from, 1_000_000)) !== '') {
            $some = $held.$some;
            // A sign may be four bytes, and is not cut: the first half of it waits for the second.
            $last = strlen($some) - strlen($some) % 2;
            $high = $last < 2 ? 0 : ord($some[$isLittle ? $last - 1 : $last - 2]);
            $last -= $high >= 0xD8 && $high <= 0xDB ? 2 : 0;
            $held = substr($some, $last);
            fwrite($into, mb_convert_encoding(substr($some, 0, $last), 'UTF-8', $isLittle ? 'UTF-16LE' : 'UTF-16BE'));
        }
        fclose($from);
        fclose($into);

        return $to;
    }

    /** Null where there is none of that name, or it is gone. */
    public static function find(User $user, string $id): ?self
    {
        $path = self::root($user)."/{$id}";

        return preg_match('/^[0-9a-z]{26}$/D', $id) === 1 && is_file("{$path}/state.json") ? new self($id, $path) : null;
    }

    public static function root(?User $user = null): string
    {
        return Storage::disk('local')->path('imports'.($user === null ? '' : "/{$user->id}"));
    }

    public function file(): string
    {
        return "{$this->path}/file.ics";
    }

    /** @return State */
    public function state(): array
    {
        /** @var State $state as this class wrote it */
        $state = $this->json('state');

        return $state;
    }

    /** @param  State  $state */
    public function save(array $state): void
    {
        $this->write('state', $state);
    }

    /**
     * What the columns of a table mean.
     *
     * @param  array<string, int>  $columns
     * @param  'dmy'|'mdy'  $order  of dates in figures
     */
    public function choose(array $columns, string $order): void
    {
        $state = $this->state();
        if ($state['table'] === null || $state['fault'] !== null) {
            return;
        }
        $table = $state['table'];
        $this->save([
            ...$state,
            'total' => $table['rows'],
            'read' => 0,
            'counts' => array_fill_keys(ImportItem::STATES, 0),
            'by_calendar' => [0],
            'bytes' => 0,
            'table' => [...$table, 'columns' => $columns, 'order' => $order, 'at' => $table['first'], 'chosen' => true],
        ]);
    }

    public function index(): FileIndex
    {
        /** @var array{calendars: list<Named>, entries: array<string, list<Part>>, zones: list<Part>} $index  as this class wrote it */
        $index = $this->json('index');

        return FileIndex::again($index['calendars'], $index['entries'], $index['zones']);
    }

    /**
     * Writes down what was read; the state says how far that is good, so that what a crash left behind it counts for nothing.
     *
     * @param  list<ImportItem>  $items
     * @param  State  $state
     * @return State
     */
    public function add(array $items, array $state): array
    {
        $lines = implode(
            '',
            array_map(
                fn (ImportItem $one): string => json_encode(
                    $one,
                    JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION,
                )."\n",
                $items,
            ),
        );
        $file = new SplFileObject("{$this->path}/items.jsonl", 'cb');
        $file->ftruncate($state['bytes']);
        $file->fseek($state['bytes']);
        if ($file->fwrite($lines) !== strlen($lines)) {
            throw new RuntimeException('What was read could not be written down.');
        }
        foreach ($items as $item) {
            $state['counts'][$item->state] = ($state['counts'][$item->state] ?? 0) + 1;
            $state['by_calendar'][$item->calendar] =
                ($state['by_calendar'][$item->calendar] ?? 0) + ($item->state === 'refused' ? 0 : 1);
        }
        $state['read'] += count($items);
        $state['bytes'] += strlen($lines);
        $this->save($state);

        return $state;
    }

    /** @return iterable<ImportItem> what was read so far, in the order of the file */
    public function items(): iterable
    {
        $bytes = $this->state()['bytes'];
        $file = $bytes === 0 ? null : new SplFileObject("{$this->path}/items.jsonl", 'rb');
        while ($file !== null && $bytes > 0) {
            $line = $file->fgets();
            $bytes -= strlen($line);
            yield ImportItem::again($line);
        }
    }

    /** @param  Asked  $asked  how and whereto it is to be taken in, apart from whoever asks */
    public function ask(array $asked): void
    {
        $this->write('asked', $asked);
    }

    /** @return Asked|null */
    public function asked(): ?array
    {
        if (! is_file("{$this->path}/asked.json")) {
            return null;
        }
        /** @var Asked $asked as this class wrote it */
        $asked = $this->json('asked');

        return $asked;
    }

    public function remove(): void
    {
        File::deleteDirectory($this->path);
    }

    /** One window may look at a file while another does; those that were left behind earlier go, and last those that are taken in apart. */
    private static function makeRoom(User $user): void
    {
        $folders = glob(self::root($user).'/*', GLOB_ONLYDIR) ?: [];
        usort($folders, fn (string $a, string $b): int => [is_file("{$a}/asked.json"), $a] <=> [is_file("{$b}/asked.json"), $b]);
        foreach (array_slice($folders, 0, max(0, count($folders) - self::MOST_AT_ONCE + 1)) as $left) {
            File::deleteDirectory($left);
        }
    }

    private static function withLineEnds(string $from, string $to): void
    {
        [$in, $out] = [fopen($from, 'rb'), fopen($to, 'wb')];
        assert($in !== false && $out !== false);
        $head = (string) fread($in, 65536);
        // Only where a carriage return is all there is at the end of lines.
        $isOld = str_contains($head, "\r") && ! str_contains($head, "\n");
        for ($some = $head; $some !== ''; $some = (string) fread($in, 1_000_000)) {
            if (fwrite($out, $isOld ? str_replace("\r", "\n", $some) : $some) === false) {
                throw new RuntimeException('The file could not be written.');
            }
        }
        fclose($in);
        fclose($out);
    }

    /** @param  array<string, mixed>  $value */
    private function write(string $name, array $value): void
    {
        File::replace(
            "{$this->path}/{$name}.json",
            json_encode(
                $value,
                JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION | JSON_INVALID_UTF8_SUBSTITUTE,
            ),
        );
    }

    private function json(string $name): mixed
    {
        return json_decode(File::get("{$this->path}/{$name}.json"), true, flags: JSON_THROW_ON_ERROR);
    }
}
