<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Keeping\Selects;
use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Order\SelectsHow;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Looks\SelectRow;
use VelvetLedger\Server\Persistence\Looks\SelectsRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Stores\Leftovers;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Lays selects out in a subfolder of their shoot at its home, as copies or as other names of the same files, and takes away
 * what does not belong there any more. No row says what lies there: the folder does. Only what has bytes that the file was proven
 * to have is ours to replace or to take; what somebody edited there stays.
 */
final readonly class SelectsAsCopies
{
    public function __construct(private SelectsRepository $selects, private LookRepository $frames, private CopyRepository $copies, private Stores $stores, private Leftovers $leftovers, private Copier $copier)
    {
    }

    /**
     * How it stands, by names, sizes and times: nothing is read.
     *
     * @return array{lie: int, toMake: int, toTake: int, otherwise: int} files: that are there and belong; that are to be made; that are there and do not belong; that are there, and not as in the shoot
     */
    public function standing(Shoot $shoot, Selects $selects): array
    {
        $sums = ['lie' => 0, 'toMake' => 0, 'toTake' => 0, 'otherwise' => 0];
        [$main, $isOf] = [$this->stores->at($this->stores->homeOf($shoot->id())), $this->belonging($shoot, $selects)];
        foreach ($main->isPresent() ? $this->selects->files($shoot->id()) : [] as $row) {
            $belongs = $isOf[$row->frame] ?? false;
            $to = $selects->folder($shoot->folder).'/'.$row->name;
            [$here, $there] = [@lstat("$main->path/$row->path"), $to === $row->path ? false : @lstat("$main->path/$to")];
            if ($to === $row->path) {
                $sums['lie'] += $belongs ? 1 : 0;
            } elseif (false === $there) {
                $sums['toMake'] += $belongs ? 1 : 0;
            } elseif (false === $here || $there['size'] !== $here['size'] || $there['mtime'] !== $here['mtime']) {
                ++$sums['otherwise'];
            } else {
                ++$sums[$belongs ? 'lie' : 'toTake'];
            }
        }

        return $sums;
    }

    /**
     * Null where somebody else works at the store just now.
     *
     * @param \Closure(int): mixed $watch what it throws ends it where it is
     *
     * @return array{bool, list<string>}|null whether the slice was over before all was done; and what could not be, in sentences
     *
     * @throws StoreAbsent
     */
    public function layOut(Shoot $shoot, Selects $selects, \Closure $watch, Slice $slice): ?array
    {
        $home = $this->stores->homeOf($shoot->id());
        $number = $home->id();
        $mark = $this->copies->take($number);
        if (null === $mark) {
            return null;
        }
        $said = [];
        try {
            $store = $this->stores->at($home)->open();
            $folder = $selects->folder($shoot->folder);
            $this->leftovers->clear($store, [$folder], $mark);
            $belongs = $this->belonging($shoot, $selects);
            foreach ($this->selects->files($shoot->id()) as $row) {
                $watch(0);
                try {
                    ($belongs[$row->frame] ?? false) ? $this->make($store, $row, "$folder/$row->name", $selects->how, $mark) : $this->take($store, $row, "$folder/$row->name");
                } catch (CouldNot $failure) {
                    $store->confirm();
                    $said[] = $failure->getMessage();
                }
                if ($slice->isOver()) {
                    return [true, $said];
                }
            }
            @rmdir($store->path($folder)); // where nothing is in it any more
        } finally {
            $this->copies->release($number);
        }

        return [false, $said];
    }

    /** @throws CouldNot nothing is changed then */
    private function make(OpenStore $store, SelectRow $row, string $to, SelectsHow $how, WriterMark $mark): void
    {
        [$from, $target] = [$store->path($row->path), $store->path($to)];
        $there = @lstat($target);
        $here = @lstat($from);
        if ($to === $row->path || false === $here || false !== $there && ($there['ino'] === $here['ino'] && $there['dev'] === $here['dev'] || $there['size'] === $here['size'] && $there['mtime'] === $here['mtime'])) {
            return; // it is there, or is nowhere to be had from
        }
        $store->confirmOwns($target);
        if (false === $there && SelectsHow::Linked === $how) {
            LastingFolders::make(\dirname($target));
            if (@link($from, $target)) {
                LastingFolders::flush(\dirname($target));

                return;
            }
        }
        if (false !== $there && !\in_array(Checksum::ofFile($target), $row->known, true)) {
            return; // somebody edited it
        }
        clearstatcache(true, $from);
        $this->copier->copy(CopyOrder::of($row->file, new SourceFile($from, (int) filesize($from), (int) filemtime($from), null, $row->checksum), [$target], $mark)->replacing($row->known));
        $store->confirmHolds($target);
    }

    /** @throws CouldNot it stays then */
    private function take(OpenStore $store, SelectRow $row, string $at): void
    {
        [$from, $target] = [$store->path($row->path), $store->path($at)];
        [$here, $there] = [@lstat($from), @lstat($target)];
        if ($at === $row->path || false === $here || false === $there || !is_file($target) || is_link($target)) {
            return;
        }
        $store->confirmOwns($target);
        $isSame = $there['ino'] === $here['ino'] && $there['dev'] === $here['dev'];
        if ($isSame || \in_array(Checksum::ofFile($target), $row->known, true) && Checksum::ofFile($from) === $row->checksum) {
            @unlink($target) || throw CouldNotCopy::notWritten($target, 0, 'it could not be taken away');
        }
    }

    /** @return array<int, bool> frame => whether it belongs there */
    private function belonging(Shoot $shoot, Selects $selects): array
    {
        $frames = $this->frames->looked(Lot::shoots($shoot->id()));

        return array_combine(array_map(static fn (LookedAt $frame): int => $frame->id, $frames), array_map($selects->has(...), $frames));
    }
}
