<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Keeping\FoldersFollow;
use VelvetLedger\Core\Keeping\FollowsFolder;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\CouldNotPublish;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Transfer\Publisher;
use VelvetLedger\Core\Transfer\PublishesByClaim;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Changes\FollowingRepository;
use VelvetLedger\Server\Persistence\Changes\FollowingRow;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;

/**
 * Has files that are not the ledger's follow the frames whose names they bear, and the folder that they lie in: exports,
 * projects, edits. Which goes where is written down before the first is touched; each is moved beside its place, and to it when
 * all are, so that two may change places. Nothing takes another file's place: what cannot follow stays where it was, and is told.
 */
final readonly class Following
{
    public function __construct(private FollowingRepository $following, private Publisher $publisher, private EntityManagerInterface $ledger)
    {
    }

    /**
     * Whoever asks has the store's copies to himself.
     *
     * @param \Closure(int): mixed $watch what it throws ends it where it is
     *
     * @return array{list<string>, bool} folders whose lists may be of nothing any more, from the store's root; and whether the slice was over before all were done
     *
     * @throws StoreAbsent where the store leaves
     */
    public function some(OpenStore $store, int $number, \Closure $watch, Slice $slice): array
    {
        $folders = [];
        foreach ($this->following->ready($number) as $row) {
            $watch(0);
            $out = array_values(array_filter(array_map($store->leadsOut(...), $row->touched()), \is_string(...)));
            if ([] !== $out) {
                $this->following->notYet($row, StoreAbsent::leading($out[0]));
                continue;
            }
            $plan = $row->plan ?? $this->plan($store, $number, $row);
            if (!$row->isGathered) {
                $this->gather($store, $row, $plan, $watch);
                $store->confirm();
                $this->following->gathered($row);
            }
            $stayed = $this->spread($store, $row, $plan, $watch);
            $store->confirm();
            $said = [] === $stayed ? '' : Count::of(\count($stayed), 'file').' could not follow and '.(1 === \count($stayed) ? 'lies where it was' : 'lie where they were').': '.implode('; ', \array_slice(array_values($stayed), 0, 3)).(\count($stayed) > 3 ? '; and '.(\count($stayed) - 3).' more' : '');
            $this->following->done($row, array_values(array_diff_key($plan, $stayed)), $said);
            if ('' !== $said) {
                $this->ledger->persist(DayBookEntry::ofStore("On {$store->store->name} $said.", $this->ledger->getReference(LedgerStore::class, $number) ?? throw new \LogicException('A store is gone.'), DayBookKind::Owed));
                $this->ledger->flush();
            }
            array_push($folders, ...$row->touched());
            if ($slice->isOver()) {
                return [$folders, true];
            }
        }

        return [$folders, false];
    }

    /** @return list<array{string, string}> from and to, as PathText, from the store's root; of folders with a slash behind */
    private function plan(OpenStore $store, int $number, FollowingRow $row): array
    {
        $plan = [];
        foreach ($row->reversed as [$from, $to]) {
            if (false !== @lstat($store->path(PathText::toPath(rtrim($to, '/'))))) {
                $plan[$to] = [$to, $from];
            }
        }
        foreach ($row->folders as [$of, $others]) {
            $others = array_map(PortableText::key(...), $others);
            $of = \in_array(PortableText::key($of->from), $others, true) || '' === $of->from ? $of->byName() : $of;
            $at = $store->isOneEntry($of->from, $of->to) ? $of->to : $of->from; // where the drive takes both for one, only the names in it change
            foreach ($this->walk($store, $of, $at, $others, $number) as [$path, $isFolder]) {
                $below = '' === $at ? $path : substr($path, \strlen($at) + 1);
                $inFolder = OpenStore::folderOf($below);
                $name = $isFolder ? basename($path) : $of->nameOf(basename($path));
                $to = null === $name ? $path : ltrim("$of->to/".ltrim("$inFolder/$name", '/'), '/');
                if ($to !== $path) {
                    $text = PathText::of($path).($isFolder ? '/' : '');
                    $plan[$text] ??= [$text, PathText::of($to).($isFolder ? '/' : '')];
                }
            }
        }
        $plan = array_values($plan);
        $this->following->plan($row, $plan);

        return $plan;
    }

    /**
     * @param list<string> $others keys of folders that frames of other shoots lie in
     *
     * @return list<array{string, bool}> path from the store's root, and whether it is a folder; what is in a folder before the folder
     */
    private function walk(OpenStore $store, FollowsFolder $of, string $folder, array $others, int $number): array
    {
        $found = [];
        $paths = array_map(static fn (string $name): string => ltrim("$folder/$name", '/'), FolderNames::in(rtrim($store->path($folder), '/')));
        $copies = $this->following->copiesAmong($number, array_values(array_filter($paths, static fn (string $path): bool => mb_check_encoding($path, 'UTF-8'))));
        foreach ($paths as $path) {
            $name = basename($path);
            $full = $store->path($path);
            if (is_dir($full) && !is_link($full)) {
                if ('' === $of->from || FoldersFollow::isBelow($of->to, $path) || [] !== array_filter($others, static fn (string $other): bool => FoldersFollow::isBelow($other, PortableText::key($path)))) {
                    continue;
                }
                array_push($found, ...$this->walk($store, $of, $path, $others, $number));
                if ($of->all) {
                    $found[] = [$path, true];
                }
                continue;
            }
            if (!isset($copies[$path]) && !OtherFiles::isOurs($name)) {
                $found[] = [$path, false];
            }
        }

        return $found;
    }

    /**
     * @param list<array{string, string}> $plan
     * @param \Closure(int): mixed        $watch
     */
    private function gather(OpenStore $store, FollowingRow $row, array $plan, \Closure $watch): void
    {
        foreach ($plan as $i => [$from, $to]) {
            $watch(0);
            [$from, $to] = [PathText::toPath($from), PathText::toPath($to)];
            $beside = $store->path(self::beside($row, $i, $to));
            if (str_ends_with($to, '/')) {
                $this->makeFolder($store, rtrim($to, '/'));
            } elseif (false === @lstat($beside) && false !== @lstat($store->path($from)) && $this->makeFolder($store, OpenStore::folderOf($to))) {
                @rename($store->path($from), $beside); // where that fails it stays, which is told when it is looked for there
            }
        }
    }

    /**
     * @param list<array{string, string}> $plan
     * @param \Closure(int): mixed        $watch
     *
     * @return array<int, string> by place in the plan: what stayed, and why
     */
    private function spread(OpenStore $store, FollowingRow $row, array $plan, \Closure $watch): array
    {
        $stayed = $touched = [];
        foreach ($plan as $i => [$from, $to]) {
            $watch(0);
            [$from, $to] = [PathText::toPath($from), PathText::toPath($to)];
            if (str_ends_with($from, '/')) {
                if (!$store->isOneEntry(rtrim($from, '/'), rtrim($to, '/'))) {
                    @rmdir(rtrim($store->path($from), '/'));
                }
                continue;
            }
            $beside = $store->path(self::beside($row, $i, $to));
            $touched[\dirname($store->path($from))] = $touched[\dirname($beside)] = true;
            if (false === @lstat($beside)) {
                PublishesByClaim::hasLanded($store->path($to));
                if (false !== @lstat($store->path($from)) && false === @lstat($store->path($to))) {
                    $stayed[$i] = PathText::of($from).' could not be moved';
                }
                continue;
            }
            $why = $this->name($beside, $store->path($to));
            if (null !== $why) {
                $back = $this->name($beside, $store->path($from));
                $stayed[$i] = PathText::of($from).": $why".(null === $back ? '' : '; it lies at '.PathText::of(self::beside($row, $i, $to)));
            }
        }
        array_map(LastingFolders::flush(...), array_map(strval(...), array_keys($touched)));

        return $stayed;
    }

    /** Null where it is called so now; else why not. */
    private function name(string $from, string $to): ?string
    {
        PublishesByClaim::takeBack($to);
        clearstatcache();
        if (is_link($from)) {
            return false === @lstat($to) && @rename($from, $to) ? null : 'another file lies there';
        }
        [$here, $there] = [@lstat($from), @lstat($to)];
        if (false !== $here && false !== $there && [$here['dev'], $here['ino']] === [$there['dev'], $there['ino']]) {
            return @unlink($from) ? null : 'it could not be renamed'; // cut off between its two names
        }
        try {
            LastingFolders::make(\dirname($to));
            $this->publisher->publish($from, $to);
        } catch (CouldNotPublish|CouldNotCopy $failure) {
            return $failure->reason();
        }

        return null;
    }

    private function makeFolder(OpenStore $store, string $folder): bool
    {
        try {
            LastingFolders::make(rtrim($store->path($folder), '/'));

            return true;
        } catch (CouldNotCopy) {
            $store->confirm();

            return false;
        }
    }

    private static function beside(FollowingRow $row, int $i, string $to): string
    {
        return ltrim(OpenStore::folderOf($to).'/.'.basename($to).".follows-$row->id-$i", '/');
    }
}
