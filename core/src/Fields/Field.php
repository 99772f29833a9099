<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields;

use PlumRota\Core\Fields\Types\Flag;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Maybe;

/**
 * One field of what is kept: its values and limits, what it is without being told, and how it is called. Requests, the contract,
 * rows and casts, archives, files, history and templates take it from here.
 */
final readonly class Field
{
    /**
     * @param  string  $name  of its column
     * @param  mixed  $default  of what says nothing of it
     * @param  string  $called  in a sentence; empty for what nobody is shown
     * @param  string  $unit  behind a number that is shown
     * @param  array<string, string>  $says  what is said where a value is refused, by what it fails: "max", "between", "*.max"
     * @param  bool  $isSent  whether an entry is sent with it (EntryInput of the contract)
     * @param  bool  $isTemplated  whether a template keeps it
     * @param  bool  $counts  whether the tally of weeks that are over depends on it
     * @param  bool  $isPlace  whether it says where something stands, and comes from its place or its rhythm
     * @param  bool  $isOfFile  whether a file of iCalendar says it, be it in a property of ours
     */
    public function __construct(
        public string $name,
        public Type $type,
        public mixed $default = null,
        public string $called = '',
        public string $unit = '',
        public array $says = [],
        public bool $isSent = true,
        public bool $isTemplated = false,
        public bool $counts = false,
        public bool $isPlace = false,
        public bool $isOfFile = true,
    ) {
    }

    public function isOptional(): bool
    {
        return $this->type instanceof Maybe;
    }

    /** What its values are where there is one. */
    public function inner(): Type
    {
        return $this->type instanceof Maybe ? $this->type->of : $this->type;
    }

    /** Whether the database keeps it as JSON. */
    public function isJson(): bool
    {
        return $this->inner() instanceof Composite;
    }

    /** The JSON of nothing: a list has no parts, and neither have values by their names. */
    public function emptyJson(): string
    {
        return $this->inner() instanceof Listed ? '[]' : '{}';
    }

    public function isFlag(): bool
    {
        return $this->inner() instanceof Flag;
    }

    /**
     * @return mixed the value as it is kept
     *
     * @throws NotAllowed with a sentence that names it
     */
    public function read(mixed $value): mixed
    {
        try {
            return $this->type->read($value);
        } catch (NotAllowed $e) {
            throw new NotAllowed(
                array_values($this->says)[0] ?? ucfirst(
                    $this->called ?: str_replace('_', ' ', $this->name),
                ).': '.$e->getMessage(),
                previous: $e,
            );
        }
    }

    public function allows(mixed $value): bool
    {
        try {
            $this->type->read($value);

            return true;
        } catch (NotAllowed) {
            return false;
        }
    }
}
