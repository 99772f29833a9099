<?php

declare(strict_types=1);

namespace Tests\Architecture;

use FilesystemIterator;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use RuntimeException;

/**
 * The rooms of the code and which of them each may use, as the drawing in docs/architecture.md says it, held against what
 * the files name. A name is found wherever it stands: imported, written out, or called.
 */
final class Layers
{
    /** What the core may use of PHP besides its own classes: values, no clock, no chance, no input or output. */
    private const GLOBAL_CLASSES = [
        'Closure',
        'DateTimeZone',
        'DateTimeImmutable',
        'DomainException',
        'Exception',
        'Generator',
        'IntlCalendar',
        'Normalizer',
        'Transliterator',
        'IntlDateFormatter',
        'InvalidArgumentException',
        'LogicException',
        'RuntimeException',
        'Stringable',
        'Throwable',
        'ValueError',
        'self',
        'static',
        'parent',
    ];

    private const OUTSIDE_FUNCTIONS = [
        'now',
        'today',
        'time',
        'microtime',
        'hrtime',
        'date',
        'gmdate',
        'mktime',
        'gmmktime',
        'strtotime',
        'getdate',
        'localtime',
        'date_default_timezone_get',
        'date_create',
        'rand',
        'mt_rand',
        'mt_srand',
        'random_int',
        'random_bytes',
        'uniqid',
        'shuffle',
        'array_rand',
        'file_get_contents',
        'file_put_contents',
        'fopen',
        'file',
        'readfile',
        'glob',
        'scandir',
        'unlink',
        'mkdir',
        'getenv',
        'env',
        'config',
        'app',
        'exec',
        'shell_exec',
        'proc_open',
        'system',
        'passthru',
        'curl_init',
        'mail',
        'header',
        'setcookie',
        'session_start',
        'dd',
        'dump',
        'var_dump',
        'print_r',
        'error_log',
        'sleep',
        'usleep',
    ];

    /** Which part of a framework each room may not know, beside what the drawing says. */
    private const NOT_OF_FRAMEWORK = [
        'Illuminate\Support\Facades\DB' => ['Queries', 'Mapping', 'Mail'],
        'Illuminate\Http' => [
            'Actions',
            'Queries',
            'Reading',
            'Mapping',
            'Models',
            'Journal',
            'Mail',
            'Standins',
            'Backup',
            'Retention',
            'Health',
        ],
    ];

    /** @param  array<string, list<string>>  $rooms  by room, those it may use */
    private function __construct(private array $rooms)
    {
    }

    /** Read from the drawing: lines "Room → others" in the first block of the file. */
    public static function ofDrawing(string $file): self
    {
        if (preg_match('/```\n(.*?)```/s', (string) file_get_contents($file), $block) !== 1) {
            throw new RuntimeException("There is no drawing in {$file}.");
        }
        $rooms = [];
        foreach (explode("\n", $block[1]) as $line) {
            if (preg_match('/^\s*([A-Z]\w+|core\/\w+)\s*→\s*([^·]*)/u', $line, $found) === 1) {
                $rooms[$found[1]] = preg_split('/[,\s]+/', trim($found[2]), -1, PREG_SPLIT_NO_EMPTY) ?: [];
            }
        }

        return new self($rooms);
    }

    /** @return list<string> the rooms that use one another in a circle */
    public function circles(): array
    {
        $found = [];
        foreach (array_keys($this->rooms) as $room) {
            $seen = [];
            $next = $this->rooms[$room];
            while ($next !== []) {
                $one = array_pop($next);
                if ($one === $room) {
                    $found[] = $room;
                    break;
                }
                if (! isset($seen[$one])) {
                    $seen[$one] = true;
                    $next = [...$next, ...$this->rooms[$one] ?? []];
                }
            }
        }

        return $found;
    }

