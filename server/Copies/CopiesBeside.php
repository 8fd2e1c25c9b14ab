<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Transfer\Publisher;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Placing\BesideRepository;
use VelvetLedger\Server\Persistence\Placing\BesideRow;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Stores\Leftovers;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Copies what other programs put into shoots' folders from each one's home to one store, as it is, and proves it there. What was
 * changed takes the place of the state before, which is kept aside for as long as its rule says. Another file's place is never
 * taken. Whoever asks has the store's copies to himself.
 */
final readonly class CopiesBeside
{
    /** At a store, where states from before lie. */
    public const EARLIER = 'Earlier states';

    private const AT_ONCE = 50;

    public function __construct(private BesideRepository $beside, private PlacingRepository $places, private Copier $copier, private Publisher $publisher, private Stores $stores, private Leftovers $leftovers)
    {
    }

    /**
     * Goes on with them, for about as long as the slice is.
     *
     * @param \Closure(int): mixed $watch told of bytes as they are written; what it throws ends it where it is
     *
     * @return bool whether the slice was over before all were tried
     *
     * @throws StoreAbsent where the store leaves
     */
    public function some(OpenStore $store, int $number, WriterMark $mark, \Closure $watch, Slice $slice): bool
    {
        if ($this->beside->isFollowing($number)) {
            return false; // they are to lie elsewhere first
        }
        $this->forgetEarlier($store, $number);
        for ($after = 0; [] !== $some = $this->beside->owed($number, $after, self::AT_ONCE); $after = $some[\count($some) - 1]->copy ?? 0) {
            foreach ($some as $row) {
                $watch(0);
                try {
                    $because = $this->one($store, $number, $row, $mark, $watch);
                } catch (StoreAbsent $absent) {
                    $store->confirm();
                    $because = rtrim($absent->getMessage(), '.'); // it is its home that is away, or there is no room
                } catch (CouldNot $failure) {
                    $store->confirm();
                    $because = rtrim($failure->getMessage(), '.');
                }
                null === $because ? null : $this->beside->notYet($row, $because);
                if ($slice->isOver()) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * @param \Closure(int): mixed $watch
     *
     * @return string|null why not; null where it is there, proven
     *
     * @throws CouldNot
     */
    private function one(OpenStore $store, int $number, BesideRow $row, WriterMark $mark, \Closure $watch): ?string
    {
        $ground = $this->beside->grounds($row->shoot)[$row->tree] ?? null;
        if (null === $ground?->store) {
            return 'its folder is none of its shoot\'s any more';
        }
        $folder = $ground->folder;
        $source = $this->stores->at($this->stores->find($ground->store))->open();
        $from = $source->path($folder.'/'.PathText::toPath($row->path));
        [$at, $to] = [$folder.'/'.PathText::toPath($row->lies), $folder.'/'.PathText::toPath($row->path)];
        clearstatcache();
        $stat = @lstat($from);
        if (false === $stat || $stat['size'] !== $row->bytes || $stat['mtime'] !== $row->modifiedAt || is_link($from)) {
            return 'it is another by now, or not there'; // it is looked at again soon
        }
        $store->confirmOwns($store->path($to));
        if ($at !== $to && null !== $row->has && is_file($store->path($at)) && false === @lstat($store->path($to)) && Checksum::ofFile($store->path($at)) === $row->has) {
            LastingFolders::make(\dirname($store->path($to)));
            $this->publisher->publish($store->path($at), $store->path($to));
            $this->beside->lies($row);
        }
        if (false !== @lstat($store->path($to))) {
            if (!is_file($store->path($to)) || is_link($store->path($to))) {
                return 'what lies there is no regular file';
            }
            $there = Checksum::ofFile($store->path($to));
            if ($there === ($row->checksum ?? $now = Checksum::ofFile($from))) {
                $this->beside->has($row, $there);
                $this->beside->proven($row, $there);
                $store->confirmHolds($store->path($to));

                return null;
            }
            if ($there !== $row->has) {
                return 'another file lies there';
            }
            $this->keepEarlier($store, $number, $row, $to);
        }
        $this->leftovers->clear($store, [OpenStore::folderOf($to)], $mark);
        $store->checkRoom($row->bytes);
        // Read twice, for it may be written meanwhile: what is not the same twice gets no name.
        $copied = $this->copier->copy(CopyOrder::of($row->id, new SourceFile($from, $row->bytes, $row->modifiedAt, null, $row->checksum), [$number => $store->path($to)], $mark, new Care(true)), $watch);
        $store->confirmHolds($store->path($to));
        $this->beside->has($row, $copied->written->checksum);
        $this->beside->proven($row, $copied->written->checksum);

        return null;
    }

    /** The state before goes aside on its store, written down first. */
    private function keepEarlier(OpenStore $store, int $number, BesideRow $row, string $at): void
    {
        $place = $this->places->place($row->shoot);
        $days = $this->places->rules()->for($place->work)->beside->days;
        $aside = static fn (int $n): string => self::EARLIER.'/'.substr((string) $row->has, 0, 8).(1 === $n ? '' : "-$n")."/$at"; // one place for one state: cut off, it is found again
        $n = 1;
        while (false !== @lstat($store->path($aside($n))) && !self::has($store->path($aside($n)), (string) $row->has)) {
            ++$n;
        }
        $to = $aside($n);
        $this->beside->keepEarlier($row, $number, PathText::of($to), (int) filesize($store->path($at)), $days);
        LastingFolders::make(\dirname($store->path($to)));
        if (false === @lstat($store->path($to))) {
            $this->publisher->publish($store->path($at), $store->path($to));
        } else {
            @unlink($store->path($at)); // that very state is kept already
        }
        LastingFolders::flush(\dirname($store->path($to)));
    }

    private static function has(string $path, string $checksum): bool
    {
        return is_file($path) && !is_link($path) && Checksum::ofFile($path) === $checksum;
    }

    private function forgetEarlier(OpenStore $store, int $number): void
    {
        foreach ($this->beside->over($number) as $one) {
            $path = PathText::toPath($one['path']);
            [$why, $isForGood] = TakesAway::file($store, $path, [$one['checksum']]);
            if (null === $why || $isForGood) {
                $this->beside->earlierGone($one['id']);
                Moving::clearEmpty($store, OpenStore::folderOf($path));
            }
        }
    }
}
