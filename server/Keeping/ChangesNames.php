<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Keeping;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\Renaming;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\ChangeRow;
use VelvetLedger\Server\Persistence\Changes\NameChanges;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Shoots\NamesRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Stores\Store;
use VelvetLedger\Server\Stores\Stores;

/** Gives frames of a shoot other names and folders: in the ledger at once, at each store when it is there. */
final readonly class ChangesNames
{
    public function __construct(private NameChanges $changes, private NamesRepository $names, private Stores $stores, private EntityManagerInterface $ledger)
    {
    }

    /**
     * @param array<int, Wanted> $wanted by frame; of frames of other shoots nothing is changed
     *
     * @return int how many are called or lie otherwise now
     *
     * @throws CouldNotRename nothing is changed
     */
    public function change(Shoot $shoot, array $wanted, AskedBy $by): int
    {
        return $this->of($shoot, array_keys($wanted), $by, static fn (): array => $wanted, static fn (array $frames, Renaming $renaming): string => self::inWords($frames, $renaming), static fn (int $changed): string => Count::of($changed, 'frame was', 'frames were').' given another name or folder.');
    }

    /**
     * The same, where what is wanted is told by how the frames are kept when nobody else changes that.
     *
     * @param list<int>                                     $frames of the shoot
     * @param \Closure(list<KeptFrame>): array<int, Wanted> $wanted
     * @param \Closure(list<KeptFrame>, Renaming): string   $what   the change in words, to be taken back by
     * @param \Closure(int): string                         $told   in the day book
     *
     * @throws CouldNotRename nothing is changed
     */
    public function of(Shoot $shoot, array $frames, AskedBy $by, \Closure $wanted, \Closure $what, \Closure $told): int
    {
        $names = $this->names();
        $changed = $this->changes->enter($shoot->id(), $by, $frames, static function (array $kept) use ($wanted, $names, $what): array {
            $renaming = Renaming::of($kept, $wanted($kept), $names);

            return [$renaming, $what($kept, $renaming)];
        });
        if ($changed > 0) {
            $this->enterInDayBook($told($changed), $shoot);
        }

        return $changed;
    }

    /** @throws CouldNotRename where a name from before is another's by now; nothing is changed */
    public function takeBack(Shoot $shoot, ChangeRow $change, AskedBy $by): void
    {
        $names = $this->names();
        $this->changes->takeBack($shoot->id(), $by, $change, static fn (array $frames, array $before): Renaming => Renaming::of($frames, $before, $names));
        $this->enterInDayBook("Taken back: $change->what.", $shoot);
    }

    /** @param list<KeptFrame> $frames */
    private static function inWords(array $frames, Renaming $renaming): string
    {
        foreach ($frames as $frame) {
            $to = $renaming->wanted[$frame->id] ?? null;
            if (null !== $to) {
                $more = \count($renaming->wanted) - 1;
                $what = $to->stem === $frame->now->stem ? "{$frame->now->stem} to ".('' === $to->folder ? "the store's root" : $to->folder) : "{$frame->now->stem} is $to->stem";

                return $what.(0 === $more ? '' : ', and '.Count::figure($more).' more');
            }
        }

        return '';
    }

    /** @return \Closure(string): list<string> what stands in a folder at the main store, or is given there */
    private function names(): \Closure
    {
        $main = $this->stores->main();

        return fn (string $folder): array => [...$this->names->stayingInFolder($folder), ...($main->isPresent() ? array_diff(self::there($main, $folder), $this->names->leavingFolder($folder)) : [])];
    }

    /** @return list<string> */
    private static function there(Store $store, string $folder): array
    {
        return FolderNames::in(rtrim("$store->path/$folder", '/'));
    }

    private function enterInDayBook(string $what, Shoot $shoot): void
    {
        $this->ledger->persist(DayBookEntry::ofShoot($what, $shoot));
        $this->ledger->flush();
    }
}
