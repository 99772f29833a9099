<?php

declare(strict_types=1);

namespace App\Interchange;

use Illuminate\Support\Facades\Validator;

/** What our own properties may hold: a file may have been written by anybody. */
final class OwnValues
{
    private const DATE = 'date_format:Y-m-d';

    private const MOMENT = ['string', 'max:19', 'regex:/^\d{4}-\d\d-\d\d(?:T\d\d:\d\d(?::\d\d)?)?$/D'];

    /** @var array<string, list<string>> by column; those of an occurrence may be any of them */
    private const RULES = [
        'calendar_id' => ['string', 'max:26'],
        'title' => ['required', 'string', 'max:250'],
        'notes' => ['present', 'string', 'max:20000'],
        'place' => ['present', 'string', 'max:250'],
        'link' => ['present', 'string', 'max:1000', 'regex:~^(?:https?://\S+)?$~iD'],
        'colour' => ['nullable', 'in:indigo,teal,ochre,brick,olive,rose,steel,amber,violet,forest,cyan,slate'],
        'labels' => ['present', 'list', 'max:12'],
        'labels.*' => ['string', 'max:40'],
        'foreign_lines' => ['present', 'list', 'max:200'],
        'foreign_lines.*' => ['string', 'max:2000'],
        'all_day' => ['boolean:strict'],
        'length' => ['integer:strict', 'between:0,527040'],
        'zone' => ['nullable', 'timezone:all'],
        'end_zone' => ['nullable', 'timezone:all'],
        'rule' => ['nullable', 'string', 'max:4000'],
        'after_done' => ['boolean:strict'],
        'extra_dates' => ['present', 'list', 'max:1000'],
        'except_dates' => ['present', 'list', 'max:1000'],
        'off_day' => ['in:keep,skip,before,after'],
        'seasons' => ['present', 'list', 'max:4'],
        'seasons.*.from' => ['required', 'regex:/^\d\d-\d\d$/D'],
        'seasons.*.to' => ['required', 'regex:/^\d\d-\d\d$/D'],
        'pauses' => ['present', 'list', 'max:20'],
        'pauses.*.from' => ['required', self::DATE],
        'pauses.*.to' => ['required', self::DATE],
        'overlaps' => ['boolean:strict'],
        'opens_round' => ['nullable', 'in:week,month'],
        'measure' => ['nullable', 'string', 'max:20'],
        'aim' => ['nullable', 'integer:strict', 'between:1,50'],
        'shortest_piece' => ['nullable', 'integer:strict', 'between:15,480'],
        'own_hours' => ['present', 'list', 'max:7'],
        'own_hours.*.days' => ['required', 'list', 'max:7'],
        'own_hours.*.days.*' => ['integer:strict', 'between:1,7'],
        'own_hours.*.from' => ['required', 'integer:strict', 'between:0,1439'],
        'own_hours.*.to' => ['required', 'integer:strict', 'between:1,1440'],
        'lead_count' => ['nullable', 'integer:strict', 'between:0,366'],
        'lead_unit' => ['nullable', 'in:days,weeks,working_days'],
        'lead_shift' => ['integer:strict', 'between:-400,400'],
        'lead_at' => ['nullable', self::DATE],
        'missed' => ['in:hold,roll,lapse'],
        'importance' => ['nullable', 'in:must,should,could'],
        'effort' => ['nullable', 'in:light,steady,demanding'],
        'estimate' => ['nullable', 'integer:strict', 'between:0,6000'],
        'checklist' => ['present', 'list', 'max:100'],
        'checklist.*.text' => ['required', 'string', 'max:250'],
        'checklist.*.done' => ['required', 'boolean:strict'],
        'not_before' => ['nullable', self::DATE],
        'around' => ['nullable', 'regex:/^\d{4}-W\d\d$/D'],
        'waiting_for' => ['present', 'string', 'max:120'],
        'ask_again' => ['nullable', self::DATE],
        'reminders' => ['present', 'list', 'max:10'],
        'reminders.*' => ['string', 'max:40', 'regex:/^-P[^;]+(?:;(?:screen|mail|phone)(?:,(?:screen|mail|phone))*)?$/D'],
        'own_reminders' => ['boolean:strict'],
        'always_through' => ['boolean:strict'],
        'busy' => ['boolean:strict'],
        'tentative' => ['boolean:strict'],
        'private' => ['boolean:strict'],
        'protected' => ['boolean:strict'],
        'travel' => ['integer:strict', 'between:0,1440'],
        'margin' => ['integer:strict', 'between:0,1440'],
        'margin_before' => ['integer:strict', 'between:0,1440'],
        'travel_back' => ['integer:strict', 'between:0,1440'],
    ];

    public static function allows(string $column, mixed $value): bool
    {
        $rules = array_filter(
            self::RULES + [
                'due' => ['nullable', ...self::MOMENT],
                'extra_dates.*' => self::MOMENT,
                'except_dates.*' => self::MOMENT,
            ],
            fn (string $name): bool => $name === $column || str_starts_with($name, "{$column}."),
            ARRAY_FILTER_USE_KEY,
        );

        return $rules !== [] && Validator::make([$column => $value], $rules)->passes();
    }

    /** @param  array<array-key, mixed>  $row  of the table of overrides */
    public static function allowRow(array $row): bool
    {
        $fields = $row['fields'] ?? [];
        foreach (is_array($fields) ? $fields : [] as $name => $value) {
            if (! self::allows((string) $name, $value)) {
                return false;
            }
        }

        return Validator::make($row, [
            'skipped' => ['boolean:strict'],
            'all_day' => ['boolean:strict', 'required_with:start'],
            'start' => self::MOMENT,
            'length' => ['integer:strict', 'between:0,527040', 'required_with:start'],
            'zone' => ['nullable', 'timezone:all'],
            'fields' => ['array'],
            'done_at' => ['integer:strict', 'between:0,8000000000'],
            'let_go_at' => ['integer:strict', 'between:0,8000000000'],
            'put_off' => ['integer:strict', 'between:0,60000'],
            'measured' => ['numeric', 'between:0,1000000'],
            'foreign_lines' => ['list', 'max:200'],
            'foreign_lines.*' => ['string', 'max:2000'],
        ])->passes();
    }
}
