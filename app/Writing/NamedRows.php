<?php

declare(strict_types=1);

namespace App\Writing;

use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Own;
use PlumRota\Core\Fields\Tables\Choice;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Fields\Tables\Templated;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Fields\Types\Id;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Maybe;
use PlumRota\Core\Fields\Types\Shape;

/**
 * Which rows there are of an account that comes in as a whole, and how they are called here: whatever names a row is looked up
 * among them, so that nothing that comes in can reach a row of somebody else.
 */
final class NamedRows
{
    /** @var array<string, array<string, string>> ids as they are here, by table and by the id they come with */
    private array $ids = [];

    public function add(string $table, string $id, string $here): void
    {
        $this->ids[$table][$id] = $here;
    }

    /** A row that is left out: what names it is looked up in vain from here on. */
    public function remove(string $table, string $id): void
    {
        unset($this->ids[$table][$id]);
    }

    /** @return list<string> ids as they are here */
    public function all(string $table): array
    {
        return array_values($this->ids[$table] ?? []);
    }

    public function idOf(string $table, string $id): ?string
    {
        return $this->ids[$table][$id] ?? null;
    }

    /**
     * A value with the ids that it names as they are here: one that is not there is left out where it may be, else the value is
     * refused.
     *
     * @throws NotAllowed
     */
    public function within(Field $field, mixed $value): mixed
    {
        try {
            return $this->of($field->type, $value);
        } catch (NotAllowed) {
            throw new NotAllowed("It names something (its {$field->name}) that did not come with it.");
        }
    }

    private function of(Type $type, mixed $value): mixed
    {
        if ($type instanceof Maybe) {
            try {
                return $value === null ? null : $this->of($type->of, $value);
            } catch (NotAllowed $e) {
                return $type->of instanceof Id ? null : throw $e;
            }
        }
        if ($type instanceof Id) {
            return ($type->of === null ? null : $this->idOf($type->of, is_string($value) ? $value : '')) ??
                throw new NotAllowed('It is not there.');
        }
        if (! is_array($value)) {
            return $value;
        }

        return match (true) {
            $type instanceof Listed && $type->of instanceof Id => $this->some((string) $type->of->of, $value),
            $type instanceof Listed => array_map(fn (mixed $one): mixed => $this->of($type->of, $one), $value),
            $type instanceof Shape => $this->parts($type->parts, $value),
            $type instanceof Own => $this->ofEntry($value),
            $type instanceof Templated => $this->ofEntry($value),
            $type instanceof Choice => [
                ...$value,
                ...isset($value['areas']) ? ['areas' => $this->some('areas', (array) $value['areas'])] : [],
                ...isset($value['calendars']) ? ['calendars' => $this->some('calendars', (array) $value['calendars'])] : [],
            ],
            default => $value,
        };
    }

    /**
     * @param  array<mixed>  $ids
     * @return list<string> those that there are
     */
    private function some(string $table, array $ids): array
    {
        return array_values(
            array_filter(
                array_map(fn (mixed $id): ?string => $this->idOf($table, is_string($id) ? $id : ''), $ids),
                is_string(...),
            ),
        );
    }

    /**
     * @param  array<string, Type>  $types
     * @param  array<mixed>  $value
     * @return array<mixed>
     */
    private function parts(array $types, array $value): array
    {
        foreach ($types as $name => $type) {
            if (array_key_exists($name, $value)) {
                $value[$name] = $this->of($type, $value[$name]);
            }
        }
        // What was decided names an occurrence by its entry: "entry|recurrence id".
        if (is_string($value['key'] ?? null) && str_contains($value['key'], '|')) {
            [$id, $rest] = explode('|', $value['key'], 2);
            $value['key'] = ($this->idOf('entries', $id) ?? str_repeat('0', 26))."|{$rest}";
        }

        return $value;
    }

    /**
     * @param  array<mixed>  $value  by names of fields of an entry; what names something that is not there is left out
     * @return array<mixed>
     */
    private function ofEntry(array $value): array
    {
        foreach (EntryFields::all() as $name => $field) {
            if (array_key_exists($name, $value)) {
                try {
                    $value[$name] = $this->of($field->type, $value[$name]);
                } catch (NotAllowed) {
                    unset($value[$name]);
                }
            }
        }

        return $value;
    }
}
