<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use Closure;
use PlumRota\Core\Fields\Composite;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;

/** Some values by their names, each of which is there. */
final readonly class Shape implements Composite
{
    /**
     * @param  non-empty-array<string, Type>  $parts
     * @param  (Closure(array<string, mixed>): bool)|null  $together  whether they go together
     * @param  array<string, mixed>  $missing  what stands for one that is not there, as in rows of a time before it was
     */
    public function __construct(public array $parts, private ?Closure $together = null, private array $missing = [])
    {
    }

    /** @return array<string, mixed> */
    public function read(mixed $value): array
    {
        $value = is_object($value) ? (array) $value : $value;
        if (! is_array($value)) {
            throw new NotAllowed('It has '.implode(', ', array_keys($this->parts)).'.');
        }
        $read = [];
        foreach ($this->parts as $name => $type) {
            $read[$name] = $type->read(array_key_exists($name, $value) ? $value[$name] : $this->missing[$name] ?? null);
        }
        if ($this->together !== null && ! ($this->together)($read)) {
            throw new NotAllowed('Its parts do not go together.');
        }

        return $read;
    }
}
