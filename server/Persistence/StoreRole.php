<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

/** What a store is for. */
enum StoreRole: string
{
    case Main = 'main';
    case Mirror = 'mirror';
    case OffSite = 'off site';

    /** A main store that another took the place of: what lies there is still in the ledger. */
    case Former = 'former main';
}
