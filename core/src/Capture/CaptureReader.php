<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Recurrence\OffDay;

/**
 * A line of plain English → a draft entry.
 *
 * Every kind of phrase says where in the line it may stand and what it would mean there (`…Phrases`). Of all these readings
 * those are taken that fit together and leave least of the line (`Choice`). What they say is put together (`Meaning`). What is
 * not understood stays in the title.
 */
final class CaptureReader
{
    public const LONGEST_LINE = 500;

    /**
     * @param  list<int>  $plain  bytes of the line at which phrases begin that are to stay ordinary words
     */
    public static function read(string $text, Context $context, array $plain = []): Draft
    {
        $line = new Text(mb_scrub($text));
        $dates = new DateReader($context);
        $phrases = [
            ...(new MomentPhrases($line, $context, $dates))->all(),
            ...(new RhythmPhrases($line, $dates))->all(),
            ...(new DeadlinePhrases($line, $context, $dates))->all(),
            ...(new ReminderPhrases($line))->all(),
            ...(new FilingPhrases($line, $context))->all(),
            ...(new LeadUpPhrases($line, $dates))->all(),
        ];
        $phrases = array_values(array_filter($phrases, fn (Phrase $one): bool => ! in_array($one->from, $plain, true)));
        $chosen = Choice::of($line, $phrases);
        $meaning = new Meaning($context);
        foreach ($chosen as $one) {
            ($one->say)($meaning);
        }
        $placement = $meaning->placement();
        if ($meaning->leadUps !== [] && $placement === null && $meaning->due === null) {
            $meaning->problem("“{$meaning->leadUps[0]['title']}” comes before a date, and the line names none.");
        }
        $isWholeDay = $placement === null || $placement->allDay;
        $title = self::title($line->line, $chosen);

        return new Draft(
            title: $title !== '' ? $title : $context->calendars[$meaning->calendar ?? ''] ?? '',
            isTask: $meaning->isTask ?? true,
            placement: $placement,
            rule: $meaning->rule,
            afterDone: $meaning->afterDone && $meaning->rule !== null,
            calendar: $meaning->calendar,
            due: $meaning->due,
            importance: $meaning->importance,
            estimate: $isWholeDay ? $meaning->minutes : null,
            reminders: $meaning->reminders,
            segments: self::segments($line->line, $chosen),
            notBefore: $meaning->notBefore,
            around: $meaning->around,
            offDay: $placement === null ? OffDay::Keep : $meaning->offDay,
            effort: $meaning->effort,
            labels: array_values(array_unique($meaning->labels)),
            place: $meaning->place,
            steps: $meaning->steps,
            problems: array_values(array_unique($meaning->problems)),
            otherTime: $meaning->otherTime,
            otherDate: $meaning->date?->other,
            leadUps: $meaning->leadUps,
        );
    }

    /**
     * What nothing was made of, with what joined it to the rest gone.
     *
     * @param  list<Phrase>  $chosen
     */
    private static function title(string $line, array $chosen): string
    {
        foreach ($chosen as $one) {
            if ($one->role !== 'title') {
                $line = substr_replace($line, str_repeat("\x01", $one->to - $one->from), $one->from, $one->to - $one->from);
            }
        }
        $joint = '[\s,;:–—-]*';
        $line = (string) preg_replace('~\(\s*(?:[\s,;:\x01–—-]*)\x01(?:[\s,;:\x01–—-]*)\)~u', "\x01", $line);
        $line = (string) preg_replace("~{$joint}(?:\x01+{$joint}(?:(?:and|on|at|,)\\s+(?=\x01))?)+~iu", ' ', $line);
        if (($chosen[0]->role ?? '') === 'reminder') {
            $line = (string) preg_replace('~^\s*to\s+(?=\S)~iu', '', $line); // remind me tomorrow to
        }

        return trim((string) preg_replace('/\s+/u', ' ', $line), " ,;:\n\t");
    }

    /**
     * @param  list<Phrase>  $chosen
     * @return list<Segment>
     */
    private static function segments(string $line, array $chosen): array
    {
        $segments = [];
        $at = 0;
        foreach ($chosen as $one) {
            if ($one->role === 'title') {
                continue;
            }
            if ($one->from > $at) {
                $segments[] = new Segment(substr($line, $at, $one->from - $at), 'title');
            }
            $segments[] = new Segment(substr($line, $one->from, $one->to - $one->from), $one->role);
            $at = $one->to;
        }
        if ($at < strlen($line)) {
            $segments[] = new Segment(substr($line, $at), 'title');
        }

        return $segments;
    }
}
