<?php

declare(strict_types=1);

namespace Tests\Fuzz;

use Generator;
use Symfony\Component\Yaml\Yaml;

/**
 * Requests that are right but for one field, made from the contract: every part of every address and every field of every
 * body, with twelve kinds of wrong each.
 */
final class ContractCases
{
    /** @var array<string, mixed> */
    private array $document;

    /** @param  array<string, mixed>  $known  what stands for a field that is right, by its name */
    public function __construct(private readonly array $known)
    {
        $this->document = Yaml::parseFile(dirname(__DIR__, 2).'/api/openapi.yaml');
    }

    /** @return array<string, mixed> by kind */
    public static function wrongs(): array
    {
        return [
            'null' => null,
            'true' => true,
            'a negative number' => -1,
            'a fraction' => 1.5,
            'twenty digits' => '99999999999999999999',
            'a number of twenty digits' => 1e20,
            'no text' => '',
            'a long text' => str_repeat('word ', 3000),
            'control signs' => "a\u{0}b\u{1b}",
            'a list' => [[1], 'x'],
            'an object' => ['$x' => ['y' => null]],
            'a date far away' => '9999-12-31T23:59:59',
        ];
    }

    /** @return Generator<array{method: string, path: string, body: array<string, mixed>, says: string}> */
    public function all(): Generator
    {
        foreach ($this->document['paths'] as $path => $operations) {
            foreach (
                array_intersect_key($operations, array_flip(['get', 'post', 'put', 'patch', 'delete'])) as $method => $operation
            ) {
                if (
                    isset($operation['requestBody']['content']['multipart/form-data']) ||
                    ($operation['operationId'] ?? '') === 'signOut'
                ) {
                    continue;
                }
                yield from $this->ofOperation(
                    $path,
                    $method,
                    array_map(
                        fn (array $one): array => isset($one['$ref'])
                            ? $this->document['components']['parameters'][basename($one['$ref'])]
                            : $one,
                        [...$operations['parameters'] ?? [], ...$operation['parameters'] ?? []],
                    ),
                    $this->schema($operation['requestBody'] ?? null),
                );
            }
        }
    }

    /**
     * @param  list<array<string, mixed>>  $parameters
     * @param  array<string, mixed>|null  $schema  of the body
     */
    private function ofOperation(string $path, string $method, array $parameters, ?array $schema): Generator
    {
        $right = $schema === null ? [] : $this->example($schema, '');
        foreach ([null, ...$parameters] as $parameter) {
            foreach ($parameter === null ? [] : self::wrongs() as $kind => $wrong) {
                yield [
                    'method' => $method,
                    'path' => $this->address($path, $parameters, $parameter, $wrong),
                    'body' => $right,
                    'says' => "{$method} {$path}, {$parameter['name']}: {$kind}",
                ];
            }
        }
        $address = $this->address($path, $parameters, null, null);
        foreach ($right === [] ? [] : ['nothing' => [], 'a list' => [1, 2]] as $kind => $body) {
            yield ['method' => $method, 'path' => $address, 'body' => $body, 'says' => "{$method} {$path}: {$kind} for a body"];
        }
        foreach ($this->fields($right, '') as $field) {
            $without = $right;
            data_forget($without, $field);
            yield [
                'method' => $method,
                'path' => $address,
                'body' => $without,
                'says' => "{$method} {$path}: without {$field}",
            ];
            foreach (self::wrongs() as $kind => $wrong) {
                $body = $right;
                data_set($body, $field, $wrong);
                yield [
                    'method' => $method,
                    'path' => $address,
                    'body' => $body,
                    'says' => "{$method} {$path}, {$field}: {$kind}",
                ];
            }
        }
    }

    /**
     * @param  list<array<string, mixed>>  $parameters
     * @param  array<string, mixed>|null  $wrong  which of them is wrong
     */
    private function address(string $path, array $parameters, ?array $wrong, mixed $value): string
    {
        $query = [];
        foreach ($parameters as $parameter) {
            $name = $parameter['name'];
            $isWrong = $wrong !== null && $wrong['name'] === $name;
            $filled = $isWrong ? $value : $this->known[$name] ?? $this->example($parameter['schema'], $name);
            if ($parameter['in'] === 'path') {
                $text = is_array($filled) ? 'x[]' : (is_bool($filled) ? 'true' : (string) $filled);
                $path = str_replace("{{$name}}", rawurlencode($text === '' ? ' ' : mb_substr($text, 0, 400)), $path);
            } elseif ($isWrong || ($parameter['required'] ?? false)) {
                $query[$name] = is_string($filled) ? mb_substr($filled, 0, 2000) : $filled;
            }
        }

        return ltrim($path, '/').($query === [] ? '' : '?'.http_build_query($query));
    }

    /** @return list<string> every field of a body by its path, those in lists and objects too */
    private function fields(mixed $value, string $at): array
    {
        $fields = [];
        foreach (is_array($value) ? $value : [] as $name => $inner) {
            $path = $at === '' ? (string) $name : "{$at}.{$name}";
            array_push($fields, $path, ...$this->fields($inner, $path));
        }

        return $fields;
    }

    /**
     * @param  array<string, mixed>|null  $body
     * @return array<string, mixed>|null
     */
    private function schema(?array $body): ?array
    {
        $body = $body === null ? null : $this->resolved($body);

        return $body['content']['application/json']['schema'] ?? null;
    }

    /**
     * @param  array<string, mixed>  $schema
     */
    private function example(array $schema, string $name): mixed
    {
        $schema = $this->resolved($schema);
        if (array_key_exists($name, $this->known)) {
            return $this->known[$name];
        }
        if (isset($schema['allOf'])) {
            return array_merge(...array_map(fn (array $part): array => (array) $this->example($part, ''), $schema['allOf']));
        }
        if (isset($schema['enum'])) {
            return $schema['enum'][0];
        }
        $type = is_array($schema['type'] ?? null) ? $schema['type'][0] : $schema['type'] ?? 'object';

        return match ($type) {
            'object' => array_map(
                fn (string $field): mixed => $this->example($schema['properties'][$field], $field),
                array_combine($keys = array_keys($schema['properties'] ?? []), $keys),
            ),
            'array' => [$this->example($schema['items'], '')],
            'integer', 'number' => $schema['minimum'] ?? 5,
            'boolean' => false,
            default => 'word',
        };
    }

    /**
     * @param  array<string, mixed>  $node
     * @return array<string, mixed>
     */
    private function resolved(array $node): array
    {
        while (isset($node['$ref'])) {
            $node = array_reduce(
                explode('/', ltrim($node['$ref'], '#/')),
                fn (array $at, string $step): array => $at[$step],
                $this->document,
            );
        }

        return $node;
    }
}
