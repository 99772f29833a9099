<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Assert;
use Symfony\Component\Yaml\Yaml;

/** Holds every answer against api/openapi.yaml. */
final class Contract
{
    private const ID = 'https://plum-rota.test/openapi.json';

    private static ?Validator $validator = null;

    /** @var array<string, mixed> */
    private static array $document = [];

    public static function check(string $method, string $path, TestResponse $response): void
    {
        self::load();
        $path = '/'.ltrim((string) preg_replace('#^/?api/#', '', (string) strtok($path, '?')), '/');
        $known = self::match($path) ?? Assert::fail("The contract has no path {$path}.");
        $operation =
            self::$document['paths'][$known][strtolower($method)] ?? Assert::fail("The contract has no {$method} {$known}.");
        $status = (string) $response->getStatusCode();
        if (in_array($status, ['401', '419'], true)) {
            return;
        }
        // What any request may be answered with is said once, beside the operations.
        $answer =
            $operation['responses'][$status] ??
            (self::$document['x-any-operation']['responses'][$status] ??
                Assert::fail("The contract knows no {$status} for {$method} {$known}: ".$response->getContent()));
        $at =
            '#/paths/'.
            str_replace(['~', '/', '{', '}'], ['~0', '~1', '%7B', '%7D'], $known).
            '/'.
            strtolower($method).
            "/responses/{$status}";
        if (isset($answer['$ref'])) {
            $at = $answer['$ref'];
            $answer = self::$document['components']['responses'][basename($at)];
        }
        if (! isset($answer['content'])) {
            Assert::assertSame('', (string) $response->getContent());

            return;
        }
        if (! isset($answer['content']['application/json'])) {
            // A file of another kind: that it is of one the contract names.
            $type = strtok((string) $response->headers->get('Content-Type'), ';');
            Assert::assertContains($type, array_keys($answer['content']));

            return;
        }
        $result = self::$validator?->validate(
            json_decode((string) $response->getContent()),
            self::ID.$at.'/content/application~1json/schema',
        );
        $error = $result?->error();
        Assert::assertTrue(
            $error === null,
            $error === null
                ? ''
                : "{$method} {$known} {$status}: ".json_encode((new ErrorFormatter())->format($error), JSON_PRETTY_PRINT),
        );
    }

    private static function match(string $path): ?string
    {
        if (isset(self::$document['paths'][$path])) {
            return $path;
        }
        foreach (array_keys(self::$document['paths']) as $known) {
            if (preg_match('#^'.preg_replace('/\\\\\{\w+\\\\\}/', '[^/]+', preg_quote($known, '#')).'$#', $path) === 1) {
                return $known;
            }
        }

        return null;
    }

    private static function load(): void
    {
        if (self::$validator !== null) {
            return;
        }
        self::$document = Yaml::parseFile(__DIR__.'/../api/openapi.yaml');
        self::$validator = new Validator();
        self::$validator->resolver()?->registerRaw((object) json_decode((string) json_encode(self::$document)), self::ID);
    }
}
