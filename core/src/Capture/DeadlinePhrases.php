<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Time\IsoWeek;
use PlumRota\Core\Time\LocalDateTime;

/** By when something is to be done, and from when or around when it is meant. */
final readonly class DeadlinePhrases
{
    private const BY = '(?:(?:is\s+)?due(?:\s+(?:on|by))?|by|deadline(?:\s+(?:is|on))?|no\s+later\s+than)\s*:?\s+';

    public function __construct(private Text $text, private Context $context, private DateReader $dates)
    {
    }

    /** @return list<Phrase> */
    public function all(): array
    {
        $phrases = [];
        foreach ($this->text->wordStarts() as $at) {
            $by = $this->text->at(self::BY, $at, false);
            if ($by !== null) {
                array_push($phrases, ...$this->due($at, $by->to));
            }
            $not = $this->text->at('not\s+before\s+', $at, false);
            if ($not !== null) {
                array_push($phrases, ...$this->notBefore($at, $not->to));
            }
        }
        foreach ($this->text->all('(?:around|about|in\s+about)\s+week\s+(?<n>\d{1,2})') as $found) {
            $number = (int) $found->get('n');
            $phrases[] =
                $number < 1 || $number > 53
                    ? new Phrase(
                        $found->from,
                        $found->to,
                        'title',
                        Phrase::TURN,
                        fn (Meaning $m) => $m->problem("There is no week {$number}."),
                    )
                    : new Phrase(
                        $found->from,
                        $found->to,
                        'turn',
                        Phrase::TURN,
                        fn (Meaning $m) => ($m->around = IsoWeek::next($number, $this->context->today())),
                    );
        }

        return $phrases;
    }

    /** @return list<Phrase> */
    private function due(int $from, int $at): array
    {
        $date = $this->dates->at($this->text, $at);
        if ($date !== null && $date->fault !== null) {
            return [new Phrase($from, $date->to, 'title', Phrase::DUE, fn (Meaning $m) => $m->problem($date->fault))];
        }
        $lead = $date === null ? null : $this->text->at('(?:\s*,\s*|\s+)(?<at>at\s+)?', $date->to, false);
        $clock = $date !== null && $lead === null ? null : ClockReader::at($this->text, $lead->to ?? $at);
        // A bare number after a date is a time only where "at" says so.
        $isBareNumber = $clock?->form === 'number' && ($lead === null || ! $lead->has('at'));
        if ($isBareNumber || $clock?->fault !== null) {
            $clock = null;
        }
        if ($date === null && $clock === null) {
            return [];
        }
        $phrases = [];
        if ($date !== null) {
            $phrases[] = new Phrase($from, $date->to, 'due', Phrase::DUE, fn (Meaning $m) => ($m->due = (string) $date->date));
        }
        if ($clock !== null) {
            $day = $date->date ?? $this->context->today();
            $due = LocalDateTime::of($day, $clock->time($date?->half));
            if ($date === null && $due->seconds <= $this->context->now->seconds) {
                $due = $due->plusMinutes(1440);
            }
            $phrases[] = new Phrase($from, $clock->to, 'due', Phrase::DUE, fn (Meaning $m) => ($m->due = (string) $due));
        }

        return $phrases;
    }

    /** @return list<Phrase> */
    private function notBefore(int $from, int $at): array
    {
        $date = $this->dates->at($this->text, $at);
        $month = $this->text->at('(?<m>'.Words::MONTH.')(?!\s*\d)', $at);
        $day = match (true) {
            $date !== null && $date->fault === null => $date->date,
            $month !== null => $this->dates->month(Words::month($month->get('m'))),
            default => null,
        };

        return $day === null
            ? []
            : [
                new Phrase(
                    $from,
                    $date->to ?? ($month->to ?? $at),
                    'turn',
                    Phrase::TURN,
                    fn (Meaning $m) => ($m->notBefore = $day),
                ),
            ];
    }
}
