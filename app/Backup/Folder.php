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
    private function __construct(public string $path)
    {
    }

    /** A new one that nobody else can read. */
    public static function temporary(string $within): self
    {
        $path = $within.'/.plum-rota-'.bin2hex(random_bytes(6));
        if (! @mkdir($path, 0700)) {
            throw new RuntimeException("Nothing can be written into {$within}.");
        }

        return new self($path);
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
    }
}
