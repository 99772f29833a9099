<?php

declare(strict_types=1);

namespace App\Interchange;

use JsonSerializable;

/**
 * One entry of a file on its way in: what it would become, or why it cannot.
 *
 * @phpstan-import-type AsArray from ReadEntry
 */
final readonly class ImportItem implements JsonSerializable
{
    /** Not there yet; there and the same; changed there since; changed here since; cannot be kept. */
    public const STATES = ['new', 'same', 'newer', 'older', 'refused'];

    /**
     * @param  int  $calendar  of those in the file
     * @param  value-of<self::STATES>  $state
     * @param  string|null  $reason  why it is refused
     */
    public function __construct(
        public int $calendar,
        public string $state,
        public string $title,
        public ?string $reason,
        public ?ReadEntry $read,
    ) {
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return [
            'calendar' => $this->calendar,
            'state' => $this->state,
            'title' => $this->title,
            'reason' => $this->reason,
            'read' => $this->read === null ? null : get_object_vars($this->read),
        ];
    }

    public static function again(string $line): self
    {
        /** @var array{calendar: int, state: value-of<self::STATES>, title: string, reason: string|null, read: AsArray|null} $one */
        $one = json_decode($line, true, flags: JSON_THROW_ON_ERROR);

        return new self(
            $one['calendar'],
            $one['state'],
            $one['title'],
            $one['reason'],
            $one['read'] === null ? null : new ReadEntry(...$one['read']),
        );
    }
}
