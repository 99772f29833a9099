<?php

declare(strict_types=1);

namespace Tests\Mutants;

use RuntimeException;

/** Which files of tests load a class, and how long each takes: found by running each once, and kept until it is another. */
final class Tests
{
    /** Seconds of features that one mutant is tried with. */
    private const LONGEST = 90.0;

    /** @var array<string, true> lists of tests that pass together */
    private array $sound = [];

    /** @var array<string, array{hash: string, seconds: float, loads: list<string>}> by the path of the tests */
    private array $known;

    public function __construct(private readonly string $root)
    {
        $kept = @file_get_contents($this->kept());
        $this->known = $kept === false ? [] : (array) json_decode($kept, true);
    }

    /**
     * Those of the core and the features in a group each, which is run by itself; all of a group pass together without any mutant.
     *
     * @param  bool  $withFeatures  until they take too long
     * @return list<non-empty-list<string>> paths: those first that are named after the class, then the quick ones
     */
    public function of(string $source, bool $withFeatures = true): array
    {
        $name = basename($source, '.php');
        $own = str_starts_with($source, 'core/') ? $this->inOrder($this->all(['core/tests']), $source, $name) : [];
        $features = [];
        $seconds = 0.0;
        $all = $withFeatures || $own === [] ? $this->all(['tests/Feature', 'tests/Installation']) : [];
        foreach ($this->inOrder($all, $source, $name) as $one) {
            $seconds += $this->known[$one]['seconds'];
            if ($seconds <= self::LONGEST) {
                $features[] = $one;
            }
        }
        $groups = array_values(array_filter([$own, $features]));
        array_map($this->requireSound(...), $groups);

        return $groups;
    }

    /** @param  non-empty-list<string>  $tests */
    private function requireSound(array $tests): void
    {
        $key = implode(' ', $tests);
        if (! isset($this->sound[$key])) {
            $run = new Run($this->root, $tests, [], 60 + 4 * $this->seconds(...$tests));
            if ($run->wait() !== Run::PASSED) {
                throw new RuntimeException("These fail together without any mutant: {$key}\n".$run->output());
            }
            $this->sound[$key] = true;
        }
    }

    /**
     * @param  array<string, array{hash: string, seconds: float, loads: list<string>}>  $all
     * @return list<string>
     */
    private function inOrder(array $all, string $source, string $name): array
    {
        $found = array_filter($all, fn (array $one): bool => in_array($source, $one['loads'], true));
        $place = fn (string $one): array => [! str_contains($one, $name), $found[$one]['seconds']];
        uksort($found, fn (string $a, string $b): int => $place($a) <=> $place($b));

        return array_keys($found);
    }

    /** Seconds that these take. */
    public function seconds(string ...$tests): float
    {
        return array_sum(array_map(fn (string $one): float => $this->known[$one]['seconds'], $tests));
    }

    /**
     * @param  list<string>  $folders
     * @return array<string, array{hash: string, seconds: float, loads: list<string>}>
     */
    private function all(array $folders): array
    {
        $all = [];
        foreach ($folders as $folder) {
            foreach (glob("{$this->root}/{$folder}/*Test.php") ?: [] as $path) {
                $name = substr($path, strlen($this->root) + 1);
                // The drawing is held by the text of files, which a mutant does not change.
                if (basename($name) !== 'ArchitectureTest.php') {
                    $all[$name] = $this->one($name);
                }
            }
        }

        return $all;
    }

    /** @return array{hash: string, seconds: float, loads: list<string>} */
    private function one(string $name): array
    {
        $hash = (string) hash_file('sha256', "{$this->root}/{$name}");
        if (($this->known[$name]['hash'] ?? '') !== $hash) {
            $said = (string) tempnam(sys_get_temp_dir(), 'loaded');
            $begun = microtime(true);
            $run = new Run($this->root, [$name], ['MUTANTS_LOADED' => $said], 600);
            if ($run->wait() !== Run::PASSED) {
                throw new RuntimeException("{$name} fails without any mutant: ".$run->output());
            }
            $loads = [];
            foreach (explode("\n", (string) file_get_contents($said)) as $file) {
                $path = substr($file, strlen($this->root) + 1);
                if (str_starts_with($file, $this->root) && preg_match('~^(core/src|app)/~', $path) === 1) {
                    $loads[] = $path;
                }
            }
            unlink($said);
            $this->known[$name] = ['hash' => $hash, 'seconds' => microtime(true) - $begun, 'loads' => $loads];
            file_put_contents($this->kept(), json_encode($this->known, JSON_THROW_ON_ERROR));
        }

        return $this->known[$name];
    }

    private function kept(): string
    {
        return "{$this->root}/storage/framework/testing/mutants.json";
    }
}
