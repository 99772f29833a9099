<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields;

use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Schedule\Details;

/** What one occurrence has of its own: values by the names of fields of its entry. */
final readonly class Own implements Composite
{
    /** Besides what Details knows of: its place by hand in the list of its day. */
    private const BESIDES = ['position'];

    /**
     * What of it can be, where not all of it can.
     *
     * @param  array<mixed>  $value
     * @return array<string, mixed>
     */
    public function sound(array $value): array
    {
        $sound = [];
        foreach ($value as $name => $one) {
            try {
                $sound += $this->read([$name => $one]);
            } catch (NotAllowed) {
                continue;
            }
        }

        return $sound;
    }

    /** @return array<string, mixed> */
    public function read(mixed $value): array
    {
        $value = is_object($value) ? (array) $value : $value;
        if (! is_array($value)) {
            throw new NotAllowed('It is what one occurrence has of its own.');
        }
        $fields = EntryFields::all();
        $own = [];
        foreach ($value as $name => $one) {
            if (! in_array($name, [...Details::OWN, ...self::BESIDES], true) || ! isset($fields[$name])) {
                throw new NotAllowed('One occurrence has no “'.mb_substr(mb_scrub((string) $name), 0, 40).'” of its own.');
            }
            $own[$name] = $fields[$name]->read($one);
        }

        return $own;
    }
}
