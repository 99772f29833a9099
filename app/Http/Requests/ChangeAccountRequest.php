<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\KnownZone;
use App\Writing\WrittenMeanwhile;
use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Fields\Tables\SettingFields;
use PlumRota\Core\Fields\Types\Text;

final class ChangeAccountRequest extends FormRequest
{
    /** What is set where it belongs: at a calendar, beside the archives. */
    private const ELSEWHERE = ['default_calendar_id', 'archives_daily', 'archives_kept'];

    /** @return array<string, mixed> */
    public function rules(): array
    {
        $of = new RulesOf(Account::of($this));
        $rules = ['routines_keep' => ['sometimes', 'in:wall,instant'], 'was' => ['sometimes', 'array', 'max:40']];
        foreach (array_diff_key(SettingFields::all(), array_flip(self::ELSEWHERE)) as $field) {
            $isNeeded = $field->type instanceof Text && $field->type->isNeeded;
            $rules += $of->field($field, ['sometimes', ...$isNeeded ? ['required'] : []]);
        }
        $rules['zone'] = ['sometimes', 'required', 'string', new KnownZone()];
        $rules['holidays'][] = new KnownCountry();
        $rules['work_days.*'][] = 'distinct';
        $rules['agenda_channels.*'][] = 'distinct';
        $rules['week.*.sleeps'][] = 'gt:week.*.wakes';

        return $rules;
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return RulesOf::messages(SettingFields::all());
    }

    /** Whether routines stay at their time of day when the zone changes. */
    public function routinesKeepWall(): bool
    {
        return $this->input('routines_keep') !== 'instant';
    }

    /**
     * Whether each setting still is what its writer knows of it, as AccountResource tells it.
     *
     * @param  array<string, mixed>  $is
     *
     * @throws WrittenMeanwhile
     */
    public function requireKnown(array $is): void
    {
        foreach ($this->array('was') as $name => $was) {
            if (array_key_exists((string) $name, $is) && $is[(string) $name] != $was && $is[(string) $name] != $this->input((string) $name)) {
                throw new WrittenMeanwhile();
            }
        }
    }

    /** @return array<string, mixed> */
    public function changes(): array
    {
        /** @var array<string, mixed> $changes */
        $changes = array_diff_key($this->validated(), ['routines_keep' => true, 'was' => true]);
        if (array_key_exists('weather_place', $changes)) {
            $changes['weather_place'] = $this->string('weather_place')->trim()->value();
        }
        if (is_array($changes['week'] ?? null)) {
            $changes['week'] = array_map(
                fn (mixed $day): array => is_array($day)
                    ? [...$day, 'theme' => is_string($day['theme'] ?? null) ? $day['theme'] : '']
                    : [],
                $changes['week'],
            );
        }

        return $changes;
    }
}
