<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use App\Models\Theme;
use App\Models\User;
use PlumRota\Core\Time\LocalDate;

/** What each of some days is mainly for: what was said of that date, else what comes every so many weeks, else the theme of its weekday. */
final class Themes
{
    private const NOON = 720;

    /** Letters of a word of a theme by which it is known in a title. */
    private const LEAST_LETTERS = 4;

    /**
     * @return array<string, list<array{words: string, half: 'morning'|'afternoon'|null}>> by date, of the days that have one
     */
    public static function of(User $user, LocalDate $first, int $days): array
    {
        $last = $first->plusDays($days - 1);
        $rows = $user
            ->themes()
            ->where('date', '<=', (string) $last)
            ->where(fn ($any) => $any->where('weeks', '>', 0)->orWhere('date', '>=', (string) $first))
            ->orderBy('id')
            ->get();
        $themes = [];
        for ($i = 0; $i < $days; $i++) {
            $day = $first->plusDays($i);
            $found = self::on($day, $user->week[$day->weekday()->value - 1]['theme'], $rows->all());
            if ($found !== []) {
                $themes[(string) $day] = $found;
            }
        }

        return $themes;
    }

    /**
     * @param  array<Theme>  $rows
     * @return list<array{words: string, half: 'morning'|'afternoon'|null}>
     */
    private static function on(LocalDate $day, string $ofWeekday, array $rows): array
    {
        $rank = fn (Theme $one): int => $one->weeks === 0 ? 2 : 1;
        $byHalf = [];
        foreach ($rows as $row) {
            $from = LocalDate::parse($row->date);
            $apart = $day->dayNumber() - $from->dayNumber();
            $falls = $row->weeks === 0 ? $apart === 0 : $apart >= 0 && $apart % (7 * $row->weeks) === 0;
            foreach ($falls ? ($row->half === null ? ['morning', 'afternoon'] : [$row->half]) : [] as $half) {
                if (! isset($byHalf[$half]) || $rank($row) >= $rank($byHalf[$half])) {
                    $byHalf[$half] = $row;
                }
            }
        }
        $words = fn (string $half): string => isset($byHalf[$half]) ? $byHalf[$half]->words : $ofWeekday;
        if ($words('morning') === $words('afternoon')) {
            return $words('morning') === '' ? [] : [['words' => $words('morning'), 'half' => null]];
        }

        return array_values(
            array_filter(
                array_map(
                    fn (string $half): array => [
                        'words' => $words($half),
                        'half' => $half === 'morning' ? 'morning' : 'afternoon',
                    ],
                    ['morning', 'afternoon'],
                ),
                fn (array $one): bool => $one['words'] !== '',
            ),
        );
    }

    /**
     * @param  'morning'|'afternoon'|null  $half
     * @return array{int, int} minutes of the day
     */
    public static function hours(?string $half): array
    {
        return match ($half) {
            'morning' => [0, self::NOON],
            'afternoon' => [self::NOON, 1440],
            default => [0, 1440],
        };
    }

    /**
     * The first of some days that is mainly for what some words are about.
     *
     * @return array{date: string, words: string}|null
     */
    public static function dayFor(User $user, string $about, LocalDate $first, int $days): ?array
    {
        foreach (self::of($user, $first, $days) as $date => $themes) {
            foreach ($themes as $theme) {
                if (self::isAbout($theme['words'], $about)) {
                    return ['date' => $date, 'words' => $theme['words']];
                }
            }
        }

        return null;
    }

    /** Whether a word of a theme stands in what something is about. */
    public static function isAbout(string $theme, string $about): bool
    {
        foreach (preg_split('/[^\p{L}\d]+/u', mb_strtolower($theme)) ?: [] as $word) {
            if (mb_strlen($word) >= self::LEAST_LETTERS && str_contains(mb_strtolower($about), $word)) {
                return true;
            }
        }

        return false;
    }

    /** As a day's head says them: "Propagation", or "Propagation until noon, Office after it". */
    public static function inWords(mixed $themes): string
    {
        $said = [];
        foreach (is_array($themes) ? $themes : [] as $one) {
            if (is_array($one) && is_string($one['words'] ?? null)) {
                $said[] = match ($one['half'] ?? null) {
                    'morning' => "{$one['words']} until noon",
                    'afternoon' => "{$one['words']} after noon",
                    default => $one['words'],
                };
            }
        }

        return implode(', ', $said);
    }
}
