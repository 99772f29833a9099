<?php

declare(strict_types=1);

/** Real processes on a database of their own: what a transaction of a test could not show. */
final class WorkerSite
{
    public readonly PDO $db;

    private readonly string $file;

    public function __construct(int $due, string $channel)
    {
        $this->file = sys_get_temp_dir().'/plum-rota-worker-'.bin2hex(random_bytes(5)).'.sqlite';
        touch($this->file);
        $this->wait($this->start('migrate', '--force', '--quiet'));
        $this->db = new PDO("sqlite:{$this->file}", options: [PDO::ATTR_TIMEOUT => 10]);
        $now = time();
        $this->db->exec(
            "insert into users (id, name, email, password, zone, week, planned_until) values (1, 'Steward', 'steward@example.test', '', 'UTC', '[]', ".
                ($now + 999_999).
                ')',
        );
        $this->db->exec("insert into areas (id, user_id, name, colour) values ('a', 1, 'Glasshouse', 'teal')");
        $this->db->exec("insert into calendars (id, user_id, area_id, name, reminders) values ('c', 1, 'a', 'Glasshouse', '[]')");
        $this->db->exec(
            "insert into entries (id, user_id, calendar_id, kind, title, extra_dates, except_dates, reminders, checklist) values ('e', 1, 'c', 'task', 'Vent check', '[]', '[]', '[]', '[]')",
        );
        $insert = $this->db->prepare(
            "insert into deliveries (user_id, entry_id, recurrence_id, channel, key, fell_at, moment, starts_at) values (1, 'e', ?, ?, ?, ?, ?, ?)",
        );
        $this->db->beginTransaction();
        for ($i = 0; $i < $due; $i++) {
            $insert->execute(["r{$i}", $channel, "k{$i}", $now - 5, $now - 5, $now]);
        }
        $this->db->commit();
    }

    /** @return resource */
    public function start(string ...$words)
    {
        $process = proc_open(
            ['php', base_path('artisan'), ...$words],
            [0 => ['file', '/dev/null', 'r'], 1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']],
            $pipes,
            null,
            [
                'DB_DATABASE' => $this->file,
                'APP_ENV' => 'testing',
                'APP_KEY' => 'base64:'.base64_encode(str_repeat('k', 32)),
                'CACHE_STORE' => 'array',
                'MAIL_MAILER' => 'post-box',
                'APP_CONFIG_CACHE' => '/nonexistent',
                'PATH' => (string) getenv('PATH'),
            ],
        );
        assert($process !== false);

        return $process;
    }

    /** @param  resource  $process */
    public function wait($process): void
    {
        while (proc_get_status($process)['running']) {
            usleep(20_000);
        }
        proc_close($process);
    }

    public function count(string $what): int
    {
        return (int) $this->db->query("select count(*) from {$what}")->fetchColumn();
    }

    public function until(string $what, int $least): void
    {
        for ($try = 0; $try < 1000 && $this->count($what) < $least; $try++) {
            usleep(10_000);
        }
    }

    /** As if the minute had passed after which what a worker took is free again. */
    public function laterOn(): void
    {
        $this->db->exec('update deliveries set claimed_at = claimed_at - 61 where claimed_at is not null and handed_at is null');
    }

    public function remove(): void
    {
        array_map(unlink(...), glob("{$this->file}*") ?: []);
    }
}

afterEach(fn () => $this->site?->remove());

test('killed between taking and handing over, another worker hands over what was taken, each once', function () {
    $this->site = $site = new WorkerSite(20, 'mail');
    $worker = $site->start('reminders:work', '--once', '--linger=20000');
    $site->until('deliveries where claimed_at is not null', 20);
    expect($site->count('post_box'))->toBe(0)->and($site->count('deliveries where claimed_at is not null'))->toBe(20);
    proc_terminate($worker, SIGKILL);
    $site->wait($worker);
    $site->wait($site->start('reminders:work', '--once'));
    expect($site->count('post_box'))->toBe(0); // they are still taken
    $site->laterOn();
    $site->wait($site->start('reminders:work', '--once'));
    expect($site->count('post_box'))->toBe(20)->and($site->count('deliveries where handed_at is not null'))->toBe(20);
    $site->laterOn();
    $site->wait($site->start('reminders:work', '--once'));
    expect($site->count('post_box'))->toBe(20);
});

test('killed in the middle of handing over, nothing is lost and nothing comes twice', function () {
    $this->site = $site = new WorkerSite(400, 'phone');
    $worker = $site->start('reminders:work', '--once');
    $site->until('phone_messages', 30);
    proc_terminate($worker, SIGKILL);
    $site->wait($worker);
    $handed = $site->count('phone_messages');
    expect($handed)
        ->toBeGreaterThanOrEqual(30)
        ->and($handed)
        ->toBeLessThan(400)
        ->and($site->count('deliveries where handed_at is not null'))
        ->toBe($handed);
    $site->laterOn();
    $site->wait($site->start('reminders:work', '--once'));
    expect($site->count('phone_messages'))
        ->toBe(400)
        ->and($site->count('(select distinct delivery_id from phone_messages)'))
        ->toBe(400);
});

test('two workers at once hand everything over, each once', function () {
    $this->site = $site = new WorkerSite(1200, 'phone');
    $workers = [$site->start('reminders:work', '--once', '--linger=50'), $site->start('reminders:work', '--once', '--linger=50')];
    array_map($site->wait(...), $workers);
    expect($site->count('phone_messages'))
        ->toBe(1200)
        ->and($site->count('(select distinct delivery_id from phone_messages)'))
        ->toBe(1200)
        ->and($site->count('deliveries where handed_at is null'))
        ->toBe(0);
});
