<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\Composite;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;

/** A list of so many at most; as a set each stands in it once, in order. */
final readonly class Listed implements Composite
{
    public function __construct(public Type $of, public int $most, public int $least = 0, public bool $isSet = false)
    {
    }

    /**
     * What of it can be, where not all of it can: as many as there is room for, as from a time when more was allowed.
     *
     * @param  array<mixed>  $value
     * @return list<mixed>|null null where too little is left
     */
    public function sound(array $value): ?array
    {
        $sound = [];
        foreach ($value as $one) {
            try {
                $sound[] = $this->of->read($one);
            } catch (NotAllowed) {
                continue;
            }
        }
        $sound = array_slice($sound, 0, $this->most);

        return count($sound) < $this->least ? null : $sound;
    }

    /** @return list<mixed> */
    public function read(mixed $value): array
    {
        if (! is_array($value) || ! array_is_list($value) || count($value) > $this->most || count($value) < $this->least) {
            throw new NotAllowed("It is a list of up to {$this->most}.");
        }

        $read = array_map($this->of->read(...), $value);

        if ($this->isSet) {
            $read = array_values(array_unique($read, SORT_REGULAR));
            sort($read);
        }

        return $read;
    }
}
