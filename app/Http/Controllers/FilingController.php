<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Filing\ApplyFilingRule;
use App\Actions\Filing\RemoveFilingRule;
use App\Actions\Filing\SaveFilingRule;
use App\Http\Requests\Account;
use App\Http\Requests\FilingRequest;
use App\Models\Entry;
use App\Models\FilingRule;
use App\Queries\Planning\Filing;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Rules that file an entry by words in its title. */
final class FilingController
{
    public function index(Request $request): JsonResponse
    {
        return response()->json([
            'rules' => array_values(Account::of($request)->filingRules()->get()->map(self::shown(...))->all()),
        ]);
    }

    public function store(FilingRequest $request, SaveFilingRule $rules): JsonResponse
    {
        return response()->json(self::shown($rules->save(Account::of($request), null, $request->values())), 201);
    }

    public function update(FilingRequest $request, string $rule, SaveFilingRule $rules): JsonResponse
    {
        return response()->json(
            self::shown($rules->save(Account::of($request), self::find($request, $rule), $request->values())),
        );
    }

    public function destroy(Request $request, string $rule, RemoveFilingRule $rules): Response
    {
        $rules->remove(Account::of($request), self::find($request, $rule));

        return response()->noContent();
    }

    public function preview(FilingRequest $request, Filing $filing): JsonResponse
    {
        $values = $request->values();

        return response()->json([
            'entries' => array_map(
                fn (Entry $entry): array => [
                    'id' => $entry->id,
                    'title' => $entry->title,
                    'calendar_id' => $entry->calendar_id,
                    'colour' => $entry->colour,
                ],
                $filing->wouldChange(Account::of($request), $values['words'], $values['calendar_id'], $values['colour']),
            ),
        ]);
    }

    public function apply(Request $request, string $rule, ApplyFilingRule $rules): JsonResponse
    {
        return response()->json(['changed' => $rules->apply(Account::of($request), self::find($request, $rule))]);
    }

    public function match(Request $request, Filing $filing): JsonResponse
    {
        return response()->json($filing->for(Account::of($request), mb_substr($request->string('title')->value(), 0, 250)));
    }

    private static function find(Request $request, string $rule): FilingRule
    {
        return Account::of($request)->filingRules()->findOrFail($rule);
    }

    /** @return array<string, mixed> */
    private static function shown(FilingRule $rule): array
    {
        return ['id' => $rule->id, 'words' => $rule->words, 'calendar_id' => $rule->calendar_id, 'colour' => $rule->colour];
    }
}
