<?php

declare(strict_types=1);

namespace App\Standins;

use App\Models\Delivery;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;

/** What lies in the stand-ins for a mail server and a phone, the latest first. */
final readonly class StandIns
{
    private const MOST = 100;

    public function __construct(private KeptMails $kept)
    {
    }

    /** @return list<array<string, mixed>> */
    public function mails(User $user): array
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $this->kept->forgetTokens($now, $user->id);
        DB::table('post_box')->where('user_id', $user->id)->whereNull('shown_at')->update(['shown_at' => $now]);

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
