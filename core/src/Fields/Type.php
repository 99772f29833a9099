<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields;

/** What the values of a field are, and within which limits. */
interface Type
{
    /**
     * @return mixed the value as it is kept: bool, int, float, string, or a list or an array by names of these
     *
     * @throws NotAllowed
     */
    public function read(mixed $value): mixed;
}
