<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Reminders\AnswerReminder;
use App\Actions\Reminders\CollectReminders;
use App\Http\Requests\Account;
use App\Http\Resources\DeliveryResource;
use App\Models\Delivery;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

final class ReminderController
{
    /** What has fallen and is unanswered, looked for at this moment. */
    public function waiting(Request $request, CollectReminders $collect): JsonResponse
    {
        $user = Account::of($request);
        $collect->collect($user);
        $waiting = Delivery::query()->where('user_id', $user->id)->whereNull('answered_at')->with('entry.calendar')
            ->orderBy('moment')->orderBy('id')->limit(200)->get();

        return response()->json([
            'waiting' => $waiting->map(fn (Delivery $delivery): array => (new DeliveryResource($delivery))->toArray($request))->all(),
            'revision' => User::query()->findOrFail($user->id)->revision,
        ]);
    }

    public function claim(Request $request, int $delivery, AnswerReminder $answer): JsonResponse
    {
        return response()->json(['yours' => $answer->claim($this->find($request, $delivery))]);
    }

    public function dismiss(Request $request, int $delivery, AnswerReminder $answer): Response
    {
        $answer->dismiss($this->find($request, $delivery));

        return response()->noContent();
    }

    private function find(Request $request, int $delivery): Delivery
    {
        return Delivery::query()->where('user_id', Account::of($request)->id)->findOrFail($delivery);
    }
}
