<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use App\Actions\Entries\ChosenOccurrences;
use App\Models\Entry;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;

/** Several entries or occurrences that were chosen together, as a request names them under "items". */
final class ChosenItems
{
    /** @return array<string, list<string>> */
    public static function rules(): array
    {
        return [
            'items' => ['required', 'array', 'min:1', 'max:200'],
            'items.*.entry_id' => ['required', 'string', 'max:30'],
            'items.*.recurrence_id' => ['nullable', 'string', 'max:30'],
        ];
    }

    /** @return list<ChosenOccurrences> none where one of them is not there; then the validator says so */
    public static function of(FormRequest $request, Validator $validator): array
    {
        if ($validator->errors()->isNotEmpty()) {
            return [];
        }
        /** @var list<array{entry_id: string, recurrence_id?: string|null}> $items as validated */
        $items = array_values($request->array('items'));
        $entries = Changeable::by(Account::of($request))
            ->entries()
            ->whereKey(array_column($items, 'entry_id'))
            ->get()
            ->keyBy('id');
        $picked = [];
        foreach ($items as $i => $item) {
            $entry = $entries->get($item['entry_id']);
            if (! ($entry instanceof Entry)) {
                $validator->errors()->add("items.{$i}", 'One of them is not there any more. Choose again.');

                return [];
            }
            $picked[] = new ChosenOccurrences($entry, $entry->isRoutine() ? $item['recurrence_id'] ?? null : null);
        }

        return $picked;
    }
}
