<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\User;
use Illuminate\Validation\Rule;
use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Text;
use PlumRota\Core\Schedule\Scope;

/** What may be sent of an entry (EntryInput of the contract): its fields, and what the sheet says besides them. */
final class EntryRules
{
    private const WHEN = [
        'all_day',
        'start',
        'end',
        'zone',
        'end_zone',
        'floating',
        'off_day',
        'seasons',
        'pauses',
        'rule',
        'after_done',
        'extra_dates',
        'except_dates',
    ];

    /** @return array<string, mixed> */
    public static function of(User $user): array
    {
        $rules = [];
        $of = new RulesOf($user);
        foreach (self::fields() as $field) {
            $rules += $of->field($field, self::presence($field));
        }
        $rules['labels'][] = new EachOnce('The same label stands there twice.');
        $rules['own_hours.*.to'][] = 'gt:own_hours.*.from';
        // Null for those of its calendar.
        $rules['reminders'] = ['present', 'nullable', ...$rules['reminders']];

        return [...$rules, ...self::besides(), ...self::leadUps()];
    }

    /** @return array<string, mixed> where it stands and when it comes again: what a preview asks of */
    public static function when(User $user): array
    {
        return array_filter(
            self::of($user),
            fn (string $name): bool => in_array(explode('.', $name)[0], self::WHEN, true),
            ARRAY_FILTER_USE_KEY,
        );
    }

    /** @return array<string, string> */
    public static function messages(): array
    {
        return [
            ...RulesOf::messages(self::fields()),
            'lead_ups.max' => 'Up to 40 lead-ups come before one date.',
            'lead_ups.*.title.required' => 'What is to be done before it?',
            'lead_ups.*.count.between' => 'A lead-up stands up to 366 days before its date.',
            'lead_ups.*.estimate.between' => EntryFields::all()['estimate']->says['between'],
        ];
    }

    /** @return array<string, Field> that are sent */
    public static function fields(): array
    {
        return EntryFields::sent();
    }

    /** @return list<string> what is not sent is as it was, and has been put into the request before it is looked at */
    private static function presence(Field $field): array
    {
        return match (true) {
            $field->isOptional(), $field->inner() instanceof Text && ! $field->inner()->isNeeded => [],
            $field->inner() instanceof Listed => ['present'],
            default => ['required'],
        };
    }

    /** @return array<string, mixed> how its end and its clocks are said, how far a change reaches, and over what it may lie */
    private static function besides(): array
    {
        return [
            'end' => ['nullable', 'string', 'max:30'],
            'floating' => ['sometimes', 'boolean'],
            'over_protected' => ['sometimes', 'boolean'],
            'scope' => ['sometimes', Rule::enum(Scope::class)],
            'recurrence_id' => ['sometimes', 'nullable', 'string', 'max:30'],
            'version' => ['sometimes', 'integer'],
        ];
    }

    /** @return array<string, mixed> what leads up to it, line by line: each is an entry */
    private static function leadUps(): array
    {
        return [
            'lead_ups' => ['sometimes', 'array', 'max:40'],
            'lead_ups.*.id' => ['nullable', 'string', 'max:26'],
            'lead_ups.*.title' => ['required', 'string', RulesOf::limit('entries', 'title')],
            'lead_ups.*.count' => ['required', 'integer', RulesOf::limit('entries', 'lead_count')],
            'lead_ups.*.unit' => ['required', 'in:days,weeks,working_days'],
            'lead_ups.*.estimate' => ['nullable', 'integer', RulesOf::limit('entries', 'estimate')],
            'lead_ups.*.place' => ['required', 'in:day,basket'],
            'lead_ups.*.is_due' => ['required', 'boolean'],
            'lead_ups.*.waits' => ['required', 'boolean'],
        ];
    }
}
