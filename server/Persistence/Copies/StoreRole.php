<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

/** What a store is for. */
enum StoreRole: string
{
    case Main = 'main';
    case Mirror = 'mirror';
    case OffSite = 'off site';

    /** One that is used no more: what lies there is still in the ledger. */
    case Former = 'former';

    /** Of a store s, in SQL: copies count there, as getsCopies() says. */
    public const IN_USE = "s.role <> 'former'";

    /** Whether it gets what comes in, at once or when it is there. */
    public function getsCopies(): bool
    {
        return self::Former !== $this;
    }
}
