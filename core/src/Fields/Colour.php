<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields;

/** The twelve colours that an area, a calendar or an entry may have. */
final class Colour
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
