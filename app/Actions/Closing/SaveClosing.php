<?php

declare(strict_types=1);

namespace App\Actions\Closing;

use App\Journal\WritePath;
use App\Models\User;
use App\Writing\Lines;
use App\Writing\WrittenMeanwhile;
use Carbon\CarbonImmutable;
use PlumRota\Core\Time\LocalDate;

/**
 * Keeps the few lines at the end of a day, and that it is closed.
 *
 * @phpstan-import-type Line from Lines
 */
final readonly class SaveClosing
{
    public function __construct(private WritePath $writes)
    {
    }

    /**
     * @param  list<Line>  $answers
     *
     * @throws WrittenMeanwhile
     */
    public function save(User $user, LocalDate $day, array $answers, bool $closed): void
    {
        $this->writes->run($user, $closed ? "Closed {$day}" : "Wrote about {$day}", function () use (
            $user,
            $day,
            $answers,
            $closed,
        ): void {
            $closing = $user->closings()->firstOrNew(['date' => (string) $day]);
            $closing->answers = Lines::merged($closing->answers ?? [], $answers);
            $closing->closed_at = $closed ? $closing->closed_at ?? CarbonImmutable::now()->getTimestamp() : null;
            $closing->save();
        });
    }
}
