<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Stamp\CouldNotStamp;
use VelvetLedger\Core\Stamp\PictureChange;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\WorkingCopy;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Copies\MadeCopies;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\Finding;
use VelvetLedger\Server\Persistence\Stamps\EditEntries;
use VelvetLedger\Server\Persistence\Stamps\FileToStamp;
use VelvetLedger\Server\Persistence\Stamps\FrameToStamp;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Keeps what another program made of a picture beside its original: as a file of its own, proven at the main store and all
 * that are there, and only then the original comes back to its name, from a copy whose bytes are those of the ledger. Cut
 * off anywhere, it is done again: what is kept already is not kept twice.
 */
final readonly class KeepsEdits
{
    public function __construct(private StampQueue $frames, private EditEntries $entries, private CopyRepository $copies, private MadeCopies $making, private Copier $copier, private OriginalPictures $pictures, private Scratch $scratch, private Stores $stores)
    {
    }

    /**
     * Null where somebody else works on the shoot.
     *
     * @param list<int>         $frames of a shoot
     * @param \Closure(): mixed $watch  asked between frames; what it throws ends it where it is
     *
     * @return list<string>|null names of the files that are kept beside now; of others a note says why not, and they lie where they lay
     *
     * @throws StoreAbsent where its home is not there: nothing is lost, it waits
     */
    public function shoot(int $shoot, array $frames, \Closure $watch): ?array
    {
        $mark = $this->frames->take($shoot);
        if (null === $mark) {
            return null;
        }
        $kept = [];
        try {
            $open = $this->stores->openFor($shoot);
            foreach ($this->frames->asked($frames) as $frame) {
                $watch();
                $notes = new StampNotes();
                try {
                    array_push($kept, ...$this->keep($frame, $open, $mark));
                } catch (CouldNot $failure) {
                    $open[array_key_first($open)]->confirm();
                    $notes->add($frame, $failure);
                    $this->frames->settle([$frame], $notes->rows());
                }
            }
        } finally {
            $this->frames->release($shoot);
        }

        return $kept;
    }

    /**
     * @param non-empty-array<int, OpenStore> $open
     *
     * @return list<string>
     */
    private function keep(FrameToStamp $frame, array $open, WriterMark $mark): array
    {
        $kept = [];
        foreach ($frame->files as $file) {
            $path = $open[array_key_first($open)]->path($frame->path($file->ending));
            if (Place::Inside !== $file->bears || !is_file($path) || Checksum::ofFile($path) === $file->checksum) {
                continue;
            }
            $edited = $this->scratch->path();
            try {
                $kept[] = $this->one($frame, $file, $path, $edited, $open, $mark);
            } finally {
                @unlink($edited);
            }
        }

        return $kept;
    }

    /** @param non-empty-array<int, OpenStore> $open */
    private function one(FrameToStamp $frame, FileToStamp $file, string $path, string $edited, array $open, WriterMark $mark): string
    {
        $main = array_key_first($open);
        $open[$main]->confirmOwns($path);
        try {
            WorkingCopy::make($path, $edited);
        } catch (CouldNotCopy $failure) {
            throw CouldNotStamp::embed($path, $failure->reason());
        }
        touch($edited, (int) filemtime($path));
        clearstatcache(true, $edited);
        $checksum = Checksum::ofFile($edited);
        $change = PictureChange::of($edited, $file->bytes, $this->pictures->of($file, $open));
        if (PictureChange::Edit !== $change) {
            throw CouldNotStamp::changedSince($path, $change);
        }
        $copy = $this->copyAt($file, $main) ?? throw CouldNotStamp::notThere($path);
        $this->copies->enter([Finding::differs($copy, $checksum, $change->inShort())]);
        if ([] === array_filter($this->copies->proven([$file->id])[$file->id] ?? [], static fn ($good): bool => isset($open[$good->store]) && $good->store !== $main)) {
            throw CouldNotStamp::noOriginal($path);
        }
        $ending = $this->entries->endingOf($frame->id, $checksum) ?? $this->copyBeside($frame, $file, $edited, $checksum, $open, $mark);
        $this->bringBack($open[$main], $copy, $path, $main);

        return $frame->stem.$ending;
    }

    private function copyAt(FileToStamp $file, int $store): ?int
    {
        foreach ($file->copies as $copy) {
            if ($copy['store'] === $store) {
                return $copy['id'];
            }
        }

        return null;
    }

    /** @param non-empty-array<int, OpenStore> $open */
    private function copyBeside(FrameToStamp $frame, FileToStamp $file, string $edited, string $checksum, array $open, WriterMark $mark): string
    {
        $main = array_key_first($open);
        $ending = $this->freeEnding($frame, $file, $checksum, $open[$main]);
        $source = new SourceFile($edited, (int) filesize($edited), (int) filemtime($edited), null, $checksum);
        $to = [];
        foreach (array_filter($open, static fn (int $number): bool => $number === $main || $frame->belongsAt($number), \ARRAY_FILTER_USE_KEY) as $number => $store) {
            try {
                $store->confirmOwns($store->path($frame->path($ending)));
                $store->checkRoom($source->bytes);
                $to[$number] = $store->path($frame->path($ending));
            } catch (StoreAbsent $absent) {
                $number === $main ? throw $absent : null; // it is owed it
            }
        }
        $copied = $this->copier->copy(CopyOrder::of($file->id, $source, $to, $mark));
        $open[$main]->confirmHolds($copied->copies[$main]->path);
        $this->entries->kept($frame, $ending, $source->bytes, $copied);

        return $ending;
    }

    /** A name that nobody has, or that the very same bytes have already: of one who was cut off before it was entered. */
    private function freeEnding(FrameToStamp $frame, FileToStamp $file, string $checksum, OpenStore $main): string
    {
        for ($n = 1;; ++$n) {
            $ending = '_edited'.(1 === $n ? '' : $n).'.'.pathinfo('x'.$file->ending, \PATHINFO_EXTENSION);
            $path = $main->path($frame->path($ending));
            if (!$this->entries->isTaken($frame->path($ending)) && (false === @lstat($path) || (is_file($path) && !is_link($path) && Checksum::ofFile($path) === $checksum))) {
                return $ending;
            }
        }
    }

    private function bringBack(OpenStore $store, int $copy, string $path, int $number): void
    {
        $mine = $this->copies->take($number) ?? throw CouldNotStamp::notNow($path);
        try {
            $because = $this->making->make($store, [$this->copies->find($copy)], static fn (int $bytes) => null, $mine)[$copy] ?? null;
        } finally {
            $this->copies->release($number);
        }
        if (null !== $because) {
            throw CouldNotStamp::embed($path, "it is kept beside the original, which could not be brought back: $because");
        }
    }
}
