<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Reminding\Channel;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Reminding\Trigger;

/** When to be reminded, and by which channels. */
final readonly class ReminderPhrases
{
    private const MOST = 5;

    private const LEAD = '(?:with\s+a\s+reminder|and\s+remind\s+me|remind\s+me|reminder)';

    private const BY = '(?:by\s+(?<mail>e?-?mail)|on\s+(?:the|my)\s+(?<phone>phone)|on\s+(?:the\s+)?screen)';

    public function __construct(private Text $text)
    {
    }

    /** @return list<Phrase> */
    public function all(): array
    {
        $phrases = [];
        foreach ($this->text->wordStarts() as $at) {
            $lead = $this->text->at(self::LEAD, $at);
            if ($lead !== null) {
                $phrases[] = $this->from($at, $lead->to);
            }
        }

        return $phrases;
    }

    private function from(int $from, int $at): Phrase
    {
        [$at, $channels] = $this->channels($at);
        $triggers = [];
        $pending = [];
        while (count($triggers) + count($pending) < self::MOST) {
            $step = $this->text->at('\s*,?\s*(?:and\s+)?', $at, false);
            $next = $this->trigger($step->to ?? $at);
            if ($next === null) {
                break;
            }
            [$trigger, $at, $isOpen] = $next;
            if ($isOpen) {
                $pending[] = $trigger; // 15 min and 1 hour before

                continue;
            }
            array_push($triggers, ...$pending, ...[$trigger]);
            $pending = [];
            $end = $at;
        }
        $at = $end ?? $at;
        [$at, $later] = $this->channels($at);
        $channels = [...$channels, ...$later];
        if ($triggers === []) {
            $triggers = [Trigger::beforeStart(0)];
            $to = $this->text->at('\s+to(?=\s)', $at, false);
            $at = $to !== null && trim(substr($this->text->line, 0, $from)) === '' ? $to->to : $at;
        }

        return new Phrase(
            $from,
            $at,
            'reminder',
            0,
            fn (Meaning $m) => array_push(
                $m->reminders,
                ...array_map(fn (Trigger $trigger): Reminder => Reminder::of($trigger, $channels), $triggers),
            ),
        );
    }

    /** @return array{int, list<Channel>} where it goes on, and what was named */
    private function channels(int $at): array
    {
        $channels = [];
        while (($found = $this->text->at('\s*(?:,|and)?\s+'.self::BY, $at)) !== null) {
            $channels[] = $found->has('mail') ? Channel::Mail : ($found->has('phone') ? Channel::Phone : Channel::Screen);
            $at = $found->to;
        }

        return [$at, $channels];
    }

    /** @return array{Trigger, int, bool}|null with where it ends, and whether "before" is still to come */
    private function trigger(int $at): ?array
    {
        $before = '(?<before>\s+(?:before(?:hand)?|ahead|earlier|in\s+advance))?';
        $days = $this->text->at('(?<n>'.Words::NUMBER.')\s+(?<unit>day|week)s?'.$before, $at);
        if ($days !== null) {
            $minutes = Words::number($days->get('n')) * ($days->get('unit') === 'week' ? 10080 : 1440);

            return $minutes > 366 * 1440 ? null : [Trigger::beforeStart($minutes), $days->to, ! $days->has('before')];
        }
        $length = $this->text->at(LengthReader::LENGTH.$before, $at);
        if ($length !== null) {
            return [Trigger::beforeStart(min(366 * 1440, LengthReader::minutes($length))), $length->to, ! $length->has('before')];
        }
        $eve = $this->text->at('(?:on\s+)?(?:the\s+)?(?:day|evening|night)\s+before', $at);
        if ($eve !== null) {
            $lead = $this->text->at('\s*,?\s+at\s+', $eve->to, false);
            $clock = $lead === null ? null : ClockReader::at($this->text, $lead->to);

            return $clock === null || $clock->fault !== null
                ? [Trigger::beforeStart(1440), $eve->to, false]
                : [Trigger::atTime(1, $clock->time()), $clock->to, false];
        }
        $lead = $this->text->at('at\s+', $at, false);
        $clock = $lead === null ? null : ClockReader::at($this->text, $lead->to);
        if ($clock === null || $clock->fault !== null) {
            return null;
        }
        $eve = $this->text->at('\s+(?:on\s+)?the\s+day\s+before', $clock->to);

        return [Trigger::atTime($eve === null ? 0 : 1, $clock->time()), $eve->to ?? $clock->to, false];
    }
}
