<?php

declare(strict_types=1);

namespace App\Http;

use RuntimeException;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Throwable;

/**
 * A file that is made whole before any of it is handed out: where it cannot be made, that is what is answered, and no part of it.
 */
final class MadeFile
{
    /**
     * @param  iterable<string>  $pieces
     * @param  array<string, string>  $headers
     */
    public static function of(iterable $pieces, array $headers, ?string $name = null): BinaryFileResponse
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'made');
        try {
            $file = fopen($path, 'wb') ?: throw new RuntimeException("{$path} cannot be written.");
            foreach ($pieces as $piece) {
                if (fwrite($file, $piece) !== strlen($piece)) {
                    throw new RuntimeException('The file could not be written whole. Is the disk full?');
                }
            }
            fclose($file);
        } catch (Throwable $fault) {
            @unlink($path);
            throw $fault;
        }
        $answer = new BinaryFileResponse($path, 200, $headers, false);
        if ($name !== null) {
            $answer->setContentDisposition('attachment', $name);
        }

        return $answer->deleteFileAfterSend();
    }
}
