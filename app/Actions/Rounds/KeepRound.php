<?php

declare(strict_types=1);

namespace App\Actions\Rounds;

use App\Journal\WritePath;
use App\Models\Round;
use App\Models\User;
use App\Writing\Lines;
use App\Writing\WrittenMeanwhile;
use PlumRota\Core\Planning\Round\Period;

/**
 * Keeps what is written in a round, and which of its steps are done.
 *
 * @phpstan-import-type Line from Lines
 */
final readonly class KeepRound
{
    public function __construct(private WritePath $writes)
    {
    }

    /**
     * @param  list<string>|null  $steps  null for those that are done already
     * @param  list<Line>|null  $answers  null for what is written already
     *
     * @throws WrittenMeanwhile
     */
    public function keep(User $user, Period $period, ?array $steps, ?array $answers): void
    {
        $this->writes->run($user, "Kept the round of the {$period->kind}", function () use (
            $user,
            $period,
            $steps,
            $answers,
        ): void {
            $round =
                $user->rounds()->where('kind', $period->kind)->where('start', (string) $period->start)->first() ??
                new Round(['user_id' => $user->id, 'kind' => $period->kind, 'start' => (string) $period->start]);
            $round->fill([
                ...$steps === null ? [] : ['steps' => $steps],
                ...$answers === null ? [] : ['answers' => Lines::merged($round->answers ?? [], $answers)],
            ]);
            $round->save();
        });
    }
}
