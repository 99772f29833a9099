<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Tables;

use PlumRota\Core\Fields\Composite;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Maybe;
use PlumRota\Core\Fields\Types\Text;

/** What is chosen to be seen on the board, as it also stands in its address: lists of words by what they choose. */
final readonly class Choice implements Composite
{
    public const PARTS = ['areas', 'calendars', 'kinds', 'importance', 'effort', 'labels', 'done', 'colour', 'repeats'];

    /** Words of a part, and letters of one. */
    public const MOST = 100;

    public const LONGEST = 60;

    private Type $words;

    public function __construct()
    {
        $this->words = new Maybe(new Listed(new Text(self::LONGEST), self::MOST));
    }

    /** @return array<string, mixed> */
    public function read(mixed $value): array
    {
        $value = is_object($value) ? (array) $value : $value;
        if (! is_array($value) || array_diff(array_map(strval(...), array_keys($value)), self::PARTS) !== []) {
            throw new NotAllowed('It is a choice of what to see.');
        }
        $read = [];
        foreach ($value as $part => $words) {
            $read[(string) $part] = $this->words->read($words);
        }

        return $read;
    }
}
