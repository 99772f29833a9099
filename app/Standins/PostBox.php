<?php

declare(strict_types=1);

namespace App\Standins;

use App\Models\User;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;
use Symfony\Component\Mime\Email;

/**
 * A stand-in for a mail server: what is mailed lies in a box that the page can open. Another mailer in MAIL_MAILER takes its
 * place.
 */
final class PostBox extends AbstractTransport
{
    protected function doSend(SentMessage $message): void
    {
        $mail = $message->getOriginalMessage();
        if (! ($mail instanceof Email)) {
            return;
        }
        foreach ($mail->getTo() as $to) {
            // What is for nobody here, as an invitation is, lies with the first account.
            $user = User::query()->where('email', $to->getAddress())->first() ?? User::query()->orderBy('id')->first();
            if ($user !== null) {
                $html = $mail->getHtmlBody();
                DB::table('post_box')->insertOrIgnore([
                    'user_id' => $user->id,
                    'message_id' => $mail->getHeaders()->get('Message-ID')?->getBodyAsString() ?? $message->getMessageId(),
                    'to' => $to->getAddress(),
                    'subject' => $mail->getSubject() ?? '',
                    'html' => is_string($html) ? $html : '',
                    'created_at' => now(),
                ]);
            }
        }
    }

    public function __toString(): string
    {
        return 'post-box';
    }
}
