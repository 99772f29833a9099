<?php

declare(strict_types=1);

namespace App\Dav;

use RuntimeException;

/** Why a request of WebDAV is refused: the status, a sentence, and the condition that failed by its name (RFC 4918 16). */
final class DavFault extends RuntimeException
{
    /**
     * @param  int  $status  of HTTP
     * @param  string|null  $condition  in Clark notation
     * @param  string|null  $href  which it is about
     */
    public function __construct(
        public readonly int $status,
        string $sentence,
        public readonly ?string $condition = null,
        public readonly ?string $href = null,
    ) {
        parent::__construct($sentence);
    }
}
