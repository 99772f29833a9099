<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Reminders\AnswerReminder;
use App\Models\Delivery;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use PlumRota\Core\Schedule\NoSuchOccurrence;

/**
 * The presses of a mail: signed, expiring, and good for one answer. The link shows a small page that waits for a press, so
 * that nothing that looks at links beforehand, or even runs what they lead to, answers anything.
 */
final class MailAnswerController
{
    public function ask(Request $request, int $delivery, string $answer): Response
    {
        $found = $this->find($request, $delivery);

        return response()->view('mail.answer', [
            'title' => $found?->entry?->title,
            'words' => self::words($answer),
            'state' => $found === null ? 'gone' : ($found->answered_at === null ? 'ask' : 'answered'),
            'url' => $request->fullUrl(),
        ]);
    }

    public function answer(Request $request, int $delivery, string $answer, AnswerReminder $answers): Response
    {
        $found = $this->find($request, $delivery);
        $state = $found === null ? 'gone' : ($found->answered_at === null ? 'done' : 'answered');
        if ($found !== null && $state === 'done') {
            try {
                match ($answer) {
                    'done' => $answers->done($found->user, $found),
                    'skip' => $answers->skip($found->user, $found),
                    default => $answers->later($found->user, $found, $answer),
                };
            } catch (NoSuchOccurrence) {
                $state = 'gone';
            }
        }

        return response()->view('mail.answer', [
            'title' => $found?->entry?->title,
            'words' => self::words($answer),
            'state' => $state,
            'url' => '',
        ]);
    }

    /** One that has fallen anew since the mail was sent is another. */
    private function find(Request $request, int $delivery): ?Delivery
    {
        return Delivery::query()
            ->whereKey($delivery)
            ->where('fell_at', $request->integer('fell'))
            ->with(['entry', 'user'])
            ->first();
    }

    private static function words(string $answer): string
    {
        return [
            'done' => 'done',
            'skip' => 'not this time',
            'hour' => 'in an hour again',
            'morning' => 'tomorrow morning again',
            'ten' => 'in ten minutes again',
            'evening' => 'this evening again',
        ][$answer] ?? $answer;
    }
}
