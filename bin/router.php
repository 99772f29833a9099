<?php

declare(strict_types=1);

// For PHP's built-in server: files of public/ as they are (those with a hash in their name for good), the rest to the application.
// Text goes compressed to whoever takes it so; behind a web server that does that itself (deploy/nginx.conf) this is not used.
ini_set('zlib.output_compression_level', '5');
ini_set('zlib.output_compression', '1');
$path = rawurldecode((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH));
$public = dirname(__DIR__).'/public';
$file = str_contains($path, "\0") ? false : realpath($public.$path);
if ($path !== '/' && $file !== false && is_file($file) && str_starts_with($file, $public.'/') && ! str_ends_with($file, '.php')) {
    $types = ['js' => 'text/javascript', 'css' => 'text/css', 'woff2' => 'font/woff2', 'svg' => 'image/svg+xml', 'json' => 'application/json', 'txt' => 'text/plain'];
    if (in_array(pathinfo($file, PATHINFO_EXTENSION), ['woff2', 'png'], true)) {
        ini_set('zlib.output_compression', '0'); // compressed already
    }
    header_remove('X-Powered-By');
    header('Content-Type: '.($types[pathinfo($file, PATHINFO_EXTENSION)] ?? 'application/octet-stream'));
    header('X-Content-Type-Options: nosniff');
    header("Content-Security-Policy: default-src 'none'; frame-ancestors 'none'");
    header('Cache-Control: '.(str_starts_with($path, '/build/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache'));
    readfile($file);

    return true;
}
require $public.'/index.php';
