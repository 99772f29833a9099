<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

/**
 * Reads a rule as other programs write it: with its name before it, spaces, small letters, empty parts, parts of their
 * own, a part said twice, COUNT beside UNTIL. What makes no sense still gets the strict reader's sentence.
 */
final class TolerantRule
{
    /** @throws InvalidRule */
    public static function parse(string $text): RecurrenceRule
    {
        if (strlen($text) > RuleParser::LONGEST_TEXT) {
            return RuleParser::parse($text);
        }
        $text = strtoupper((string) preg_replace('/\s+/', '', $text));
        $text = (string) preg_replace('/^RRULE[:;]?/', '', $text);
        $parts = [];
        foreach (explode(';', $text) as $part) {
            [$name, $value] = [...explode('=', $part, 2), ''];
            $value = trim((string) preg_replace('/,{2,}/', ',', $value), ',');
            if ($value !== '' && in_array($name, RuleParser::PARTS, true)) {
                $parts[$name] ??= $value;
            }
        }
        if (isset($parts['COUNT'], $parts['UNTIL'])) {
            unset($parts['COUNT']); // the earlier end cannot be told apart without expanding; the date is the clearer one
        }
        if (
            isset($parts['UNTIL']) &&
            preg_match('/^(\d{4})-?(\d\d)-?(\d\d)(?:T(\d\d):?(\d\d):?(\d\d)(Z?))?$/D', $parts['UNTIL']) === 1
        ) {
            $parts['UNTIL'] = (string) preg_replace('/[-:]/', '', $parts['UNTIL']);
        }
        if (isset($parts['SKIP'])) {
            $parts += ['RSCALE' => 'GREGORIAN'];
        }
        // "Every first Monday, weekly" is written now and then and can only mean every one.
        if (isset($parts['BYDAY']) && ! in_array($parts['FREQ'] ?? '', ['MONTHLY', 'YEARLY'], true)) {
            $parts['BYDAY'] = (string) preg_replace('/[+-]?\d+(?=[A-Z]{2})/', '', $parts['BYDAY']);
        }

        return RuleParser::parse(
            implode(';', array_map(fn (string $name, string $value): string => "{$name}={$value}", array_keys($parts), $parts)),
        );
    }
}
