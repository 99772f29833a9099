<?php

declare(strict_types=1);

namespace App\Actions\Reminders;

use App\Models\Delivery;
use App\Notifications\ReminderNotification;
use App\Queries\Reminding\ReminderNote;
use App\Queries\Reminding\ReminderRows;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Symfony\Component\Mailer\Exception\TransportExceptionInterface;
use Throwable;

/**
 * Takes what is due and hands it over. What one worker has taken no other takes, unless it was not handed over within a
 * minute: then the worker is gone. No lock is held while a mail server is waited for; every note bears a key that the post
 * box, the phone and a mail program know again, and that stays the same when it is tried again, so that nothing comes twice.
 *
 * A channel that fails does not stop the others: what could not be handed over is tried again, later each time.
 */
final readonly class DispatchReminders
{
    private const AT_ONCE = 500;

    /** Accounts whose next days are written down before it is looked again whether something is due. */
    private const PLANNED_AT_ONCE = 20;

    private const CLAIM_SECONDS = 60;

    /** Seconds after which something is said to have fallen while nobody was there. */
    private const MISSED = 600;

    /** Seconds after which the agenda of a day, or the call to close it, is of no use any more. */
    private const STALE = 14 * 3600;

    /** More than so many of those come in one note. */
    private const MOST_MISSED = 3;

    /** Seconds until the first try after one that failed; twice as long each time, up to the longest. */
    private const FIRST_RETRY = 30;

    private const LONGEST_RETRY = 3600;

    public function __construct(private PlanReminders $plan, private WrongClock $clock, private ReminderNote $notes)
    {
    }

    /**
     * @param  int  $linger  milliseconds between taking and handing over, for trying out what a crash does
     * @return int how many were handed over
     */
    public function pass(int $linger = 0): int
    {
        $this->clock->mend();
        $handed = 0;
        do {
            $isBehind = $this->plan->extendSome(self::PLANNED_AT_ONCE);
            $handed += $this->handOverDue($linger);
        } while ($isBehind);

        return $handed;
    }

    private function handOverDue(int $linger): int
    {
        $handed = 0;
        while (($taken = $this->take()) !== []) {
            if ($linger > 0) {
                usleep($linger * 1000);
            }
            $down = [];
            foreach ($this->bundles($taken) as $bundle) {
                $channel = $bundle[0]->channel;
                if (isset($down[$channel])) {
                    $this->putBack($bundle, self::FIRST_RETRY, $down[$channel]);

                    continue;
                }
                try {
                    $handed += $this->hand($bundle);
                } catch (Throwable $fault) {
                    $this->failed($bundle, $fault);
                    // A mail server that does not answer is not asked again for each of the rest.
                    $down += $fault instanceof TransportExceptionInterface ? [$channel => self::why($fault)] : [];
                }
            }
        }

        return $handed;
    }

    /** @return Builder<Delivery> what may be handed over now */
    private function due(): Builder
    {
        $now = CarbonImmutable::now()->getTimestamp();

        return Delivery::query()
            ->stillOpen()
            ->where('moment', '<=', $now)
            ->where(
                fn (Builder $again) => $again
                    ->whereNull('retry_at')
                    ->orWhere('retry_at', '<=', $now)
                    ->orWhere('retry_at', '>', $now + self::LONGEST_RETRY + self::CLAIM_SECONDS),
            )
            // A claim that lies ahead of now was made by a clock that was wrong.
            ->where(
                fn (Builder $free) => $free
                    ->whereNull('claimed_at')
                    ->orWhere('claimed_at', '<=', $now - self::CLAIM_SECONDS)
                    ->orWhere('claimed_at', '>', $now + self::CLAIM_SECONDS),
            );
    }

    /** @return list<Delivery> */
    private function take(): array
    {
        if ($this->due()->doesntExist()) {
            return [];
        }
        $claim = Str::random(20);
        Delivery::query()
            ->whereIn('id', $this->due()->inOrder()->limit(self::AT_ONCE)->select('id'))
            ->update(['claim' => $claim, 'claimed_at' => CarbonImmutable::now()->getTimestamp()]);

        return array_values(
            Delivery::query()
                ->where('claim', $claim)
                ->whereNull('handed_at')
                ->with(['entry.calendar', 'user'])
                ->inOrder()
                ->get()
                ->all(),
        );
    }

    /**
     * One by one, but what fell while nobody was there in one note for each account and channel; what was tried before goes in
     * the note it was tried with.
     *
     * @param  list<Delivery>  $taken
     * @return list<non-empty-list<Delivery>>
     */
    private function bundles(array $taken): array
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $missed = $tried = $bundles = [];
        foreach ($taken as $one) {
            if ($one->note_key !== null) {
                $tried[$one->note_key][] = $one;
            } elseif (
                $one->moment < $now - self::MISSED &&
                ! $this->isStale($one) &&
                in_array($one->kind, ['reminder', 'later'], true)
            ) {
                $missed["{$one->user_id}|{$one->channel}"][] = $one;
            } else {
                $bundles[] = [$one];
            }
        }
        foreach ($missed as $all) {
            if (count($all) > self::MOST_MISSED) {
                $bundles[] = $all;
            } else {
                array_push($bundles, ...array_map(fn (Delivery $one): array => [$one], $all));
            }
        }

        return [...$bundles, ...array_values($tried)];
    }

    /** @param  non-empty-list<Delivery>  $taken */
    private function hand(array $taken): int
    {
        $bundle = $this->stillWanted($taken);
        if ($bundle === []) {
            return 0;
        }
        $first = $bundle[0];
        if ($this->isStale($first)) {
            $this->mark($bundle, ['answered_at' => CarbonImmutable::now()->getTimestamp()]);

            return 0;
        }
        $key = $first->note_key ?? $this->key($bundle);
        $notification = new ReminderNotification(
            $this->notes->of($first->user, $bundle),
            $key,
            $first->channel,
            count($bundle) === 1 ? $first : null,
        );
        $leavesHere = $first->channel === 'mail';
        if ($leavesHere) {
            $first->user->notifyNow($notification); // outside any transaction: a slow mail server stops nobody
        }

        return DB::transaction(function () use ($first, $bundle, $notification, $leavesHere): int {
            if (! $leavesHere) {
                $first->user->notifyNow($notification); // what stays here is written with its mark
            }

            return $this->mark($bundle, ['gathered' => count($bundle) > 1]);
        });
    }

    /**
     * Those of a bundle that this worker still has and that were not ticked off or moved meanwhile; the claim begins anew.
     *
     * @param  non-empty-list<Delivery>  $bundle
     * @return list<Delivery>
     */
    private function stillWanted(array $bundle): array
    {
        return DB::transaction(function () use ($bundle): array {
            $mine = Delivery::query()
                ->whereKey(self::ids($bundle))
                ->where('claim', $bundle[0]->claim)
                ->whereNull('handed_at')
                ->whereNull('dropped_at')
                ->whereNull('answered_at')
                ->pluck('fell_at', 'id');
            $bundle = array_values(array_filter($bundle, fn (Delivery $one): bool => $mine->get($one->id) === $one->fell_at));
            if ($bundle !== []) {
                Delivery::query()
                    ->whereKey(self::ids($bundle))
                    ->update([
                        'claimed_at' => CarbonImmutable::now()->getTimestamp(),
                        'note_key' => $bundle[0]->note_key ?? $this->key($bundle),
                    ]);
            }

            return $bundle;
        });
    }

    /**
     * @param  non-empty-list<Delivery>  $bundle
     * @param  array<string, mixed>  $besides
     */
    private function mark(array $bundle, array $besides): int
    {
        return Delivery::query()
            ->whereKey(self::ids($bundle))
            ->where('claim', $bundle[0]->claim)
            ->whereNull('handed_at')
            ->update(['handed_at' => CarbonImmutable::now()->getTimestamp(), 'trouble' => null, 'retry_at' => null, ...$besides]);
    }

    /** @param  non-empty-list<Delivery>  $bundle */
    private function failed(array $bundle, Throwable $fault): void
    {
        report($fault);
        $tries = 1 + max(array_map(fn (Delivery $one): int => $one->tries, $bundle));
        Delivery::query()
            ->whereKey(self::ids($bundle))
            ->where('claim', $bundle[0]->claim)
            ->whereNull('handed_at')
            ->update(['tries' => $tries]);
        $this->putBack($bundle, min(self::LONGEST_RETRY, self::FIRST_RETRY * 2 ** min(10, $tries - 1)), self::why($fault));
    }

    /**
     * @param  non-empty-list<Delivery>  $bundle
     * @param  int  $seconds  until it is tried again
     * @param  string  $why  for the owner to read
     */
    private function putBack(array $bundle, int $seconds, string $why): void
    {
        Delivery::query()
            ->whereKey(self::ids($bundle))
            ->where('claim', $bundle[0]->claim)
            ->whereNull('handed_at')
            ->update([
                'claim' => null,
                'claimed_at' => null,
                'trouble' => $why,
                'retry_at' => CarbonImmutable::now()->getTimestamp() + $seconds,
            ]);
    }

    /** A sentence that the owner can read; the whole of it is in the log. */
    private static function why(Throwable $fault): string
    {
        $said = $fault->getMessage();

        return match (true) {
            ! ($fault instanceof TransportExceptionInterface) => 'something went wrong here.',
            str_contains($said, 'timed out') => 'the mail server did not answer in time.',
            str_contains($said, 'Connection could not be established'),
            str_contains($said, 'Connection refused') => 'the mail server cannot be reached.',
            preg_match('/code "(\d{3})"/', $said, $code) === 1 => "the mail server refused it (code {$code[1]}).",
            default => 'the mail server did not take it.',
        };
    }

    /** Nobody wants the agenda of a day that is over, to be called to close one a day later, or what fell weeks ago. */
    private function isStale(Delivery $one): bool
    {
        return CarbonImmutable::now()->getTimestamp() - $one->fell_at >
            (in_array($one->kind, ['agenda', 'evening'], true) ? self::STALE : ReminderRows::LONGEST_BACK);
    }

    /** @param  non-empty-list<Delivery>  $bundle */
    private function key(array $bundle): string
    {
        return hash(
            'xxh128',
            implode(
                ' ',
                array_map(
                    fn (Delivery $one): string => "{$one->key} {$one->fell_at}".
                        ($one->repeated === 0 ? '' : " {$one->repeated}"),
                    $bundle,
                ),
            ),
        );
    }

    /**
     * @param  list<Delivery>  $bundle
     * @return list<int>
     */
    private static function ids(array $bundle): array
    {
        return array_map(fn (Delivery $one): int => $one->id, $bundle);
    }
}
