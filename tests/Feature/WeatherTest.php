<?php

declare(strict_types=1);

use App\Queries\Planning\Forecast;
use PlumRota\Core\Planning\DayWeather;
use PlumRota\Core\Time\LocalDate;

test('ten days from today on say what weather is expected, the same every time; off by a press', function () {
    $this->api('PATCH', 'account', ['weather_place' => 'Fernside'])->assertOk();
    $weather = fn (): array => array_column($this->api('GET', 'board?from=2026-11-24&days=14')->json('days'), 'weather', 'date');
    $seen = array_filter($weather());
    expect(array_key_first($seen))
        ->toBe('2026-11-25')
        ->and(array_key_last($seen))
        ->toBe('2026-12-04')
        ->and($seen)
        ->toBe(array_filter($weather()))
        ->and($seen['2026-11-25']['by'])
        ->toContain('stand-in');
    $this->api('PATCH', 'account', ['weather_place' => 'Elsewhere'])->assertOk();
    expect(array_filter($weather()))->not->toBe($seen);
    $this->api('PATCH', 'account', ['weather' => false])->assertOk();
    expect(array_filter($weather()))->toBe([]);
});

test(
    'another driver takes the place of the stand-in; frost and heat are fixed points, rain warns only what is outdoors',
    function () {
        app()->instance(
            Forecast::class,
            new class implements Forecast
            {
                public function name(): string
                {
                    return 'a test';
                }

                public function of(string $place, LocalDate $first, int $days): array
                {
                    return [
                        new DayWeather(LocalDate::parse('2026-11-30'), 'clear', -3, 4),
                        new DayWeather(LocalDate::parse('2026-12-01'), 'rain', 2, 7),
                    ];
                }
            },
        );
        expect($this->api('GET', 'board?from=2026-11-30&days=1')->json('days.0.weather'))->toBeNull(); // nobody said where
        $this->api('PATCH', 'account', ['weather_place' => 'Fernside'])->assertOk();
        $days = array_column($this->api('GET', 'board?from=2026-11-30&days=3')->json('days'), 'weather', 'date');
        expect($days['2026-11-30'])
            ->toBe(['mark' => 'clear', 'low' => -3, 'high' => 4, 'warns' => ['frost'], 'by' => 'a test'])
            ->and($days['2026-12-01']['warns'])
            ->toBe(['rain'])
            ->and($days['2026-12-02'])
            ->toBeNull();
        $fixed = $this->api('GET', 'rounds/week/2026-11-30')->json('fixed');
        expect(array_map(fn (array $one): string => "{$one['date']} {$one['kind']} {$one['title']}", $fixed))->toBe([
            '2026-11-30 weather Frost expected, -3°',
        ]);
        $offers = fn (): ?string => $this->api('GET', 'rounds/week/2026-11-30')->json('fixed.0.offers');
        expect($offers())->toBe('frost_watch');
        $this->api('POST', 'capture', ['line' => 'Frost watch on 2026-11-30'])->assertCreated();
        expect($offers())->toBeNull();
    },
);

test('breathing space is what is left of the share of a day that is to stay free', function () {
    $left = fn (): ?int => $this->api('GET', 'board?from=2026-11-26&days=1')->json('days.0.breathing');
    expect($left())->toBeNull();
    $this->api('PATCH', 'account', ['breathing' => 25])->assertOk();
    $this->api('PUT', 'days/2026-11-26/hours', ['minutes' => 240])->assertSuccessful();
    expect($left())->toBe(60);
    $this->entry([
        'title' => 'Long',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-26T09:00:00',
        'end' => '2026-11-26T12:30:00',
    ]);
    expect($left())->toBe(30);
    $this->entry(['title' => 'More', 'start' => '2026-11-26', 'estimate' => 90]);
    expect($left())->toBe(0);
});
