<?php

declare(strict_types=1);

return [
    // Of this program: shown in the account menu, at /up, in archives and backups. What each one brought stands in CHANGELOG.md.
    'number' => trim((string) file_get_contents(dirname(__DIR__).'/VERSION')),
];
