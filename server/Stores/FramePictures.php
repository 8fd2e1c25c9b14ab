<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Format\Budget;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Server\Persistence\Copy;
use VelvetLedger\Server\Persistence\CopyState;
use VelvetLedger\Server\Persistence\LedgerFile;
use VelvetLedger\Server\Persistence\LedgerFrame;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\StoreRole;
use VelvetLedger\Server\Tools\CouldNotMakePicture;
use VelvetLedger\Server\Tools\Pictures;

/** Pictures of frames in the ledger, from whichever store has a copy now: of the file that the frame's facts are of, else of another of its stills. */
final readonly class FramePictures
{
    public function __construct(private EntityManagerInterface $ledger, private Stores $stores, private Pictures $pictures)
    {
    }

    /**
     * A JPEG stream about $edge pixels along its longer side.
     *
     * @throws CouldNot what was wrong with the best that there was
     */
    public function of(int $id, int $edge): string
    {
        $frame = $this->ledger->find(LedgerFrame::class, $id) ?? throw NotInLedger::frame($id);
        $first = $absent = null;
        foreach ($this->copies($frame) as [$file, $copy]) {
            $store = $this->stores->at($copy->store);
            $path = $store->path.'/'.$copy->path();
            if (!is_file($path)) {
                $absent ??= $store->isPresent() ? null : $store->absence();
                continue;
            }
            try {
                return $this->pictures->of($path, $this->facts($frame, $file, $copy, $path), $edge);
            } catch (CouldNot $failure) {
                $first ??= $failure;
            }
        }
        throw $first ?? $absent ?? ([] === $frame->pictures() ? CouldNotMakePicture::noneInside() : NotInLedger::frame($id));
    }

    /** What the ledger has of the frame is true of the one file that it was read from, as that was then; of any other, the file is asked. */
    private function facts(LedgerFrame $frame, LedgerFile $file, Copy $copy, string $path): CaptureFacts
    {
        $known = $frame->hasFactsOf($file) && CopyState::Proven === $copy->state() ? $frame->facts->facts() : null;

        return $known ?? CoreFactsReader::of(Bytes::ofFile($path, new Budget()));
    }

    /** @return iterable<array{LedgerFile, Copy}> of each still the copies that are made: proven ones before others, in use before those that are not, the main store's first */
    private function copies(LedgerFrame $frame): iterable
    {
        $rank = static fn (Copy $copy): array => [CopyState::Proven !== $copy->state(), !$copy->store->role()->getsCopies(), StoreRole::Main !== $copy->store->role(), $copy->store->id()];
        foreach ($frame->pictures() as $file) {
            $copies = array_filter($file->copies()->toArray(), static fn (Copy $copy): bool => CopyState::Owed !== $copy->state());
            usort($copies, static fn (Copy $a, Copy $b): int => $rank($a) <=> $rank($b));
            foreach ($copies as $copy) {
                yield [$file, $copy];
            }
        }
    }
}
