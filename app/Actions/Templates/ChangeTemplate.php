<?php

declare(strict_types=1);

namespace App\Actions\Templates;

use App\Access\Changeable;
use App\Actions\Entries\MoveEntry;
use App\Actions\Entries\RemoveEntry;
use App\Actions\Entries\SaveSeries;
use App\Journal\WritePath;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\Template;
use App\Models\User;
use App\Queries\Templates\Stamped;
use PlumRota\Core\Planning\Stamping\Part;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\InvalidTime;

/** Changes a template, and those that were stamped from it and are to come, where that is wished; or takes it out. */
final readonly class ChangeTemplate
{
    public function __construct(private WritePath $writes, private Stamped $stamped, private MoveEntry $move)
    {
    }

    /**
     * @param  string|null  $name  null for the one it has
     * @param  list<array{part: int, at: int|null, length: int, title: string}>|null  $parts  those that stay; null for all as they are
     * @param  bool  $follow  whether the stamped ones to come are changed as well
     *
     * @throws InvalidTime|CannotReschedule
     */
    public function change(User $user, Template $template, ?string $name, ?array $parts, bool $follow): void
    {
        $this->writes->run($user, "Changed the template “{$template->name}”", function () use (
            $user,
            $template,
            $name,
            $parts,
            $follow,
        ): void {
            $before = array_column($template->parts, null, 'part');
            $now = $before;
            if ($parts !== null) {
                $now = [];
                foreach ($parts as $one) {
                    $old = $before[$one['part']] ?? null;
                    if ($old !== null) {
                        new Part($old['day'], $one['at'], $one['length']);
                        $now[$one['part']] = [
                            ...$old,
                            'at' => $one['at'],
                            'length' => $one['length'],
                            'fields' => [...$old['fields'], 'title' => $one['title']],
                        ];
                    }
                }
            }
            $template->update([
                ...$name === null ? [] : ['name' => $name],
                'parts' => array_values($now),
                'version' => $template->version + 1,
            ]);
            if ($follow) {
                foreach ($this->stamped->toCome($user, $template) as $id => $next) {
                    $entry = Changeable::by($user)->entry((string) $id);
                    $number = $entry->template_part ?? -1;
                    if (isset($before[$number])) {
                        $this->follow($user, $entry, $next, $before[$number], $now[$number] ?? null);
                    }
                }
            }
        });
    }

    public function remove(User $user, Template $template): void
    {
        $this->writes->run($user, "Took out the template “{$template->name}”", fn () => $template->delete());
    }

    /**
     * What somebody has changed of a stamped one stays as they made it.
     *
     * @param  string  $next  the recurrence id of its next occurrence
     * @param  array{part: int, day: int, at: int|null, length: int, fields: array<string, mixed>}  $before
     * @param  array{part: int, day: int, at: int|null, length: int, fields: array<string, mixed>}|null  $now  null where the part is gone
     *
     * @throws CannotReschedule
     */
    private function follow(User $user, Entry $entry, string $next, array $before, ?array $now): void
    {
        if ($now === null) {
            if (! $entry->isRoutine()) {
                RemoveEntry::whole($entry);
            }

            return;
        }
        $series = SeriesOf::mendable($entry);
        if ($series === null) {
            return;
        }
        $at = $series->placement->allDay ? null : intdiv($series->placement->start->seconds % 86400, 60);
        $isAsStamped = $at === $before['at'] && $series->placement->length === $before['length'];
        if ($isAsStamped && ($before['at'] !== $now['at'] || $before['length'] !== $now['length'])) {
            $date = $series->startOf($next)->date();
            $place = (new Part(0, $now['at'], $now['length']))->on($date, $user->timeZone());
            $entry = $entry->isRoutine()
                ? $this->move->move($user, $entry, $place, Scope::Onward, $next, null, true)
                : $this->placed($entry, $place);
        }
        $title = $before['fields']['title'] ?? null;
        if ($entry->title === $title && $title !== ($now['fields']['title'] ?? null)) {
            $entry->update(['title' => $now['fields']['title'], 'version' => $entry->version + 1]);
        }
    }

    private function placed(Entry $entry, Placement $place): Entry
    {
        SaveSeries::into($entry, new Series('', $place));

        return $entry;
    }
}
