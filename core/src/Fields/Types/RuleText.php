<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RuleParser;

/** A recurrence rule (RFC 5545 3.3.10). */
final readonly class RuleText implements Type
{
    public const MOST = 4000;

    public function read(mixed $value): string
    {
        if (! is_string($value) || strlen($value) > self::MOST) {
            throw new NotAllowed('It is a rule of up to '.self::MOST.' characters.');
        }
        try {
            return (string) RuleParser::parse($value);
        } catch (InvalidRule $e) {
            throw new NotAllowed($e->getMessage());
        }
    }
}
