<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Reminders\AnswerReminder;
use App\Http\Requests\Account;
use App\Http\Requests\AnswerRequest;
use App\Models\Delivery;
use App\Models\User;
use App\Queries\Screens\Undelivered;
use App\Queries\Screens\Waiting;
use App\Standins\StandIns;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

final class ReminderController
{
    /** What has fallen and is unanswered, and what could not be delivered. */
    public function waiting(Request $request, Waiting $waiting, Undelivered $undelivered): JsonResponse
    {
        $user = Account::of($request);

        return response()->json([
            'waiting' => $waiting->show($user),
            'trouble' => $undelivered->of($user),
            'revision' => User::query()->findOrFail($user->id)->revision,
        ]);
    }

    public function claim(Request $request, int $delivery, AnswerReminder $answer): JsonResponse
    {
        return response()->json(['yours' => $answer->show($this->find($request, $delivery))]);
    }

    public function dismiss(Request $request, int $delivery, AnswerReminder $answer): Response
    {
        $answer->dismiss($this->find($request, $delivery));

        return response()->noContent();
    }

    /** What is put off is answered with when it comes back. */
    public function answer(AnswerRequest $request, int $delivery, AnswerReminder $answer): Response|JsonResponse
    {
        $user = Account::of($request);
        $found = $this->find($request, $delivery);
        $what = $request->string('answer')->value();
        if ($what === 'later') {
            return response()->json([
                'comes_back' => (string) $answer->later($user, $found, $request->string('when')->value()),
            ]);
        }
        match ($what) {
            'done' => $answer->done($user, $found),
            'skip' => $answer->skip($user, $found),
            default => $answer->dismiss($found),
        };

        return response()->noContent();
    }

    public function postBox(Request $request, StandIns $standIns): JsonResponse
    {
        return response()->json(['mails' => $standIns->mails(Account::of($request))]);
    }

    public function phone(Request $request, StandIns $standIns): JsonResponse
    {
        return response()->json(['messages' => $standIns->messages(Account::of($request))]);
    }

    private function find(Request $request, int $delivery): Delivery
    {
        return Account::of($request)->deliveries()->with('entry')->findOrFail($delivery);
    }
}
