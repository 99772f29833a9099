<?php

declare(strict_types=1);

namespace Tests\Mutants;

use PhpToken;

/**
 * Small wrong changes of a file of PHP, one at a time: a limit that is one off, a comparison that takes its edge in or leaves it out, a
 * sum that is a difference, a condition turned round, a line left out.
 *
 * @phpstan-type Mutant array{line: int, from: string, to: string, code: string}
 */
final class Mutations
{
    private const SWAPPED = [
        '<' => '<=', '<=' => '<', '>' => '>=', '>=' => '>',
        '===' => '!==', '!==' => '===', '==' => '!=', '!=' => '==',
        '&&' => '||', '||' => '&&',
        '+' => '-', '-' => '+', '*' => '/', '/' => '*', '%' => '*',
        '+=' => '-=', '-=' => '+=', '++' => '--', '--' => '++',
        'true' => 'false', 'false' => 'true',
        'min' => 'max', 'max' => 'min', 'floor' => 'ceil', 'round' => 'floor',
        'continue' => 'break', '!' => '',
        'array_unique' => 'array_values', 'ksort' => 'krsort', 'sort' => 'rsort', 'mb_strlen' => 'strlen',
    ];

    /** After these a sign belongs to its number. */
    private const BEFORE_SIGNS = [
        '(', '[', ',', '=', '=>', 'return', '?', ':', '+', '-', '*', '/', '<', '>', '<=', '>=', '===', '!==', '<=>', '&&', '||', '??', '??=',
        '+=', '-=',
    ];

    /** A line that does something and says nothing new: an entry of a list, a call, a sum. */
    private const STATEMENT =
        '/^\s*(?:\$[\w>-]+(?:\[[^\]]*\])*\[\] = .+|\$[\w>:-]+\(.*\)|self::\w+\(.*\)|'.
        '(?:[uak]?r?k?sort|unset|array_push|array_splice)\(.+\)|\$[\w>-]+ (?:\+|-|\.)= .+);$/D';

    /** @return list<Mutant> */
    public static function of(string $code): array
    {
        $tokens = PhpToken::tokenize($code, TOKEN_PARSE);
        $found = [];
        $before = null;
        foreach ($tokens as $i => $token) {
            if ($token->isIgnorable()) {
                continue;
            }
            foreach (self::instead($token, $before, self::after($tokens, $i)) as $to) {
                $found[] = [
                    'line' => $token->line,
                    'from' => $token->text,
                    'to' => $to,
                    'code' => substr($code, 0, $token->pos).$to.substr($code, $token->pos + strlen($token->text)),
                ];
            }
            $before = $token;
        }
        $lines = explode("\n", $code);
        foreach ($lines as $i => $line) {
            if (preg_match(self::STATEMENT, $line) === 1) {
                $found[] = [
                    'line' => $i + 1,
                    'from' => trim($line),
                    'to' => '',
                    'code' => implode("\n", array_replace($lines, [$i => ''])),
                ];
            }
        }

        return $found;
    }

    /** @return list<string> */
    private static function instead(PhpToken $token, ?PhpToken $before, ?PhpToken $after): array
    {
        $text = $token->text;
        if ($token->is(T_LNUMBER)) {
            // Of declare(strict_types=1) nothing is asked.
            $isStrictness = $before?->text === '=' && $after?->text === ')';

            return ! $isStrictness && preg_match('/^\d+$/D', $text) === 1 ? [(string) ((int) $text + 1)] : [];
        }
        if ($token->is(T_STRING) && ! in_array($text, ['true', 'false'], true)) {
            $isCall = $after?->text === '(' && ! in_array($before?->text, ['->', '?->', '::', 'function', 'new'], true);

            return $isCall && isset(self::SWAPPED[$text]) ? [self::SWAPPED[$text]] : [];
        }
        if (in_array($text, ['+', '-'], true) && ($before === null || in_array($before->text, self::BEFORE_SIGNS, true))) {
            return [];
        }
        $isType = $text === 'false' && in_array($before?->text, ['|', ':'], true);
        if ($isType || $token->is([T_CONSTANT_ENCAPSED_STRING, T_ENCAPSED_AND_WHITESPACE, T_INLINE_HTML])) {
            return [];
        }

        return isset(self::SWAPPED[$text]) ? [self::SWAPPED[$text]] : [];
    }

    /** @param  array<int, PhpToken>  $tokens */
    private static function after(array $tokens, int $i): ?PhpToken
    {
        while (isset($tokens[++$i])) {
            if (! $tokens[$i]->isIgnorable()) {
                return $tokens[$i];
            }
        }

        return null;
    }
}
