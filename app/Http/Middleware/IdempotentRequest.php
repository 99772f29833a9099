<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Journal\KeptAnswers;
use App\Models\User;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpFoundation\Response;

/**
 * Makes a request with an Idempotency-Key safe to send twice: the second gets the first one's answer, and nothing
 * happens again. The answer is kept in the transaction of the change itself; one that failed leaves nothing behind.
 */
final class IdempotentRequest
{
    /** The attribute of a request under which what runs aside finds with what to keep its answer. */
    private const KEEPS = 'keeps its answer';

    /**
     * @param  Closure(Request): Response  $next
     * @param  string|null  $way  "aside" for what takes long: no transaction is open around it, and it keeps its answer in its
     *   own (see within())
     */
    public function handle(Request $request, Closure $next, ?string $way = null): Response
    {
        $key = (string) $request->headers->get('Idempotency-Key', '');
        $user = $request->user();
        if ($key === '' || $request->isMethodSafe() || ! ($user instanceof User)) {
            return $next($request);
        }
        if (strlen($key) > 100 || preg_match('/^[\x21-\x7e]+$/D', $key) !== 1) {
            return self::refused('An idempotency key has up to 100 plain letters, digits and signs.');
        }

        $answers = new KeptAnswers($user->id);

        return $way === 'aside'
            ? $this->aside($request, $next, $answers, $key, self::fingerprint($request))
            : $this->around($request, $next, $answers, $key, self::fingerprint($request));
    }

    /**
     * For what runs aside: to be called within the transaction of its change, with what will be answered.
     *
     * @return Closure(mixed): void
     */
    public static function within(Request $request): Closure
    {
        $keeps = $request->attributes->get(self::KEEPS);

        return $keeps instanceof Closure ? $keeps : function (mixed $body): void {
        };
    }

    /** @param  Closure(Request): Response  $next */
    private function around(Request $request, Closure $next, KeptAnswers $answers, string $key, string $fingerprint): Response
    {
        DB::beginTransaction();
        try {
            $isNew = $answers->take($key, $fingerprint);
            $response = $isNew ? $next($request) : self::kept($answers, $key, $fingerprint);
            if ($isNew && $response->isSuccessful()) {
                $answers->keep($key, $response->getStatusCode(), (string) $response->getContent());
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

    /** @param  Closure(Request): Response  $next */
    private function aside(Request $request, Closure $next, KeptAnswers $answers, string $key, string $fingerprint): Response
    {
        if ($answers->find($key) !== null) {
            return self::kept($answers, $key, $fingerprint);
        }
        $request->attributes->set(self::KEEPS, function (mixed $body) use ($answers, $key, $fingerprint): void {
            if (! $answers->take($key, $fingerprint)) {
                throw new AnsweredMeanwhile();
            }
            $answers->keep($key, 200, json_encode($body, JSON_THROW_ON_ERROR));
        });
        $response = $next($request);

        return $response instanceof \Illuminate\Http\Response || $response instanceof JsonResponse
            ? ($response->exception instanceof AnsweredMeanwhile ? self::kept($answers, $key, $fingerprint) : $response)
            : $response;
    }

    /** What is asked for, files by their content: PHP keeps no body of a request that carries some. */
    private static function fingerprint(Request $request): string
    {
        $parts = [$request->method(), $request->getRequestUri(), $request->getContent()];
        $files = $request->allFiles();
        if ($files !== []) {
            $parts[] = json_encode($request->post(), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE);
            array_walk_recursive($files, function (mixed $file, int|string $name) use (&$parts): void {
                if ($file instanceof UploadedFile) {
                    $parts[] =
                        $name.
                        ' '.
                        $file->getClientOriginalName().
                        ' '.
                        ($file->isValid() ? hash_file('sha256', $file->getPathname()) : $file->getError());
                }
            });
        }

        return hash('sha256', implode("\n", $parts));
    }

    private static function kept(KeptAnswers $answers, string $key, string $fingerprint): Response
    {
        $kept = $answers->find($key);
        if ($kept === null || $kept['fingerprint'] !== $fingerprint) {
            return self::refused('This idempotency key was already used for another request.');
        }

        return new Response($kept['body'], $kept['status'], [
            'Content-Type' => 'application/json',
            'Idempotent-Replay' => 'true',
        ]);
    }

    private static function refused(string $sentence): Response
    {
        return response()->json(['message' => $sentence, 'errors' => ['idempotency_key' => [$sentence]]], 422);
    }
}
