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

    /** Rooms of the application that know nothing of the framework's requests and answers. */
    private const WITHOUT_REQUESTS = [
        'Access',
        'Actions',
        'Archive',
        'Backup',
        'Database',
        'Follows',
        'Following',
        'Health',
        'Interchange',
        'Jobs',
        'Journal',
        'Mail',
        'Mapping',
        'Models',
        'Notifications',
        'Queries',
        'Reading',
        'Retention',
        'Standins',
        'Upgrade',
        'Writing',
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
        foreach ((new SourceFile($code))->classes() as $name) {
            $other = match (true) {
                str_starts_with($name, 'App\\') => explode('\\', $name)[1],
                str_starts_with($name, 'PlumRota\\Core\\') => 'core/'.explode('\\', $name)[2],
                default => null,
            };
            $may = match (true) {
                // Every room of the application may use the core; what is of the application is none of the core's.
                $other !== null => $other === $room ||
                    in_array($other, $this->rooms[$room], true) ||
                    (! $isCore && str_starts_with($other, 'core/')),
                $isCore => in_array($name, self::GLOBAL_CLASSES, true),
                default => ! in_array($room, self::WITHOUT_REQUESTS, true) || ! str_starts_with($name, 'Illuminate\\Http\\'),
            };
            if (! $may) {
                $bad[$name] = $name;
            }
        }

        return array_values($bad);
    }
}
