<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Server\Copies\CopiesOnCards;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\CopyRow;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Stores\BadCopyView;

/** Copies that are missing or different, and where there are good ones. */
final readonly class BadCopies
{
    public function __construct(private CopyRepository $copies, private Stores $stores, private CopiesOnCards $onCards)
    {
    }

    /**
     * @param int $store 0 for all
     * @param int $shoot 0 for all
     *
     * @return list<BadCopyView>
     */
    public function of(int $store, int $shoot): array
    {
        $bad = $this->copies->bad(0 === $store ? null : $store, 0 === $shoot ? null : $shoot);
        $good = $this->copies->proven(array_values(array_unique(array_map(static fn (CopyRow $copy): int => $copy->file, $bad))));
        $cards = $this->onCards->of(array_values(array_unique(array_map(static fn (CopyRow $copy): int => $copy->file, array_filter($bad, static fn (CopyRow $copy): bool => !isset($good[$copy->file]))))));
        $name = fn (int $id): string => $this->stores->find($id)->name();

        return array_map(static function (CopyRow $copy) use ($good, $cards, $name): BadCopyView {
            $stores = array_map(static fn (CopyRow $other): string => $name($other->store), $good[$copy->file] ?? []);

            return new BadCopyView($copy, $name($copy->store), [] === $stores && isset($cards[$copy->file]) ? ['the card '.$cards[$copy->file][0]] : $stores);
        }, $bad);
    }
}
