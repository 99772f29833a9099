<?php

declare(strict_types=1);

namespace App\Archive;

/** An archive that was read and can take the place of what an account has. */
final readonly class PreparedAccount
{
    /**
     * @param  array<string, string>  $files  paths of those that were kept beside what is there, by their ids
     * @param  array<string, mixed>  $settings  columns of the account
     * @param  list<string>  $left  a sentence for each row that is left out
     */
    public function __construct(public StagedRows $rows, public array $files, public array $settings, public array $left)
    {
    }
}
