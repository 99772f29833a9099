<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\LeadUps;
use App\Queries\Occurrences\Unreadable;
use App\Queries\Planning\Preceding;
use App\Reading\OpenTasks;
use Carbon\CarbonImmutable;
use PlumRota\Core\Planning\UnscheduledTask;
use PlumRota\Core\Planning\Urgency;
use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;

/** Tasks that have no place yet, in the order in which they press. */
final readonly class Basket
{
    public function __construct(private Unreadable $unreadable, private OpenTasks $tasks, private LeadUps $leadUps)
    {
    }

    /** @return list<array<string, mixed>> the schema BasketItem of the contract */
    public function show(User $user): array
    {
        $entries = $this->tasks->unscheduled(Visible::to($user))->keyBy('id');
        $pressing = new Urgency($user->timeZone(), $user->wallNow()->date(), CarbonImmutable::now()->getTimestamp());
        $items = [];
        $leads = $this->leadUps->of($user, $entries->map(fn (Entry $entry): array => [$entry->id, 'once'])->values());
        [$readable, $groups] = $this->readable($pressing, $entries->all());
        foreach ($pressing->inOrder($readable) as $loose) {
            $entry = $entries->get($loose->key);
            if ($entry === null) {
                continue;
            }
            $items[] = [
                'entry_id' => $entry->id,
                'title' => $entry->title,
                'calendar_id' => $entry->calendar_id,
                'area_id' => $entry->calendar->area_id,
                'due' => $entry->due,
                'effort' => $entry->effort,
                'labels' => $entry->labels,
                'colour' => $entry->colour,
                'group' => $groups[$loose->key],
                'late' => $groups[$loose->key] === 'late',
                'rests' => $pressing->rests($loose),
                'not_before' => $entry->not_before,
                'around' => $entry->around,
                'waiting_for' => $entry->waiting_for,
                'ask_again' => $entry->ask_again,
                'estimate' => $entry->estimate,
                'importance' => $entry->importance,
                'put_off' => $entry->overrides->firstWhere('recurrence_id', 'once')->put_off ?? 0,
                'position' => $entry->position,
                'version' => $entry->version,
                'toward' => $leads['toward']->{"{$entry->id}|once"} ?? null,
                'lead_ups' => $leads['counts']->{"{$entry->id}|once"} ?? null,
                'after' => Preceding::open($entry)?->title,
            ];
        }

        return $items;
    }

    /**
     * @param  array<Entry>  $entries
     * @return array{list<UnscheduledTask>, array<string, string>}  and the group of each, by key
     */
    private function readable(Urgency $pressing, array $entries): array
    {
        $readable = $groups = [];
        foreach ($entries as $entry) {
            if ($entry->odd !== []) {
                $this->unreadable->odd($entry->id, $entry->title, $entry->odd);
            }
            try {
                $loose = self::loose($entry);
                $groups[$loose->key] = $pressing->group($loose);
                $readable[] = $loose;
            } catch (InvalidTime $fault) {
                $this->unreadable->failed($entry->id, $entry->title, $fault);
            }
        }

        return [$readable, $groups];
    }

    /** @throws InvalidTime when a row holds what cannot be reckoned with */
    private static function loose(Entry $entry): UnscheduledTask
    {
        return new UnscheduledTask(
            $entry->id,
            $entry->due === null ? null : Due::parse($entry->due),
            $entry->importance,
            $entry->position,
            $entry->not_before === null ? null : LocalDate::parse($entry->not_before),
            $entry->around === null ? null : Around::parse($entry->around)->first,
            $entry->ask_again === null ? null : LocalDate::parse($entry->ask_again),
        );
    }
}
