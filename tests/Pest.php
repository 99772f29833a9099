<?php

declare(strict_types=1);

use App\Follows\Follows;
use App\Journal\Journal;
use Illuminate\Support\Facades\DB;
use Tests\Browser\Site;
use Tests\FeatureCase;
use Tests\InstallationCase;

pest()->extend(FeatureCase::class)->in('Feature');
pest()->extend(InstallationCase::class)->in('Installation');

pest()->beforeEach(fn () => ($this->installation = null))->in('Chaos');

require_once __DIR__.'/Browser/journeys.php';

pest()
    ->beforeEach(function () {
        $this->site = Site::running();
        $this->page = $this->second = null;
    })
    ->afterEach(function () {
        $this->page?->close();
        $this->second?->close();
    })
    ->in('Browser');

/**
 * Rows as no action writes them: planted past the write path. What follows from rows is made anew.
 *
 * @template T
 *
 * @param  Closure(): T  $work
 * @return T
 */
function planted(Closure $work): mixed
{
    $done = app(Journal::class)->unrecorded($work);
    foreach (DB::table('users')->pluck('id') as $id) {
        app(Follows::class)->rebuild((int) $id);
    }

    return $done;
}
