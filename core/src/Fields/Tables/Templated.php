<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Tables;

use PlumRota\Core\Fields\Composite;
use PlumRota\Core\Fields\NotAllowed;

/** What a template keeps of an entry: values by the names of its fields. */
final readonly class Templated implements Composite
{
    /** @return array<string, mixed> */
    public function read(mixed $value): array
    {
        $value = is_object($value) ? (array) $value : $value;
        if (! is_array($value)) {
            throw new NotAllowed('It is what a template keeps of an entry.');
        }
        $read = [];
        foreach (EntryFields::all() as $name => $field) {
            if ($field->isTemplated && array_key_exists($name, $value)) {
                $read[$name] = $field->read($value[$name]);
            }
        }

        return $read;
    }
}
