<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;

/** Text of so many characters at most; blanks alone are none. */
final readonly class Text implements Type
{
    /**
     * @param  bool  $isNeeded  whether it may not be empty
     * @param  string|null  $pattern  a regular expression for the whole of it
     * @param  bool  $isLine  whether it is one line: whatever parts its words is one blank
     */
    public function __construct(
        public int $most,
        public bool $isNeeded = false,
        public ?string $pattern = null,
        public bool $isLine = false,
    ) {
    }

    /** As it is kept. */
    public function tidy(string $value): string
    {
        return match (true) {
            trim($value) === '' => '',
            $this->isLine => trim((string) preg_replace('/\s+/u', ' ', $value)),
            default => $value,
        };
    }

    public function read(mixed $value): string
    {
        if (
            ! is_string($value) ||
            ! mb_check_encoding($value, 'UTF-8') ||
            mb_strlen($value) > $this->most ||
            ($this->isNeeded && trim($value) === '') ||
            ($this->pattern !== null && preg_match($this->pattern, $value) !== 1) ||
            preg_match('/[\x00-\x08\x0b\x0c\x0e-\x1f\x7f]/', $value) === 1
        ) {
            throw new NotAllowed("It is text of up to {$this->most} characters.");
        }

        return $this->tidy($value);
    }
}
