<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use App\Models\User;
use LogicException;
use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\Tables\Tables;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Fields\Types\Amount;
use PlumRota\Core\Fields\Types\Date;
use PlumRota\Core\Fields\Types\Flag;
use PlumRota\Core\Fields\Types\Id;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Maybe;
use PlumRota\Core\Fields\Types\Moment;
use PlumRota\Core\Fields\Types\OneOf;
use PlumRota\Core\Fields\Types\ReminderText;
use PlumRota\Core\Fields\Types\RuleText;
use PlumRota\Core\Fields\Types\Shape;
use PlumRota\Core\Fields\Types\Text;
use PlumRota\Core\Fields\Types\WeekOrMonth;
use PlumRota\Core\Fields\Types\Whole;
use PlumRota\Core\Fields\Types\ZoneName;

/**
 * The rules of a request for fields, with the limits that the fields have; and what a request said of one. A request sends
 * numbers and yes or no as text too, and nothing for an empty text.
 */
final readonly class RulesOf
{
    public function __construct(private User $user)
    {
    }

    /**
     * @param  list<mixed>  $before  whether it has to be there: "sometimes", "required"
     * @return array<string, list<mixed>> by attribute
     */
    public function field(Field $field, array $before = []): array
    {
        $rules = $this->of($field->name, $field->type);
        $rules[$field->name] = [...$before, ...$rules[$field->name]];

        return $rules;
    }

    /**
     * @param  iterable<Field>  $fields
     * @return array<string, string> what is said where one is refused, by attribute and rule
     */
    public static function messages(iterable $fields): array
    {
        $messages = [];
        foreach ($fields as $field) {
            foreach ($field->says as $rule => $sentence) {
                $messages["{$field->name}.{$rule}"] = $sentence;
            }
        }

        return $messages;
    }

    /**
     * The limit of a field that a request says in a form of its own.
     *
     * @param  string  ...$path  its name, then parts within it; "*" for what a list is of
     * @return string a rule: "max:40", "between:0,1439"
     */
    public static function limit(string $table, string ...$path): string
    {
        $type = Tables::of($table)[array_shift($path) ?? '']->inner();
        foreach ($path as $part) {
            $type = $type instanceof Listed ? $type->of : $type;
            $type = $part === '*' || ! $type instanceof Shape ? $type : $type->parts[$part];
            $type = $type instanceof Maybe ? $type->of : $type;
        }

        return match (true) {
            $type instanceof Text, $type instanceof Listed => "max:{$type->most}",
            $type instanceof Whole => "between:{$type->least},{$type->most}",
            $type instanceof Amount => "between:0,{$type->most}",
            default => throw new LogicException($type::class.' has no limit.'),
        };
    }

    /** @return list<string> of a field that is a number */
    public static function limits(Field $field): array
    {
        $type = $field->inner();

        return $type instanceof Whole ? ['integer', "between:{$type->least},{$type->most}"] : [];
    }

    /** What was said of a field, as it is kept: in a request that was looked at. */
    public static function value(Type $type, mixed $said): mixed
    {
        if ($type instanceof Maybe) {
            return $said === null || $said === '' ? null : self::value($type->of, $said);
        }

        return match (true) {
            $type instanceof Flag => filter_var($said, FILTER_VALIDATE_BOOL),
            $type instanceof Whole => is_numeric($said) ? (int) $said : 0,
            $type instanceof Listed => array_map(
                fn (mixed $one): mixed => self::value($type->of, $one),
                is_array($said) ? array_values($said) : [],
            ),
            $type instanceof Shape => array_combine(
                array_keys($type->parts),
                array_map(
                    fn (string $part, Type $of): mixed => self::value($of, is_array($said) ? $said[$part] ?? null : null),
                    array_keys($type->parts),
                    $type->parts,
                ),
            ),
            $type instanceof Text && is_string($said) => $type->tidy($said),
            default => is_string($said) ? $said : '',
        };
    }

    /** @return non-empty-array<string, list<mixed>> */
    private function of(string $name, Type $type): array
    {
        if ($type instanceof Maybe) {
            $rules = $this->of($name, $type->of);
            $rules[$name] = ['nullable', ...$rules[$name]];

            return $rules;
        }
        if ($type instanceof Listed) {
            $rules = [$name => ['array', "max:{$type->most}", ...$type->least > 0 ? ["min:{$type->least}"] : []]];
            foreach ($this->of("{$name}.*", $type->of) as $key => $one) {
                $rules[$key] = $one;
            }

            return $rules;
        }
        if ($type instanceof Shape) {
            $rules = [$name => ['array']];
            foreach ($type->parts as $part => $of) {
                foreach ($this->of("{$name}.{$part}", $of) as $key => $one) {
                    $isNeeded = $key === "{$name}.{$part}" && ! $of instanceof Maybe && ! ($of instanceof Text && ! $of->isNeeded && $of->pattern === null);
                    $rules[$key] = [...$isNeeded ? ['required'] : [], ...$one];
                }
            }

            return $rules;
        }

        return [$name => $this->single($type)];
    }

    /** @return list<mixed> */
    private function single(Type $type): array
    {
        return match (true) {
            $type instanceof Text => [
                ...$type->isNeeded || $type->pattern !== null && preg_match($type->pattern, '') !== 1 ? [] : ['nullable'],
                'string',
                "max:{$type->most}",
                ...$type->pattern === null ? [] : ["regex:{$type->pattern}"],
            ],
            $type instanceof Flag => ['boolean'],
            $type instanceof Whole => ['integer', "between:{$type->least},{$type->most}"],
            $type instanceof Amount => ['numeric', "between:0,{$type->most}"],
            $type instanceof OneOf => ['in:'.implode(',', $type->words)],
            $type instanceof Date => [new KnownDate($type->asks)],
            $type instanceof WeekOrMonth => ['string', new KnownWeek($this->user->wallNow()->date())],
            $type instanceof RuleText => ['string', 'max:'.RuleText::MOST],
            $type instanceof ReminderText => ['string', new KnownReminder()],
            $type instanceof ZoneName => ['string', 'max:60'],
            $type instanceof Moment => ['string', 'max:30'],
            $type instanceof Id => ['string', 'max:26', ...$this->names($type->of)],
            default => throw new LogicException('No request sends '.$type::class.'.'),
        };
    }

    /** @return list<mixed> that it names something that may be changed */
    private function names(?string $table): array
    {
        $mine = Changeable::by($this->user);

        return match ($table) {
            'calendars' => [$mine->namesCalendar()],
            'areas' => [$mine->namesArea()],
            'entries' => [$mine->namesEntry()],
            default => [],
        };
    }
}
