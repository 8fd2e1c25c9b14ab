<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Keeping;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Keeping\ChangeOfPlaces;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\FollowsFolder;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\Renaming;
use VelvetLedger\Core\Keeping\TakenNames;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\ChangeRow;
use VelvetLedger\Server\Persistence\Changes\FollowingRepository;
use VelvetLedger\Server\Persistence\Changes\NameChanges;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoots\NamesRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Stores\Store;
use VelvetLedger\Server\Stores\Stores;

/** Gives frames of a shoot other names and folders: in the ledger at once, at each store when it is there. */
final readonly class ChangesNames
{
    public function __construct(private NameChanges $changes, private NamesRepository $names, private FollowingRepository $following, private Stores $stores, private EntityManagerInterface $ledger)
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
     * @param list<int>                                                                     $frames of the shoot
     * @param \Closure(list<KeptFrame>, \Closure(string): list<string>): array<int, Wanted> $wanted also given the names that stay in a folder
     * @param \Closure(list<KeptFrame>, Renaming): string                                   $what   the change in words, to be taken back by
     * @param \Closure(int): string                                                         $told   in the day book
     *
     * @throws CouldNotRename nothing is changed
     */
    public function of(Shoot $shoot, array $frames, AskedBy $by, \Closure $wanted, \Closure $what, \Closure $told): int
    {
        $names = $this->names($shoot->id());
        $changed = $this->changes->enter($shoot->id(), [], $by, $frames, static function (array $kept) use ($wanted, $names, $what): ChangeOfPlaces {
            $renaming = Renaming::of($kept, $wanted($kept, $names), $names);

            return new ChangeOfPlaces($renaming, $what($kept, $renaming));
        });
        if (null !== $changed) {
            $this->enterInDayBook($told($changed), $by, $shoot->id());
        }

        return $changed ?? 0;
    }

    /**
     * A change of shoots and their frames, worked out while nobody else changes them.
     *
     * @param list<int>                                                                 $others shoots that it is about besides
     * @param \Closure(list<KeptFrame>, \Closure(string): list<string>): ChangeOfPlaces $plan
     *
     * @return int|null how many frames it is; null where nothing at all is changed
     *
     * @throws CouldNotRename nothing is changed
     */
    public function ofShoots(Shoot $shoot, array $others, AskedBy $by, \Closure $plan): ?int
    {
        $names = $this->names($shoot->id());
        $what = '';
        $changed = $this->changes->enter($shoot->id(), $others, $by, null, static function (array $kept) use ($plan, $names, &$what): ChangeOfPlaces {
            $asked = $plan($kept, $names);
            $what = $asked->what;

            return $asked;
        });
        if (null !== $changed) {
            $this->ledger->clear(); // shoots are not as they were read
            $this->enterInDayBook(ucfirst($what).'.', $by, $others[0] ?? $shoot->id()); // where they are by now
        }

        return $changed;
    }

    /** @throws CouldNotRename where a name from before is another's by now; nothing is changed */
    public function takeBack(Shoot $shoot, ChangeRow $change, AskedBy $by): void
    {
        $names = $this->names($shoot->id());
        $this->changes->takeBack($shoot->id(), $by, $change, static fn (array $frames, array $before): Renaming => Renaming::of($frames, $before, $names));
        $this->ledger->clear();
        $this->enterInDayBook("Taken back: $change->what.", $by, $shoot->id());
    }

    /** @return \Closure(string): list<string> what stands in a folder at a shoot's home, or is given there */
    public function names(int $shoot): \Closure
    {
        $home = $this->stores->homeOf($shoot);
        $main = $this->stores->at($home);
        $found = [];
        $following = null;

        return function (string $folder) use ($home, $main, &$found, &$following): array {
            if (isset($found[$folder])) {
                return $found[$folder];
            }
            $given = $this->names->stayingInFolder($folder);
            $others = !$main->isPresent() ? [] : array_diff(self::thatStay($main, $folder, $this->names->leavingFolder($folder), $following ??= $this->following->at($home->id())), $given);

            return $found[$folder] = [...$given, ...array_merge(...array_map(TakenNames::borneBy(...), array_values($others)))];
        };
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

    /**
     * @param list<string>        $leaving
     * @param list<FollowsFolder> $following
     *
     * @return list<string>
     */
    private static function thatStay(Store $store, string $folder, array $leaving, array $following): array
    {
        return array_values(array_filter(array_diff(FolderNames::in(rtrim("$store->path/$folder", '/')), $leaving), static fn (string $name): bool => [] === array_filter($following, static fn (FollowsFolder $one): bool => $one->takes($folder, $name))));
    }

    private function enterInDayBook(string $what, AskedBy $by, int $shoot): void
    {
        $this->ledger->persist(DayBookEntry::ofShoot($what.$by->inWords(), $this->ledger->getReference(Shoot::class, $shoot) ?? throw NotInLedger::shoot($shoot)));
        $this->ledger->flush();
    }
}
