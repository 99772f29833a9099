<?php

declare(strict_types=1);

namespace App\Standins;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * What the mails of the stand-in open to whoever has them (a new password, an invitation, presses): kept until it was shown, and
 * no longer than a day, so that no copy of the database lets anybody in.
 */
final class KeptMails
{
    /** Seconds for which a mail that was shown stays as it is. */
    public const SHOWN = 600;

    private const LONGEST = 86400;

    private const TOKENS = ['#/(reset|join)/[A-Za-z0-9]{20,}#' => '/$1/…', '#signature=[0-9a-f]{20,}#' => 'signature=…'];

    /**
     * @param  int  $now  Unix seconds
     * @return int how many mails had something in them that is not kept any more
     */
    public function forgetTokens(int $now, ?int $userId = null): int
    {
        $old = DB::table('post_box')
            ->when($userId !== null, fn (Builder $all): Builder => $all->where('user_id', $userId))
            ->where(
                fn (Builder $gone): Builder => $gone
                    ->where('shown_at', '<', $now - self::SHOWN)
                    ->orWhere('created_at', '<', gmdate('Y-m-d H:i:s', $now - self::LONGEST)),
            )
            ->where(
                fn (Builder $has): Builder => $has
                    ->where('html', 'like', '%/reset/%')
                    ->orWhere('html', 'like', '%/join/%')
                    ->orWhere('html', 'like', '%signature=%'),
            )
            ->get(['id', 'html']);
        $gone = 0;
        foreach ($old as $mail) {
            $html = self::without($mail);
            if ($html !== $mail->html) {
                $gone += DB::table('post_box')->where('id', $mail->id)->update(['html' => $html]);
            }
        }

        return $gone;
    }

    private static function without(stdClass $mail): string
    {
        return (string) preg_replace(array_keys(self::TOKENS), array_values(self::TOKENS), is_string($mail->html) ? $mail->html : '');
    }
}
