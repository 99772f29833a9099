<?php

declare(strict_types=1);

namespace App\Queries\Reminding;

/** What is told to someone, by whatever channel. */
final readonly class Note
{
    /**
     * @param  list<string>  $lines
     * @param  list<array{words: string, url: string}>  $presses
     */
    public function __construct(public string $title, public array $lines, public array $presses)
    {
    }
}
