<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\User;
use Carbon\CarbonImmutable;
use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpFoundation\Response;

/**
 * Makes a request with an Idempotency-Key safe to send twice: the second gets the first one's answer, and nothing
 * happens again. The answer is kept in the transaction of the change itself; one that failed leaves nothing behind.
 */
final class AnswerOnce
{
    private const KEPT_HOURS = 24;

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $key = (string) $request->headers->get('Idempotency-Key', '');
        $user = $request->user();
        if ($key === '' || $request->isMethodSafe() || ! $user instanceof User) {
            return $next($request);
        }
        if (strlen($key) > 100) {
            return self::refused('The idempotency key is longer than 100 characters.');
        }
        $fingerprint = hash('sha256', $request->method().' '.$request->path().' '.$request->getContent());
        DB::beginTransaction();
        try {
            $isNew = DB::table('answers')->insertOrIgnore([
                'user_id' => $user->id, 'key' => $key, 'fingerprint' => $fingerprint, 'created_at' => CarbonImmutable::now(),
            ]) === 1;
            $response = $isNew ? $next($request) : $this->kept($user, $key, $fingerprint);
            if ($isNew && $response->isSuccessful()) {
                DB::table('answers')->where('user_id', $user->id)->where('key', $key)
                    ->update(['status' => $response->getStatusCode(), 'body' => $response->getContent()]);
                DB::table('answers')->where('created_at', '<', CarbonImmutable::now()->subHours(self::KEPT_HOURS))->delete();
                DB::commit();
            } else {
                DB::rollBack();
            }
        } catch (\Throwable $e) {
            DB::rollBack();
            throw $e;
        }

        return $response;
    }

    private function kept(User $user, string $key, string $fingerprint): Response
    {
        $kept = DB::table('answers')->where('user_id', $user->id)->where('key', $key)->first(['fingerprint', 'status', 'body']);
        if ($kept === null || $kept->fingerprint !== $fingerprint) {
            return self::refused('This idempotency key was already used for another request.');
        }

        return new Response(is_string($kept->body) ? $kept->body : '', is_numeric($kept->status) ? (int) $kept->status : 200,
            ['Content-Type' => 'application/json', 'Idempotent-Replay' => 'true']);
    }

    private static function refused(string $sentence): Response
    {
        return response()->json(['message' => $sentence, 'errors' => ['idempotency_key' => [$sentence]]], 422);
    }
}
