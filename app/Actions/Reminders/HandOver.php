<?php

declare(strict_types=1);

namespace App\Actions\Reminders;

use App\Mail\NoteMail;
use App\Models\Delivery;
use App\Models\User;
use App\Queries\ReminderNote;
use App\Standins\Phone;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Str;

/**
 * Takes what is due and hands it over. What one worker has taken no other takes, unless it was not handed over within a
 * minute: then the worker is gone. The handing over and the mark that it was are one transaction, and every note bears a
 * key that a post box and a phone know again, so that nothing comes twice.
 */
final readonly class HandOver
{
    private const AT_ONCE = 500;

    private const CLAIM_SECONDS = 60;

    /** Seconds after which something is said to have fallen while nobody was there. */
    private const MISSED = 600;

    /** Seconds after which the agenda of a day, or the call to close it, is of no use any more. */
    private const STALE = 14 * 3600;

    /** More than so many of those come in one note. */
    private const MOST_MISSED = 3;

    public function __construct(private PlanReminders $plan, private ReminderNote $notes, private Phone $phone)
    {
    }

    /**
     * @param  int  $linger  milliseconds between taking and handing over, for trying out what a crash does
     * @return int how many were handed over
     */
    public function pass(int $linger = 0): int
    {
        $this->plan->extendAll();
        $handed = 0;
        while (($taken = $this->take()) !== []) {
            if ($linger > 0) {
                usleep($linger * 1000);
            }
            foreach ($this->bundles($taken) as $bundle) {
                $handed += $this->hand($bundle);
            }
        }

        return $handed;
    }

    /** @return list<Delivery> */
    private function take(): array
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $due = DB::table('deliveries')->whereNull('handed_at')->where('moment', '<=', $now)->where(fn (Builder $free) => $free->whereNull('claimed_at')->orWhere('claimed_at', '<=', $now - self::CLAIM_SECONDS));
        if ($due->doesntExist()) {
            return [];
        }
        $claim = Str::random(20);
        DB::table('deliveries')->whereIn('id', (clone $due)->orderBy('moment')->orderBy('id')->limit(self::AT_ONCE)->select('id'))->update(['claim' => $claim, 'claimed_at' => $now]);

        return array_values(Delivery::query()->where('claim', $claim)->whereNull('handed_at')->with(['entry.calendar', 'user'])->orderBy('moment')->orderBy('id')->get()->all());
    }

    /**
     * One by one, but what fell while nobody was there in one note for each account and way.
     *
     * @param  list<Delivery>  $taken
     * @return list<non-empty-list<Delivery>>
     */
    private function bundles(array $taken): array
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $missed = $bundles = [];
        foreach ($taken as $one) {
            if ($one->moment < $now - self::MISSED && in_array($one->kind, ['reminder', 'later'], true)) {
                $missed["{$one->user_id}|{$one->way}"][] = $one;
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

        return $bundles;
    }

    /** @param  non-empty-list<Delivery>  $bundle */
    private function hand(array $bundle): int
    {
        return DB::transaction(function () use ($bundle): int {
            $first = $bundle[0];
            $ids = array_map(fn (Delivery $one): int => $one->id, $bundle);
            $marked = DB::table('deliveries')->whereIn('id', $ids)->where('claim', $first->claim)->whereNull('handed_at')
                ->update(['handed_at' => CarbonImmutable::now()->getTimestamp(), 'gathered' => count($bundle) > 1]);
            if ($marked !== count($bundle)) {
                return 0; // another worker has them
            }
            if ($this->isStale($first)) {
                DB::table('deliveries')->whereIn('id', $ids)->update(['answered_at' => CarbonImmutable::now()->getTimestamp()]);

                return 0;
            }
            $note = $this->notes->of($first->user, $bundle);
            match ($first->way) {
                'mail' => Mail::to($first->user->email)->send(new NoteMail($note, $this->key($bundle))),
                'phone' => $this->phone->push($first->user, $note, $this->key($bundle), count($bundle) === 1 ? $first : null),
                default => null, // the page shows what is handed over and unanswered
            };
            if ($first->way === 'screen') {
                User::query()->whereKey($first->user_id)->increment('revision');
            }

            return $marked;
        });
    }

    /** Nobody wants the agenda of a day that is over, nor to be called to close one a day later. */
    private function isStale(Delivery $one): bool
    {
        return in_array($one->kind, ['agenda', 'evening'], true) && CarbonImmutable::now()->getTimestamp() - $one->fell_at > self::STALE;
    }

    /** @param  non-empty-list<Delivery>  $bundle */
    private function key(array $bundle): string
    {
        return hash('xxh128', implode(' ', array_map(fn (Delivery $one): string => "{$one->key} {$one->fell_at}", $bundle)));
    }
}