    /**
     * @param  array<string, string>  $folders  by prefix of the rooms ('' for app, 'core/' for the core), where they lie
     * @return list<string> "room: file uses what it may not"
     */
    public function violations(array $folders): array
    {
        $found = [];
        foreach ($folders as $prefix => $folder) {
            foreach (
                new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS)) as $file
            ) {
                assert($file instanceof \SplFileInfo);
                if ($file->getExtension() !== 'php') {
                    continue;
                }
                $path = substr($file->getPathname(), strlen($folder) + 1);
                $room = $prefix.strtok($path, '/');
                foreach ($this->ofFile($room, (string) file_get_contents($file->getPathname())) as $name) {
                    $found[] = "{$room}: {$path} uses {$name}";
                }
            }
        }

        return $found;
    }

    /** @return list<string> names that a file of a room may not use */
    public function ofFile(string $room, string $code): array
    {
        if (! isset($this->rooms[$room])) {
            return ['no room of the drawing'];
        }
        $isCore = str_starts_with($room, 'core/');
        $bad = [];
        foreach (self::names($code) as [$name, $isCall]) {
            $other = match (true) {
                str_starts_with($name, 'App\\') => explode('\\', $name)[1],
                str_starts_with($name, 'PlumRota\\Core\\') => 'core/'.explode('\\', $name)[2],
                default => null,
            };
            if ($other !== null) {
                // Every room of the application may use the core; what is of the application is none of the core's.
                $may =
                    $other === $room ||
                    in_array($other, $this->rooms[$room], true) ||
                    (! $isCore && str_starts_with($other, 'core/'));
            } elseif ($isCore) {
                $may = $isCall
                    ? ! in_array(strtolower($name), self::OUTSIDE_FUNCTIONS, true)
                    : in_array($name, self::GLOBAL_CLASSES, true);
            } else {
                $may =
                    array_filter(
                        self::NOT_OF_FRAMEWORK,
                        fn (array $rooms, string $part): bool => ($name === $part || str_starts_with($name, $part.'\\')) &&
                            in_array($room, $rooms, true),
                        ARRAY_FILTER_USE_BOTH,
                    ) === [];
            }
            if (! $may) {
                $bad[$name] = $name;
            }
        }

        return array_values($bad);
    }

    /** @return list<array{string, bool}> the full names of classes that a file names, and of functions that it calls */
    private static function names(string $code): array
    {
        $tokens = array_values(
            array_filter(
                token_get_all($code),
                fn (mixed $token): bool => ! is_array($token) ||
                    ! in_array($token[0], [T_WHITESPACE, T_COMMENT, T_DOC_COMMENT], true),
            ),
        );
        $names = [];
        $imported = [];
        $namespace = '';
        foreach ($tokens as $i => $token) {
            if (! is_array($token)) {
                continue;
            }
            $before = $tokens[$i - 1] ?? null;
            $previous = is_array($before) ? $before[0] : $before;
            $next = $tokens[$i + 1] ?? null;
            $text = ltrim($token[1], '\\');
            if ($token[0] === T_NAME_QUALIFIED && $previous === T_NAMESPACE) {
                $namespace = $text;
            } elseif ($token[0] === T_NAME_QUALIFIED || $token[0] === T_NAME_FULLY_QUALIFIED) {
                if ($token[0] === T_NAME_QUALIFIED && $previous !== T_USE && isset($imported[explode('\\', $text)[0]])) {
                    $text = $imported[explode('\\', $text)[0]].substr($text, strlen(explode('\\', $text)[0]));
                }
                $names[] = [$text, $next === '(' && $previous !== T_NEW];
                if ($previous === T_USE) {
                    $imported[basename(str_replace('\\', '/', $text))] = $text;
                }
            } elseif ($token[0] === T_STRING && $previous === T_USE) {
                $names[] = [$text, false];
                $imported[$text] = $text;
            } elseif (
                $token[0] === T_STRING &&
                $next === '(' &&
                ! in_array($previous, [T_OBJECT_OPERATOR, T_NULLSAFE_OBJECT_OPERATOR, T_DOUBLE_COLON, T_FUNCTION, T_NEW], true)
            ) {
                $names[] = [$text, true];
            } elseif (
                $token[0] === T_STRING &&
                ! isset($imported[$text]) &&
                ($previous === T_NEW || (is_array($next) && $next[0] === T_DOUBLE_COLON)) &&
                $namespace !== ''
            ) {
                $names[] = [$namespace.'\\'.$text, false];
            }
        }

        return array_values(array_filter($names, fn (array $one): bool => $one[0] !== 'function'));
    }
}
