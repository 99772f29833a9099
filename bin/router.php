<?php

declare(strict_types=1);

// For PHP's built-in server: files of public/ as they are (those with a hash in their name for good), the rest to the application.
$path = rawurldecode((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH));
$public = dirname(__DIR__).'/public';
$file = realpath($public.$path);
if ($path !== '/' && $file !== false && is_file($file) && str_starts_with($file, $public.'/') && ! str_ends_with($file, '.php')) {
    if (! str_starts_with($path, '/build/assets/')) {
        return false;
    }
    $types = ['js' => 'text/javascript', 'css' => 'text/css', 'woff2' => 'font/woff2', 'svg' => 'image/svg+xml'];
    header('Content-Type: '.($types[pathinfo($file, PATHINFO_EXTENSION)] ?? 'application/octet-stream'));
    header('Cache-Control: public, max-age=31536000, immutable');
    readfile($file);

    return true;
}
require $public.'/index.php';
