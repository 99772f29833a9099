<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The twelve colours an area or a calendar may have. */
final class Colours
{
    public const ALL = [
        'indigo',
        'teal',
        'ochre',
        'brick',
        'olive',
        'rose',
        'steel',
        'amber',
        'violet',
        'forest',
        'cyan',
        'slate',
    ];

    public const UNKNOWN =
        'There is no such colour. Choose one of '.
        'indigo, teal, ochre, brick, olive, rose, steel, amber, violet, forest, cyan and slate.';
}
