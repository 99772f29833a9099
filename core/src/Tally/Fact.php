<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

/** What is counted of a week by how often, and not by how long. */
enum Fact: string
{
    /** Tasks that had to be done. */
    case Musts = 'musts';

    /** Of those the ones that were. */
    case MustsDone = 'musts_done';

    /** How often what stands there was sent on to another day. */
    case PutOff = 'put_off';

    /** Decided against. */
    case LetGo = 'let_go';

    /** How often a line counts. What goes over several days counts on the first of them. */
    public function times(CountedLine $line): int
    {
        if (! $line->isFirst) {
            return 0;
        }
        $isMust = $line->of->isTask && $line->of->importance === 'must' && $line->outcome !== Outcome::LetGo;

        return match ($this) {
            self::Musts => $isMust ? 1 : 0,
            self::MustsDone => $isMust && $line->outcome->isDone() ? 1 : 0,
            self::PutOff => $line->putOff,
            self::LetGo => $line->outcome === Outcome::LetGo ? 1 : 0,
        };
    }
}
