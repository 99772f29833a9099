<?php

declare(strict_types=1);

namespace App\Backup;

use FilesystemIterator;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use RuntimeException;
use SplFileInfo;

/** A folder on this machine. */
final readonly class Folder
{
    private const PREFIX = '.plum-rota-';

    /** A file in it that whoever works there has locked: the lock goes with the process. */
    private const LOCK = '.lock';

    /** Seconds: one that is being made has no lock yet. */
    private const YOUNGEST = 5;

    /** @param  resource|null  $lock */
    private function __construct(public string $path, private mixed $lock = null)
    {
    }

    /** A new one that nobody else can read. */
    public static function temporary(string $within): self
    {
        self::removeLeftIn($within);
        $path = $within.'/'.self::PREFIX.bin2hex(random_bytes(6));
        if (! @mkdir($path, 0700)) {
            throw new RuntimeException("Nothing can be written into {$within}.");
        }
        $lock = fopen("{$path}/".self::LOCK, 'c');
        if ($lock !== false) {
            flock($lock, LOCK_EX | LOCK_NB);
        }

        return new self($path, $lock === false ? null : $lock);
    }

    /**
     * Removes those of whoever was killed while he was at work there.
     *
     * @return int how many
     */
    public static function removeLeftIn(string $within): int
    {
        $gone = 0;
        foreach (glob("{$within}/".self::PREFIX.'*', GLOB_ONLYDIR) ?: [] as $path) {
            if ((int) @filemtime($path) >= time() - self::YOUNGEST) {
                continue;
            }
            $lock = @fopen("{$path}/".self::LOCK, 'c');
            if ($lock !== false && flock($lock, LOCK_EX | LOCK_NB)) {
                (new self($path))->remove();
                $gone++;
            }
        }

        return $gone;
    }

    /** @return list<string> paths of all files in it and below, from there on, in order */
    public static function filesIn(string $path): array
    {
        if (! is_dir($path)) {
            return [];
        }
        $names = [];
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($path, FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file instanceof SplFileInfo && $file->isFile()) {
                $names[] = substr($file->getPathname(), strlen($path) + 1);
            }
        }
        sort($names);

        return $names;
    }

    public function remove(): void
    {
        $all = new RecursiveIteratorIterator(
            new RecursiveDirectoryIterator($this->path, FilesystemIterator::SKIP_DOTS),
            RecursiveIteratorIterator::CHILD_FIRST,
        );
        foreach ($all as $one) {
            assert($one instanceof SplFileInfo);
            $one->isDir() ? rmdir($one->getPathname()) : unlink($one->getPathname());
        }
        rmdir($this->path);
        if ($this->lock !== null) {
            fclose($this->lock);
        }
    }
}
