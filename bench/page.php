<?php

declare(strict_types=1);

use Bench\Server;
use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy;

// In headless Chromium without a graphics card: from the press to the next week on the screen, and frames while dragging.
$server = new Server();
$server->artisan('db:seed', '--force', '--class=ManyRoutinesSeeder');
$socket = stream_socket_server('tcp://127.0.0.1:0');
$port = $socket === false ? '' : substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
if ($socket !== false) {
    fclose($socket);
}
$chromedriver = proc_open(
    ['chromedriver', "--port={$port}", '--silent'],
    [0 => ['file', '/dev/null', 'r'], 1 => ['file', '/dev/null', 'a'], 2 => ['file', '/dev/null', 'a']],
    $pipes,
);
$folder = sys_get_temp_dir().'/plum-rota-bench-browser-'.bin2hex(random_bytes(4));
register_shutdown_function(function () use ($chromedriver, $folder): void {
    if ($chromedriver !== false) {
        proc_terminate($chromedriver);
    }
    exec('rm -rf '.escapeshellarg($folder));
});
usleep(800_000);
$options = new ChromeOptions();
$options->addArguments([
    '--headless=new',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    "--user-data-dir={$folder}",
    '--window-size=1280,800',
]);
$capabilities = DesiredCapabilities::chrome();
$capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
$driver = RemoteWebDriver::create("http://127.0.0.1:{$port}", $capabilities, 30_000, 120_000);
$driver->manage()->timeouts()->setScriptTimeout(60);
$see = function (string $css) use ($driver) {
    for ($try = 0; $try < 100; $try++) {
        $found = $driver->findElements(WebDriverBy::cssSelector($css));
        if ($found !== []) {
            return $found[0];
        }
        usleep(100_000);
    }
    throw new RuntimeException("“{$css}” is not to be seen.");
};
$driver->get($server->url.'/sign-in');
$see('#email')->sendKeys('steward@example.test');
$see('#password')->sendKeys('glasshouse');
$see('[data-test=send]')->click();
$see('[data-test=block]');
sleep(2);

$turn = <<<'JS'
const done = arguments[arguments.length - 1]
const board = document.querySelector('[data-test=board]')
const was = board.dataset.from
const before = performance.now()
// The week is there when its blocks are in the page and the frame with them has been drawn.
const look = () => (board.dataset.from !== was && document.querySelector('[data-test=block]') ? requestAnimationFrame(() => setTimeout(() => done(performance.now() - before), 0)) : requestAnimationFrame(look))
document.querySelector('[data-test=after]').click()
look()
JS;
$times = [];
for ($i = 0; $i < 12; $i++) {
    $took = $driver->executeAsyncScript($turn);
    $times[] = is_numeric($took) ? (float) $took : INF;
    usleep(1_500_000); // the neighbours are fetched meanwhile
}
sort($times);
echo "In Chromium, with 500 routines and 20,000 changes\n";
printf(
    "the next week, from the press to the screen   median %5.0f ms   (least %.0f, most %.0f)   aim 150 ms\n",
    $times[6],
    $times[0],
    $times[11],
);

$open = <<<'JS'
const done = arguments[arguments.length - 1]
const before = performance.now()
const look = () => (document.querySelector('[data-test=part-hours] [data-test=chart] svg path') ? requestAnimationFrame(() => setTimeout(() => done(performance.now() - before), 0)) : requestAnimationFrame(look))
document.querySelector('[data-test=room-tally]').click()
look()
JS;
$times = [];
for ($i = 0; $i < 7; $i++) {
    // A page that has just been loaded, so that what the room is drawn with is fetched as well.
    $driver->get($server->url.'/week');
    $see('[data-test=block]');
    usleep(1_000_000);
    $took = $driver->executeAsyncScript($open);
    $times[] = is_numeric($took) ? (float) $took : INF;
}
$first = array_shift($times);
sort($times);
printf(
    "the tally, from the press to its first picture    median %5.0f ms   (least %.0f, most %.0f; the very first %.0f)   aim 700 ms\n",
    $times[3],
    $times[0],
    $times[5],
    $first,
);

$driver->get($server->url.'/days/4');
$see('[data-test=block]');
sleep(2);
$blocks = count($driver->findElements(WebDriverBy::cssSelector('[data-test=block], [data-test=list-task]')));
$driver->executeScript(
    'window.frames_ = []; let last = performance.now(); const tick = (now) => { window.frames_.push(now - last); last = now; window.ticking_ = requestAnimationFrame(tick) }; window.ticking_ = requestAnimationFrame(tick)',
);
$source = $see('[data-test=block]');
$driver->executeScript("arguments[0].scrollIntoView({ block: 'center' })", [$source]);
$actions = (new WebDriverActions($driver))->clickAndHold($source);
$driver->executeScript('window.frames_ = []');
for ($step = 0; $step < 60; $step++) {
    $actions->moveByOffset($step % 20 < 10 ? 14 : -14, $step % 30 < 15 ? 7 : -7);
}
$actions->moveByOffset(0, 0)->release()->perform();
/** @var list<float> $frames */
$frames = array_values(
    array_filter(
        (array) $driver->executeScript('cancelAnimationFrame(window.ticking_); return window.frames_'),
        fn (mixed $ms): bool => is_numeric($ms) && $ms > 0,
    ),
);
sort($frames);
$number = count($frames);
printf(
    "dragging among %d blocks and tasks            %5.0f frames a second (median frame %.1f ms, 95 in 100 within %.1f ms)   aim 50\n",
    $blocks,
    $number / (array_sum($frames) / 1000),
    $frames[intdiv($number, 2)],
    $frames[(int) ($number * 0.95)],
);
$driver->quit();
