<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use App\Access\Visible;
use App\Models\User;
use App\Queries\Planning\Themes;
use PlumRota\Core\Tally\CountedLine;
use PlumRota\Core\Time\LocalDate;

/** What lines are counted by: in which groups a line counts, and what those are called. */
final readonly class Grouping
{
    public const BY = ['area', 'calendar', 'label', 'theme', 'effort', 'entry', 'person'];

    private const NOON = 43200;

    /**
     * @param  'area'|'calendar'|'label'|'theme'|'effort'|'entry'|'person'  $by
     * @param  array<string, string>  $names  of groups, by id; others are called by their id
     * @param  array<string, list<array{words: string, half: 'morning'|'afternoon'|null}>>  $themes  by date
     */
    private function __construct(private string $by, private array $names, private array $themes, private string $person)
    {
    }

    /** @param  'area'|'calendar'|'label'|'theme'|'effort'|'entry'|'person'  $by */
    public static function by(string $by, User $user, LocalDate $from, int $days): self
    {
        $who = Visible::to($user);
        /** @var array<string, string> $names */
        $names = match ($by) {
            'area' => $who->areas()->pluck('name', 'id')->all(),
            'calendar' => $who->calendars()->pluck('name', 'id')->all(),
            'effort' => ['light' => 'light', 'steady' => 'steady', 'demanding' => 'demanding', '' => 'effort not said'],
            'label' => ['' => 'no label'],
            'theme' => ['' => 'days without a theme'],
            default => [],
        };

        return new self($by, $names, $by === 'theme' ? Themes::of($user, $from, $days) : [], $user->name);
    }

    /** @return list<string> ids; a line with several labels counts under each of them */
    public function of(CountedLine $line): array
    {
        return match ($this->by) {
            'area' => [$line->of->areaId],
            'calendar' => [$line->of->calendarId],
            'label' => $line->of->labels === [] ? [''] : $line->of->labels,
            'theme' => [$this->theme($line->count->from, $line->count->to > $line->count->from)],
            'effort' => [$line->of->effort ?? ''],
            'entry' => [$line->of->habit],
            'person' => [$this->person],
        };
    }

    public function name(string $id): string
    {
        return $this->names[$id] ?? $id;
    }

    /** @return list<string> ids of groups that are shown also with nothing in them, in their order */
    public function known(): array
    {
        return in_array($this->by, ['area', 'calendar', 'effort'], true)
            ? array_map(strval(...), array_keys($this->names))
            : [];
    }

    /** Whether it must know what a line is of, or when it is; else what it can be chosen by is enough. */
    public function needsLines(): bool
    {
        return in_array($this->by, ['entry', 'theme'], true);
    }

    /** Whether the groups together are all there is. */
    public function addsUp(): bool
    {
        return $this->by !== 'label';
    }

    /** @param  int  $at  seconds on the wall */
    private function theme(int $at, bool $hasHours): string
    {
        $themes = $this->themes[(string) LocalDate::fromDayNumber((int) floor($at / 86400))] ?? [];
        $half = (($at % 86400) + 86400) % 86400 < self::NOON ? 'morning' : 'afternoon';
        foreach ($themes as $theme) {
            if ($theme['half'] === null || $theme['half'] === $half || ! $hasHours) {
                return $theme['words'];
            }
        }

        return '';
    }
}
