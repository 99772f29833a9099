<?php

declare(strict_types=1);

test('lines that two windows write both stay, and one that both write is asked about', function (string $path, string $read) {
    $line = fn (string $question, string $answer, string $was): array => [
        'question' => $question,
        'answer' => $answer,
        'was' => $was,
    ];
    $written = fn (): array => array_column(
        $this->api('GET', $read)->json(str_contains($path, 'closings') ? 'questions' : 'answers'),
        'answer',
        'question',
    );
    [$first, $second] = array_slice(array_keys($written()), 0, 2);
    $this->api('PUT', $path, ['answers' => [$line($first, 'The ferns.', '')]])->assertNoContent();
    // The other window has not heard of that.
    $this->api('PUT', $path, ['answers' => [$line($second, 'The rain.', '')]])->assertNoContent();
    expect($written()[$first])->toBe('The ferns.')->and($written()[$second])->toBe('The rain.');
    $refused = $this->api('PUT', $path, ['answers' => [$line($first, 'The orchids.', '')]])->assertStatus(409)->json();
    expect(
        array_column($refused['lines'], 'answer', 'question')[$first],
    )->toBe('The ferns.')->and($written()[$first])->toBe('The ferns.');
    $this->api('PUT', $path, ['answers' => [$line($first, 'The orchids.', 'The ferns.')]])->assertNoContent();
    $this->api('PUT', $path, ['answers' => []])->assertNoContent();
    expect($written()[$first])->toBe('The orchids.')->and($written()[$second])->toBe('The rain.');
})->with([['closings/2026-11-24', 'closings/2026-11-24'], ['rounds/week/2026-11-23', 'rounds/week/2026-11-23']]);

test('a setting that another window has changed meanwhile is not put back, and others are not touched', function () {
    $this->api('PATCH', 'account', ['zone' => 'Europe/London', 'was' => ['zone' => 'Europe/Berlin']])->assertOk();
    // From a panel that was opened before.
    $this->api('PATCH', 'account', ['must_limit' => 3, 'was' => ['must_limit' => 2]])->assertOk();
    expect($this->api('GET', 'session')->json('account.zone'))->toBe('Europe/London');
    $this->api('PATCH', 'account', ['zone' => 'Europe/Paris', 'was' => ['zone' => 'Europe/Berlin']])->assertStatus(409);
    expect($this->api('GET', 'session')->json('account'))->toMatchArray(['zone' => 'Europe/London', 'must_limit' => 3]);
});

test('a template that was changed meanwhile, and tasks that are tied from two windows', function () {
    $check = $this->ventCheck();
    $pane = $this->entry(['title' => 'Pane', 'start' => null]);
    $this->api(
        'POST',
        'templates',
        ['kind' => 'entry', 'name' => 'Check', 'items' => [['entry_id' => $check['id'], 'recurrence_id' => null]]],
    );
    $template = $this->api('GET', 'templates')->json('templates.0');
    $this->api('PATCH', "templates/{$template['id']}", ['name' => 'Vents', 'version' => $template['version']])->assertNoContent();
    $this->api('PATCH', "templates/{$template['id']}", ['name' => 'Lids', 'version' => $template['version']])->assertStatus(409);
    expect($this->api('GET', 'templates')->json('templates.0.name'))->toBe('Vents');
    $goal = $this->api('POST', 'rounds/week/2026-11-23/goals', ['title' => 'Clear the bay'])->json('id');
    foreach ([$check['id'], $pane['id'], $pane['id']] as $id) {
        $this->api('PATCH', "goals/{$goal}", ['tie' => $id])->assertNoContent();
    }
    expect(App\Models\Goal::query()->findOrFail($goal)->tasks)->toBe([$check['id'], $pane['id']]);
    $this->api('PATCH', "goals/{$goal}", ['untie' => $check['id']])->assertNoContent();
    expect(App\Models\Goal::query()->findOrFail($goal)->tasks)->toBe([$pane['id']]);
});
