<?php

declare(strict_types=1);

// Loaded before anything else (auto_prepend_file): takes a mutant where its class is asked for, or says at the end what was loaded.

$loader = require dirname(__DIR__, 2).'/vendor/autoload.php';

if (($of = getenv('MUTANT_OF')) !== false && ($by = getenv('MUTANT_BY')) !== false) {
    spl_autoload_register(
        static function (string $class) use ($loader, $of, $by): void {
            if (realpath((string) $loader->findFile($class)) === $of) {
                require $by;
            }
        },
        prepend: true,
    );
}

if (($said = getenv('MUTANTS_LOADED')) !== false) {
    register_shutdown_function(static function () use ($said): void {
        file_put_contents($said, implode("\n", get_included_files()));
    });
}
