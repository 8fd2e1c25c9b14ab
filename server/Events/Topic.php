<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Events;

/** What a page may be told of: that something it shows is another by now. */
enum Topic: string
{
    case Cards = 'cards';
    case Receipts = 'receipts';
    case Shoots = 'shoots';
    case Stores = 'stores';
    case DayBook = 'day book';
    case Look = 'look';
}
