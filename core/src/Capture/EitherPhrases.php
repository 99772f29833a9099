<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** "Sat or Sun", "the 4th or the 11th": which of the two is asked, and neither is taken. */
final readonly class EitherPhrases
{
    public function __construct(private Text $text, private DateReader $dates)
    {
    }

    /** @return list<Phrase> */
    public function all(): array
    {
        $phrases = [];
        foreach ($this->text->all('or|otherwise') as $or) {
            $begin = $this->text->at('\s+(?:(?:else|on|maybe|perhaps)\s+){0,2}(?:the\s+)?', $or->to, false)?->to;
            $second = $begin === null ? null : $this->dates->at($this->text, $begin);
            $end = strlen(rtrim(substr($this->text->seen, 0, $or->from), ' ,'));
            $from = $second === null || $second->fault !== null ? null : $this->dateBefore($end);
            if ($begin === null || $second === null || $from === null) {
                continue;
            }
            $one = $this->written($from, $end);
            $other = $this->written($begin, $second->to);
            $phrases[] = new Phrase(
                $from,
                $second->to,
                'title',
                Phrase::DATE,
                function (Meaning $meaning) use ($from, $second, $one, $other): void {
                    $meaning->isUndecided = true;
                    $meaning->problem("“{$this->written($from, $second->to)}”: which of the two? Until it is said, neither is taken.");
                    $meaning->others[] = [$from, $second->to, $one, $one];
                    $meaning->others[] = [$from, $second->to, $other, $other];
                },
            );
        }

        return $phrases;
    }

    /** The first byte of the date that ends here. */
    private function dateBefore(int $end): ?int
    {
        foreach ($this->text->wordStarts() as $at) {
            if ($at >= $end) {
                break;
            }
            $date = $this->dates->at($this->text, $at);
            if ($date !== null && $date->to === $end && $date->fault === null) {
                return $at;
            }
        }

        return null;
    }

    private function written(int $from, int $to): string
    {
        [$from, $to] = $this->text->written($from, $to);

        return trim(substr($this->text->line, $from, $to - $from));
    }
}
