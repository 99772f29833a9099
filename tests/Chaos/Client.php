<?php

declare(strict_types=1);

namespace Tests\Chaos;

use CURLFile;
use CurlHandle;
use CurlMultiHandle;

/** A page without a screen: cookies, the token against forged requests, and a key for every change. */
final class Client
{
    private string $jar;

    public function __construct(private readonly string $url)
    {
        $this->jar = (string) tempnam(sys_get_temp_dir(), 'plum-rota-jar');
    }

    public function __destruct()
    {
        @unlink($this->jar);
    }

    /**
     * @param  array<string, mixed>|null  $body
     * @return array{status: int, body: mixed, seconds: float} status 0 when there was no answer
     */
    public function send(string $method, string $path, ?array $body = null, ?string $key = null, int $patience = 30): array
    {
        return self::answer($this->request($method, $path, $body, $key, $patience));
    }

    /**
     * @param  array<string, mixed>|null  $body
     */
    public function request(string $method, string $path, ?array $body, ?string $key, int $patience = 30): CurlHandle
    {
        $headers = ['Accept: application/json', 'Content-Type: application/json'];
        if ($method !== 'GET') {
            $headers[] = 'X-XSRF-TOKEN: '.$this->token();
            $headers[] = 'Idempotency-Key: '.($key ?? bin2hex(random_bytes(8)));
        }
        $curl = curl_init($this->url.$path);
        curl_setopt_array(
            $curl,
            [
                CURLOPT_CUSTOMREQUEST => $method,
                CURLOPT_RETURNTRANSFER => true,
                CURLOPT_HTTPHEADER => $headers,
                CURLOPT_COOKIEJAR => $this->jar,
                CURLOPT_COOKIEFILE => $this->jar,
                CURLOPT_TIMEOUT => $patience,
                CURLOPT_SSL_VERIFYPEER => false,
                CURLOPT_SSL_VERIFYHOST => 0,
            ] + ($body === null ? [] : [CURLOPT_POSTFIELDS => json_encode($body, JSON_THROW_ON_ERROR)]),
        );

        return $curl;
    }

    /** A file to bring in, under a key of its own. */
    public function upload(string $path, string $text, int $patience = 30): CurlHandle
    {
        $curl = $this->request('POST', $path, null, null, $patience);
        $file = (string) tempnam(sys_get_temp_dir(), 'plum-rota-file');
        file_put_contents($file, $text);
        register_shutdown_function(fn () => @unlink($file));
        curl_setopt($curl, CURLOPT_HTTPHEADER, ['Accept: application/json', 'X-XSRF-TOKEN: '.$this->token()]);
        curl_setopt($curl, CURLOPT_POSTFIELDS, ['file' => new CURLFile($file, 'text/calendar', 'brought.ics')]);

        return $curl;
    }

    /** An entry as a client of CalDAV writes it. */
    public function put(string $address, string $user, string $text, int $patience = 30): CurlHandle
    {
        $curl = curl_init($this->url.$address);
        curl_setopt_array($curl, [
            CURLOPT_CUSTOMREQUEST => 'PUT',
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_USERPWD => $user,
            CURLOPT_HTTPHEADER => ['Content-Type: text/calendar'],
            CURLOPT_POSTFIELDS => $text,
            CURLOPT_TIMEOUT => $patience,
        ]);

        return $curl;
    }

    /** @return array{status: int, body: mixed, seconds: float} */
    public static function answer(CurlHandle $curl, ?CurlMultiHandle $among = null): array
    {
        $text = $among === null ? curl_exec($curl) : curl_multi_getcontent($curl);
        $status = $text === false || $text === null ? 0 : curl_getinfo($curl, CURLINFO_RESPONSE_CODE);

        return [
            'status' => $status,
            'body' => json_decode((string) $text, true),
            'seconds' => (float) curl_getinfo($curl, CURLINFO_TOTAL_TIME),
        ];
    }

    public function open(string $email = 'steward@example.test'): self
    {
        $this->send('POST', '/api/account', [
            'name' => 'Steward',
            'email' => $email,
            'password' => 'glasshouse panes',
            'zone' => 'Europe/Berlin',
        ]);

        return $this->signIn($email);
    }

    public function signIn(string $email = 'steward@example.test', string $password = 'glasshouse panes'): self
    {
        $this->send('POST', '/api/session', ['email' => $email, 'password' => $password]);

        return $this;
    }

    /** As the cookie has it; asked for where there is none yet. */
    private function token(): string
    {
        for ($try = 0; $try < 2; $try++) {
            foreach (@file($this->jar) ?: [] as $line) {
                $parts = explode("\t", trim($line));
                if (($parts[5] ?? '') === 'XSRF-TOKEN') {
                    return rawurldecode($parts[6] ?? '');
                }
            }
            $curl = curl_init($this->url.'/sanctum/csrf-cookie');
            curl_setopt_array($curl, [
                CURLOPT_RETURNTRANSFER => true,
                CURLOPT_COOKIEJAR => $this->jar,
                CURLOPT_COOKIEFILE => $this->jar,
                CURLOPT_TIMEOUT => 10,
                CURLOPT_SSL_VERIFYPEER => false,
                CURLOPT_SSL_VERIFYHOST => 0,
            ]);
            curl_exec($curl);
            unset($curl); // writes the jar
        }

        return '';
    }
}
