<?php

declare(strict_types=1);

namespace App\Standins;

use App\Models\Delivery;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use stdClass;

/** What lies in the stand-ins for a mail server and a phone, the latest first. */
final class StandIns
{
    private const MOST = 100;

    /** @return list<array<string, mixed>> */
    public function mails(User $user): array
    {
        return array_values(
            DB::table('post_box')
                ->where('user_id', $user->id)
                ->orderByDesc('id')
                ->limit(self::MOST)
                ->get()
                ->map(
                    fn (stdClass $mail): array => [
                        'id' => $mail->id,
                        'to' => $mail->to,
                        'subject' => $mail->subject,
                        'html' => $mail->html,
                        'at' => $mail->created_at,
                    ],
                )
                ->all(),
        );
    }

    /** @return list<array<string, mixed>> */
    public function messages(User $user): array
    {
        $rows = DB::table('phone_messages')->where('user_id', $user->id)->orderByDesc('id')->limit(self::MOST)->get();
        $deliveries = Delivery::query()
            ->whereKey($rows->pluck('delivery_id')->filter()->all())
            ->with('entry')
            ->get()
            ->keyBy('id');

        return array_values(
            $rows
                ->map(function (stdClass $row) use ($deliveries): array {
                    $delivery = is_int($row->delivery_id) ? $deliveries->get($row->delivery_id) : null;

                    return [
                        'id' => $row->id,
                        'delivery_id' => $row->delivery_id,
                        'title' => $row->title,
                        'body' => $row->body,
                        'at' => $row->created_at,
                        'entry_id' => $delivery?->entry_id,
                        'recurrence_id' => $delivery?->recurrence_id,
                        'task' => $delivery?->entry?->kind === 'task',
                        'routine' => $delivery?->entry?->rule !== null,
                        'answered' => $delivery === null || $delivery->answered_at !== null,
                    ];
                })
                ->all(),
        );
    }
}
