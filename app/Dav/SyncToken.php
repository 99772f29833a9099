<?php

declare(strict_types=1);

namespace App\Dav;

use App\Models\User;

/**
 * Up to where a client knows a calendar (RFC 6578 3.2): a revision of the account, and where not all of it was told at once, the last
 * entry that was. One from before a backup was brought back is good no more: revisions since then mean others.
 */
final readonly class SyncToken
{
    private const BEGINS = 'urn:plum-rota:sync:';

    public function __construct(public int $revision, public string $entry = '')
    {
    }

    /** Where nothing is known yet. */
    public static function none(): self
    {
        return new self(-1);
    }

    /** @throws DavFault where it is none of this calendar, or too old to be answered */
    public static function parse(string $text, User $user, string $calendar): self
    {
        $pattern =
            '/^'.preg_quote(self::BEGINS.self::line($user).":{$calendar}:", '/').'(\d{1,18})(?:\.([0-9a-z]{26}))?$/D';
        if (preg_match($pattern, $text, $m) !== 1 || (int) $m[1] > $user->revision) {
            throw new DavFault(403, 'This state is not known any more. Read all of it anew.', Node::DAV.'valid-sync-token');
        }

        // All of a revision is known where no entry is named: letters of ids come before "~".
        return new self((int) $m[1], $m[2] ?? '~');
    }

    public function text(User $user, string $calendar): string
    {
        return self::BEGINS.
            self::line($user).
            ":{$calendar}:{$this->revision}".
            ($this->entry === '' ? '' : ".{$this->entry}");
    }

    public static function line(User $user): string
    {
        return $user->revision_line === '' ? '0' : $user->revision_line;
    }
}
