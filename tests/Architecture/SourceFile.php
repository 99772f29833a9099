<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PhpToken;

/** What a file of PHP names, calls, makes and writes out, as its tokens say it: comments and how it is laid out do not matter. */
final readonly class SourceFile
{
    /** @var list<PhpToken> without spaces and comments */
    private array $tokens;

    private string $namespace;

    /** @var array<string, string> the full name by the one that the file uses */
    private array $imported;

    public function __construct(string $code)
    {
        $tokens = PhpToken::tokenize($code, TOKEN_PARSE);
        $this->tokens = array_values(array_filter($tokens, fn (PhpToken $one): bool => ! $one->isIgnorable()));
        $namespace = '';
        $imported = [];
        foreach ($this->tokens as $i => $token) {
            if ($token->is(T_NAMESPACE)) {
                $namespace = $this->tokens[$i + 1]->text;
            } elseif ($token->is(T_USE) && $this->tokens[$i + 1]->is([T_STRING, T_NAME_QUALIFIED, T_NAME_FULLY_QUALIFIED])) {
                $name = ltrim($this->tokens[$i + 1]->text, '\\');
                $as = $this->tokens[$i + 2]->is(T_AS) ? $this->tokens[$i + 3]->text : basename(str_replace('\\', '/', $name));
                $imported[$as] = $name;
            }
        }
        $this->namespace = $namespace;
        $this->imported = $imported;
    }

    /** @return list<string> the full names of classes, wherever they stand: imported, written out, made, or asked */
    public function classes(): array
    {
        $names = array_values($this->imported);
        foreach ($this->tokens as $i => $token) {
            $isDeclared = $this->follows($i, T_NAMESPACE) || $this->follows($i, T_USE);
            $isName = $token->is([T_NAME_QUALIFIED, T_NAME_FULLY_QUALIFIED]) || ($token->is(T_STRING) && $this->isClassHere($i));
            if ($isName && ! $isDeclared && ! $this->isMember($i) && ! $this->isCall($i)) {
                $names[] = $this->full($token->text);
            }
        }

        return array_values(array_unique($names));
    }

    /** @return list<string> functions that are called, without their namespace */
    public function functions(): array
    {
        $names = [];
        foreach ($this->tokens as $i => $token) {
            if ($this->isCall($i)) {
                $names[] = strtolower(basename(str_replace('\\', '/', $token->text)));
            } elseif ($token->is(T_CONSTANT_ENCAPSED_STRING) && $this->next($i, '(')) {
                $names[] = strtolower(trim($token->text, '\'"\\')); // 'time'()
            }
        }

        return array_values(array_unique($names));
    }

    /** @return list<string> methods that are called on objects */
    public function methods(): array
    {
        $names = [];
        foreach ($this->tokens as $i => $token) {
            if ($token->is(T_STRING) && $this->next($i, '(') && $this->isMember($i) && ! $this->follows($i, T_DOUBLE_COLON)) {
                $names[] = $token->text;
            }
        }

        return array_values(array_unique($names));
    }

    /** @return list<array{string, string}> the full name of a class, and what is called of it: "new" where one is made */
    public function staticCalls(): array
    {
        $calls = [];
        foreach ($this->tokens as $i => $token) {
            if (! $token->is([T_STRING, T_NAME_QUALIFIED, T_NAME_FULLY_QUALIFIED])) {
                continue;
            }
            if ($this->follows($i, T_NEW)) {
                $calls[] = [$this->full($token->text), 'new'];
            } elseif ($this->next($i, T_DOUBLE_COLON) && isset($this->tokens[$i + 3]) && $this->tokens[$i + 3]->text === '(') {
                $calls[] = [$this->full($token->text), $this->tokens[$i + 2]->text];
            }
        }

        return $calls;
    }

    /** @return list<string> the first words of a call in parentheses, after a name: of `new DateTimeImmutable('@1')` its "'@1'" */
    public function firstArguments(string $class, string $call): array
    {
        $found = [];
        foreach ($this->tokens as $i => $token) {
            $isIt = $token->is([T_STRING, T_NAME_QUALIFIED, T_NAME_FULLY_QUALIFIED]) && $this->full($token->text) === $class;
            if ($isIt && $call === 'new' && $this->follows($i, T_NEW)) {
                $found[] = $this->next($i, '(') ? $this->tokens[$i + 2]->text : '';
            }
        }

        return $found;
    }

    /** @return list<string> texts that are written out, without what stands around them */
    public function texts(): array
    {
        $texts = [];
        foreach ($this->tokens as $token) {
            if ($token->is([T_CONSTANT_ENCAPSED_STRING, T_ENCAPSED_AND_WHITESPACE])) {
                $texts[] = trim($token->text, '\'"');
            }
        }

        return $texts;
    }

    /** @return list<string> functions of PHP that are handed on by their name: array_map('hrtime', ...) */
    public function callables(): array
    {
        $names = [];
        foreach ($this->tokens as $i => $token) {
            $text = trim($token->text, '\'"\\');
            $isFirst = $this->follows($i, '(') && $this->tokens[$i - 2]->text === 'array_map';
            if ($isFirst && $token->is(T_CONSTANT_ENCAPSED_STRING) && preg_match('/^\w+$/D', $text) === 1) {
                $names[] = strtolower($text);
            }
        }

        return $names;
    }

    /** @return list<string> of these kinds of token, what stands there */
    public function of(int|string ...$kinds): array
    {
        $found = array_filter($this->tokens, fn (PhpToken $one): bool => $one->is($kinds));

        return array_values(array_map(fn (PhpToken $one): string => $one->text, $found));
    }

    /** A function that is called: no method, none that is declared here. */
    private function isCall(int $i): bool
    {
        return $this->tokens[$i]->is([T_STRING, T_NAME_QUALIFIED, T_NAME_FULLY_QUALIFIED]) &&
            $this->next($i, '(') &&
            ! $this->isMember($i) &&
            ! $this->follows($i, T_FUNCTION) &&
            ! ($this->follows($i, '&') && ($this->tokens[$i - 2] ?? null)?->is(T_FUNCTION) === true) &&
            ! $this->follows($i, T_NEW) &&
            ! $this->isAttribute($i);
    }

    private function isAttribute(int $i): bool
    {
        return $this->follows($i, T_ATTRIBUTE);
    }

    private function isMember(int $i): bool
    {
        return isset($this->tokens[$i - 1]) && $this->tokens[$i - 1]->is([T_OBJECT_OPERATOR, T_NULLSAFE_OBJECT_OPERATOR, T_DOUBLE_COLON]);
    }

    /** A short name that stands for a class of the file's own namespace. */
    private function isClassHere(int $i): bool
    {
        return ! isset($this->imported[$this->tokens[$i]->text]) && ($this->follows($i, T_NEW) || $this->next($i, T_DOUBLE_COLON));
    }

    private function full(string $name): string
    {
        if ($name[0] === '\\') {
            return ltrim($name, '\\');
        }
        [$first, $rest] = [...explode('\\', $name, 2), null];

        return match (true) {
            isset($this->imported[$first]) => $this->imported[$first].($rest === null ? '' : "\\{$rest}"),
            in_array($name, ['self', 'static', 'parent'], true) || $this->namespace === '' => $name,
            default => "{$this->namespace}\\{$name}",
        };
    }

    private function follows(int $i, int|string $kind): bool
    {
        return isset($this->tokens[$i - 1]) && $this->tokens[$i - 1]->is($kind);
    }

    private function next(int $i, int|string $kind): bool
    {
        return isset($this->tokens[$i + 1]) && $this->tokens[$i + 1]->is($kind);
    }
}
