<?php

declare(strict_types=1);

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
