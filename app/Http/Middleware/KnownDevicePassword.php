<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Accounts\Backoff;
use App\Accounts\DevicePasswords;
use App\Models\User;
use Closure;
use Illuminate\Http\Request;
use PDOException;
use Symfony\Component\HttpFoundation\Response;

/** Lets in whoever brings a password made for a device (RFC 7617), and nobody by a session or the account's own password. */
final readonly class KnownDevicePassword
{
    public function __construct(private DevicePasswords $passwords, private Backoff $backoff)
    {
    }

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $email = (string) $request->getUser();
        $password = (string) $request->getPassword();
        if ($email === '' || $password === '') {
            return self::asks('Give the mail address of the account and a password made for this device.');
        }
        $machine = (string) $request->ip();
        $found = $this->passwords->find($email, $password);
        if ($found === null) {
            // What is right is never kept waiting: 130 bits are not guessed, and another device may have an old one.
            $wait = $this->backoff->wait("device {$email}", $machine);
            if ($wait > 0) {
                return self::said(Backoff::sentence($wait), 429, ['Retry-After' => (string) $wait]);
            }
            $this->backoff->wrong("device {$email}", $machine);

            return self::asks('Neither is it a password made for a device, nor does that of the account count here.');
        }
        try {
            $this->passwords->used($found);
        } catch (PDOException) {
            // noted the next time: a database that is busy keeps nobody from reading
        }
        $request->setUserResolver(fn (): User => $found->user);
        $request->attributes->set('device', $found->name);

        return $next($request);
    }

    private static function asks(string $sentence): Response
    {
        return self::said($sentence, 401, ['WWW-Authenticate' => 'Basic realm="Plum Rota", charset="UTF-8"']);
    }

    /** @param  array<string, string>  $headers */
    private static function said(string $sentence, int $status, array $headers): Response
    {
        return new Response("{$sentence}\n", $status, ['Content-Type' => 'text/plain; charset=utf-8', ...$headers]);
    }
}
