<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

/** In the words of MoSCoW; what has none stands between should and could. */
enum Importance: string
{
    case Must = 'must';
    case Should = 'should';
    case Could = 'could';

    /** 0 comes first. */
    public static function weight(?string $importance): int
    {
        return match ($importance) {
            'must' => 0,
            'should' => 1,
            'could' => 3,
            default => 2,
        };
    }
}
