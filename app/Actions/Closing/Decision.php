<?php

declare(strict_types=1);

namespace App\Actions\Closing;

/** What becomes of something that was left over. */
enum Decision: string
{
    case Done = 'done';
    case Day = 'day';
    case Basket = 'basket';
    case LetGo = 'let_go';
}
