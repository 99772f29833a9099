<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Actions\Calendars\AddCalendar;
use App\Actions\Templates\CaptureTemplate;
use App\Journal\WritePath;
use App\Models\Calendar;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Screens\CaptureReading;
use App\Queries\Templates\TemplatesShown;
use Illuminate\Validation\ValidationException;
use PlumRota\Core\Capture\Draft;

/** Saves what a line means, in one step: an entry, a template that it names, or several entries. */
final readonly class CaptureLine
{
    public function __construct(
        private WritePath $writes,
        private CaptureReading $reading,
        private CaptureEntry $entries,
        private CaptureTemplate $templates,
        private AddCalendar $calendars,
    ) {
    }

    /**
     * @param  non-empty-list<Draft>  $drafts
     * @param  'task'|'event'|null  $kind  chosen by hand, over what was understood of a single one
     * @return Entry the first of them
     */
    public function capture(User $user, array $drafts, ?string $kind, bool $mayCover): Entry
    {
        $isStep = count($drafts) > 1 || $this->reading->newCalendar($drafts[0]) !== null;
        $kind = count($drafts) === 1 ? $kind : null;
        $made = [];
        $all = function () use ($user, $drafts, $kind, $mayCover, &$made): Entry {
            return array_map(
                function (Draft $draft) use ($user, $kind, $mayCover, &$made): Entry {
                    $template = TemplatesShown::named($user, $draft->title);
                    if ($template !== null) {
                        return $this->templates->capture($user, $template, $draft);
                    }
                    $name = $this->reading->newCalendar($draft);
                    $calendar = $name === null
                        ? $this->reading->calendar($user, $draft)
                        : $made[$name] ??= $this->made($user, $draft, $name);

                    return $this->entries->capture($user, $draft, $calendar ?? throw self::noCalendar(), $kind, $mayCover);
                },
                $drafts,
            )[0];
        };
        $titles = implode('” and “', array_map(fn (Draft $draft): string => CaptureEntry::capital($draft->title), $drafts));

        return $isStep ? $this->writes->run($user, "Added “{$titles}”", $all) : $all();
    }

    /** It stands in the area to which the entry would go without it. */
    private function made(User $user, Draft $draft, string $name): Calendar
    {
        $beside = $this->reading->calendar($user, $draft) ?? throw self::noCalendar();

        return $this->calendars->add($user, ['name' => $name, 'area_id' => $beside->area_id]);
    }

    private static function noCalendar(): ValidationException
    {
        return ValidationException::withMessages(['line' => 'There is no calendar yet to put it in. Make one first.']);
    }
}
