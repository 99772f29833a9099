<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Exception\WebDriverException;
use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Assert;

/** A person at the page, in headless Chromium. */
final class Page
{
    private const PATIENCE_MS = 20_000; // a busy machine is slow, not wrong

    /** @var list<RemoteWebDriver> browsers of this process that no journey uses at the moment */
    private static array $idle = [];

    private function __construct(private readonly RemoteWebDriver $driver, private readonly string $url)
    {
    }

    /** A browser that knows nothing of the site: one that an earlier journey has left is used again, emptied. */
    public static function open(Site $site, int $width = 1280, int $height = 800): self
    {
        $page = new self(array_pop(self::$idle) ?? self::start($site), $site->url);
        $page->tell('Emulation.setDeviceMetricsOverride', [
            'width' => $width,
            'height' => $height,
            'deviceScaleFactor' => 1,
            'mobile' => false,
        ]);

        return $page->shades('light');
    }

    private static function start(Site $site): RemoteWebDriver
    {
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
            '--disable-features=BackForwardCache', // what was left is over
            // Not the region of the machine: a new account takes its clock and weeks from it.
            '--accept-lang=en-GB',
            '--user-data-dir='.$site->folder().'/browser-'.bin2hex(random_bytes(4)),
            '--window-size=1280,800',
        ]);
        $capabilities = DesiredCapabilities::chrome();
        $capabilities->setCapability(ChromeOptions::CAPABILITY, $options);
        $capabilities->setCapability('goog:loggingPrefs', ['browser' => 'ALL']);
        $driver = RemoteWebDriver::create($site->driverUrl, $capabilities, 30_000, 60_000);

        // The clock of the page is that of the server; and how many of its requests wait for an answer can be asked.
        (new self($driver, $site->url))->tell('Page.addScriptToEvaluateOnNewDocument', [
            'source' => <<<JS
            globalThis.Date = new Proxy(Date, {
                construct: (real, given, made) => Reflect.construct(real, given.length ? given : [real.now() + {$site->ahead} * 1000], made),
                get: (real, name) => (name === 'now' ? () => real.now() + {$site->ahead} * 1000 : Reflect.get(real, name)),
            })
            const ask = globalThis.fetch
            globalThis.waitsFor = 0
            globalThis.fetch = (...what) => (globalThis.waitsFor++, ask(...what).finally(() => setTimeout(() => globalThis.waitsFor--)))
            JS
            ,
        ]);

        return $driver;
    }

    /**
     * Leaves the browser to the next journey: nothing of the site is in it any more but its files, as in that of anybody who comes
     * again. One that cannot be emptied is ended.
     */
    public function close(): void
    {
        try {
            $this->driver->get('about:blank');
            $this->tell('Network.clearBrowserCookies');
            $this->tell('Storage.clearDataForOrigin', ['origin' => $this->url, 'storageTypes' => 'all']);
            $this->driver->manage()->getLog('browser');
            self::$idle[] = $this->driver;
        } catch (WebDriverException) {
            $this->driver->quit();
        }
    }

    /** Ends the browsers that no journey uses. */
    public static function endAll(): void
    {
        foreach (self::$idle as $driver) {
            $driver->quit();
        }
        self::$idle = [];
    }

    /**
     * A command of the Chrome DevTools Protocol.
     *
     * @param  array<string, mixed>  $with
     * @return array<string, mixed>
     */
    private function tell(string $command, array $with = []): array
    {
        return (array) $this->driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', [
            'cmd' => $command,
            'params' => (object) $with,
        ]);
    }

    /** Nothing moves by itself, as people can ask of their machine: what is pressed stands where it is seen. */
    private function shades(string $scheme): self
    {
        $this->tell('Emulation.setEmulatedMedia', [
            'features' => [
                ['name' => 'prefers-color-scheme', 'value' => $scheme],
                ['name' => 'prefers-reduced-motion', 'value' => 'reduce'],
            ],
        ]);

        return $this;
    }

    /** Brings along what tells the server which device this is. */
    public function remembered(string $name, string $value): self
    {
        $this->tell('Network.setCookie', ['name' => $name, 'value' => $value, 'url' => $this->url, 'httpOnly' => true]);

        return $this;
    }

    public function visit(string $path): self
    {
        $this->driver->get($this->url.$path);

        return $this;
    }

    public function dark(): self
    {
        return $this->shades('dark');
    }

    public function light(): self
    {
        return $this->shades('light');
    }

    public function reload(): self
    {
        $this->driver->navigate()->refresh();
        $this->see('[data-test=board] [data-test=hours]');

        return $this;
    }

    public function see(string $css): RemoteWebElement
    {
        return $this->until(fn (): ?RemoteWebElement => $this->all($css)[0] ?? null, "“{$css}” is not to be seen");
    }

    /** @return list<RemoteWebElement> */
    public function all(string $css): array
    {
        return array_values($this->driver->findElements(WebDriverBy::cssSelector($css)));
    }

    public function press(string $css): self
    {
        $this->until(function () use ($css): ?bool {
            $element = $this->see($css);
            if (! $this->stands($element)) {
                return null;
            }
            $element->click();

            return true;
        }, "“{$css}” could not be pressed");

        return $this;
    }

    /**
     * Whether an element keeps its place over four frames and nothing that holds it is under way. A drawer on its way in, or a
     * question that grows, is missed by a press: the place is read before, the press comes after.
     */
    private function stands(RemoteWebElement $element): bool
    {
        $this->driver->manage()->timeouts()->setScriptTimeout(30);

        return $this->driver->executeAsyncScript(
            <<<'JS'
            const [element, done] = arguments
            const place = () => { const box = element.getBoundingClientRect(); return `${box.x} ${box.y} ${box.width} ${box.height}` }
            const moves = () => document.getAnimations().some((one) => one.playState === 'running' && one.effect.getComputedTiming().endTime !== Infinity && one.effect.target?.contains(element))
            const first = place()
            let frames = 0
            const look = () => ++frames < 4 ? requestAnimationFrame(look) : done(element.isConnected && first === place() && !moves())
            requestAnimationFrame(look)
            JS
            ,
            [$element],
        );
    }

    public function type(string $css, string $text): self
    {
        $this->until(function () use ($css, $text): bool {
            $field = $this->see($css);
            // As a person does it: clearing from outside tells the page nothing.
            $field->sendKeys([WebDriverKeys::CONTROL, 'a']);
            $field->sendKeys([WebDriverKeys::DELETE, $text]);

            return true;
        }, "“{$css}” could not be typed into");

        return $this;
    }

    /** Keys to whatever has the focus. */
    public function keys(string ...$keys): self
    {
        $this->until(function () use ($keys): bool {
            $this->driver->switchTo()->activeElement()->sendKeys($keys);

            return true;
        }, 'nothing took the keys');

        return $this;
    }

    public function focus(string $css): self
    {
        $this->see($css);
        $this->driver->executeScript('document.querySelector(arguments[0]).focus()', [$css]);

        return $this;
    }

    /**
     * Carries one element onto another, with the pointer, in small steps.
     *
     * @param  int  $down  pixels from the top of the target
     * @param  'whole'|'bottom'|'last'  $by  by which part it is held
     */
    public function carry(string $from, string $onto, int $down, string $by = 'whole'): self
    {
        $source = $this->until(function () use ($from): ?RemoteWebElement {
            $element = $this->see($from);
            $this->still();

            return $this->stands($element) ? $element : null;
        }, "“{$from}” does not stand still");
        // A list is scrolled by the driver only when the pointer is sent there, after its place was measured.
        $this->script('arguments[0].scrollIntoView({ block: "nearest" })', $source);
        $start = $this->box($source);
        $end = $this->box($this->see($onto));
        // A block keeps the distance to where it is held; what comes from a list is placed by the pointer.
        $held = $by === 'whole' && str_contains($from, '=block]') ? min(10, $start['height'] / 2) : 0;
        $across = $by === 'last' ? $start['width'] - 3 : 30;
        $below = $by === 'bottom' ? $start['height'] - 3 : min(10, $start['height'] / 2);
        [$x, $y] = [$start['x'] + $across, $start['y'] + $below];
        $actions = new WebDriverActions($this->driver);
        $actions
            ->moveToElement($source, (int) floor($across - $start['width'] / 2), (int) floor($below - $start['height'] / 2))
            ->clickAndHold();
        $goal = [$end['x'] + $end['width'] / 2, $end['y'] + $down + $held];
        for ($step = 1; $step <= 8; $step++) {
            $actions->moveByOffset(
                (int) round((($goal[0] - $x) * $step) / 8) - (int) round((($goal[0] - $x) * ($step - 1)) / 8),
                (int) round((($goal[1] - $y) * $step) / 8) - (int) round((($goal[1] - $y) * ($step - 1)) / 8),
            );
        }
        $actions->release()->perform();

        return $this;
    }

    /** Presses at a point of the window and lets go at another: a press where both are the same, else a stroke. */
    public function stroke(float $fromX, float $fromY, float $toX, float $toY): self
    {
        $body = $this->see('body');
        $box = $this->box($body);
        $actions = new WebDriverActions($this->driver);
        $actions->moveToElement($body, (int) ($fromX - $box['width'] / 2), (int) ($fromY - $box['height'] / 2))->clickAndHold();
        for ($step = 1; $step <= 4; $step++) {
            $actions->moveByOffset((int) (($toX - $fromX) / 4), (int) (($toY - $fromY) / 4));
        }
        $actions->release()->perform();

        return $this;
    }

    /** @return array{x: float, y: float, width: float, height: float} */
    public function box(RemoteWebElement $element): array
    {
        return $this->driver->executeScript(
            'const b = arguments[0].getBoundingClientRect(); return { x: b.x, y: b.y, width: b.width, height: b.height }',
            [$element],
        );
    }

    public function script(string $code, mixed ...$arguments): mixed
    {
        return $this->driver->executeScript($code, $arguments);
    }

    public function asyncScript(string $code, mixed ...$given): mixed
    {
        $this->driver->manage()->timeouts()->setScriptTimeout(30);

        return $this->driver->executeAsyncScript($code, $given);
    }

    /** @return list<string> "date time title" of the blocks on the board, with their marks, in order */
    public function blocks(string $title): array
    {
        /** @var list<string> $found */
        $found = $this->script(
            <<<'JS'
            return [...document.querySelectorAll(`[data-test=block][data-title="${arguments[0]}"]`)]
                .map((block) => `${block.dataset.date} ${(/(\d+:\d\d) to/.exec(block.ariaLabel) ?? [])[1]}${/, done/.test(block.ariaLabel) ? ' done' : ''}${/, moved/.test(block.ariaLabel) ? ' moved' : ''}`)
                .sort()
            JS
            ,
            $title,
        );

        return $found;
    }

    /** @return list<string> what the browser refused to run, load or show */
    public function refusedByPolicy(): array
    {
        $log = $this->driver->manage()->getLog('browser');

        return array_values(
            array_filter(
                array_column($log, 'message'),
                fn (string $line): bool => str_contains($line, 'Content Security Policy') ||
                    str_contains($line, 'Content-Security-Policy'),
            ),
        );
    }

    /** While a key is held down. */
    public function holding(string $key, callable $work): self
    {
        $this->driver->getKeyboard()->pressKey($key);
        try {
            $work();
        } finally {
            $this->driver->getKeyboard()->releaseKey($key);
        }

        return $this;
    }

    /** How many pages the printer would take. */
    public function printedPages(): int
    {
        $this->see('main [data-tile]');
        $printed = $this->tell('Page.printToPDF', ['preferCSSPageSize' => true, 'printBackground' => true]);

        return (int) preg_match_all('#/Type\s*/Page\b#', (string) base64_decode($printed['data'], true));
    }

    /**
     * @param  bool  $ofColours  only what depends on colours, where all else was looked at in others
     * @return list<string> what axe-core finds serious or critical under WCAG 2.2 AA
     */
    public function seriousFaults(bool $ofColours = false): array
    {
        if ($this->script('return window.axe === undefined')) {
            $this->script((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/axe-core/axe.min.js'));
        }

        return $this->asyncScript(
            <<<'JS'
            const [ofColours, done] = arguments
            axe.run(document, { runOnly: ofColours ? { type: 'rule', values: ['color-contrast', 'link-in-text-block'] } : ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] })
                // A quarter of an hour, a line of the month and a day of the year are lower than 24 px; each opens at full size
                // and by key (WCAG 2.5.8, exception "equivalent").
                .then((found) => found.violations.filter((one) => ['serious', 'critical'].includes(one.impact))
                    .map((one) => ({ ...one, nodes: one.nodes.filter((node) => one.id !== 'target-size' || !document.querySelector(node.target[0])?.closest('.block.short, .line, .month, .strip')) }))
                    .filter((one) => one.nodes.length > 0))
                .then((faults) => done(faults.map((one) => `${one.id}: ${one.nodes.slice(0, 3).map((node) => node.target.join(' ') + ' ' + (node.any[0]?.message ?? '')).join(' | ')}`)))
            JS
            ,
            $ofColours,
        );
    }

    /**
     * Waits until nothing moves any more and no answer is awaited that could draw it anew. What goes on for good, as what shows that
     * something is under way, does not count.
     */
    public function still(): self
    {
        return $this->untilSame(
            0,
            fn () => $this->script(
                "return window.waitsFor + document.getAnimations().filter((one) => one.playState === 'running' && one.effect.getComputedTiming().endTime !== Infinity).length",
            ),
        );
    }

    /**
     * Waits until something is so.
     *
     * @param  int  $patience  milliseconds
     */
    public function untilSame(mixed $wanted, callable $now, int $patience = self::PATIENCE_MS): self
    {
        $last = null;
        try {
            $this->until(
                function () use ($wanted, $now, &$last): ?bool {
                    $last = $now();

                    return $last === $wanted ? true : null;
                },
                '',
                $patience,
            );
        } catch (\PHPUnit\Framework\AssertionFailedError) {
        }
        Assert::assertSame($wanted, $last);

        return $this;
    }

    /**
     * @template T
     *
     * @param  callable(): ?T  $look
     * @return T
     */
    private function until(callable $look, string $complaint, int $patience = self::PATIENCE_MS): mixed
    {
        $until = hrtime(true) + $patience * 1_000_000;
        do {
            try {
                $found = $look();
                if ($found !== null) {
                    return $found;
                }
            } catch (StaleElementReferenceException|\Facebook\WebDriver\Exception\ElementClickInterceptedException|\Facebook\WebDriver\Exception\ElementNotInteractableException) {
            }
            usleep(50_000);
        } while (hrtime(true) < $until);
        @mkdir(dirname(__DIR__, 2).'/storage/framework/testing', recursive: true);
        $this->driver->takeScreenshot(dirname(__DIR__, 2).'/storage/framework/testing/last-failure.png');
        Assert::fail($complaint);
    }
}
