<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

/** What a store is for, for all work that no rule takes: see PlacingRules. */
enum StoreRole: string
{
    case Main = 'main';
    case Mirror = 'mirror';
    case OffSite = 'off site';

    /** Where finished work ends: it gets what is filed away. */
    case Archive = 'archive';

    /** It gets what rules say, and nothing by itself. */
    case ByRule = 'by rule';

    /** One that is used no more: what lies there is still in the ledger. */
    case Former = 'former';

    /** Of a store s, in SQL: copies count there, as getsCopies() says. */
    public const IN_USE = "s.role <> 'former'";

    /** Whether copies count there. */
    public function getsCopies(): bool
    {
        return self::Former !== $this;
    }
}
