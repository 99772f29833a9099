<?php

declare(strict_types=1);

use App\Models\Delivery;
use App\Queries\Reminding\ReminderNote;

test('the agenda of a morning has all that stands on the day, with its hour, and nothing that is done', function () {
    $day = ['all_day' => false, 'zone' => 'Europe/Berlin'];
    $this->entry(['title' => 'Send the grant', 'start' => '2026-11-25', 'importance' => 'must']);
    $done = $this->entry(['title' => 'Boiler', 'start' => '2026-11-25', 'importance' => 'must']);
    $this->api('PUT', "entries/{$done['id']}/occurrences/once/done")->assertNoContent();
    $this->entry([...$day, 'title' => 'Vent check', 'start' => '2026-11-25T07:15:00', 'end' => '2026-11-25T07:30:00']);
    $this->entry([...$day, 'title' => 'Ring Ottilie', 'start' => '2026-11-25T09:00:00', 'end' => '2026-11-25T09:10:00', 'importance' => 'must']);
    $this->entry(['title' => 'Open day', 'kind' => 'event', 'start' => '2026-11-25']);
    $this->entry([
        ...$day, 'title' => 'Clinic', 'kind' => 'event', 'start' => '2026-11-25T11:00:00', 'end' => '2026-11-25T12:00:00', 'travel' => 30, 'place' => 'Ward 3',
    ]);
    $this->entry([...$day, 'title' => 'Frost watch', 'kind' => 'event', 'start' => '2026-11-24T22:00:00', 'end' => '2026-11-25T06:00:00']);
    $agenda = new Delivery(['kind' => 'agenda', 'recurrence_id' => '2026-11-25']);
    $agenda->id = 1;
    $lines = app(ReminderNote::class)->of($this->user->refresh(), [$agenda])->lines;
    expect(array_slice($lines, 0, 6))->toBe([
        'Must: Send the grant',
        'Must: Ring Ottilie, 9:00',
        'All day: Open day',
        'Since the day before: Frost watch, until 6:00',
        '7:15 Vent check',
        '11:00 Clinic, leave by 10:30, Ward 3',
    ])->and(implode(' ', $lines))->not->toContain('Boiler');
});
