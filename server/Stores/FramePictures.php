<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Format\Budget;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Server\Persistence\Copy;
use VelvetLedger\Server\Persistence\CopyState;
use VelvetLedger\Server\Persistence\LedgerFile;
use VelvetLedger\Server\Persistence\LedgerFrame;
use VelvetLedger\Server\Persistence\Making;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Tools\CouldNotMakePicture;
use VelvetLedger\Server\Tools\Pictures;

/** Pictures of frames in the ledger, from whichever store has a copy now. */
final readonly class FramePictures
{
    public function __construct(private EntityManagerInterface $ledger, private Stores $stores, private Pictures $pictures)
    {
    }

    /**
     * A JPEG stream about $edge pixels along its longer side.
     *
     * @throws NotInLedger|StoreAbsent|CouldNotMakePicture
     */
    public function of(int $id, int $edge): string
    {
        $frame = $this->ledger->find(LedgerFrame::class, $id) ?? throw NotInLedger::frame($id);
        $facts = $frame->facts->facts();
        $still = $frame->files()->findFirst(static fn (int $i, LedgerFile $file): bool => true === $file->original?->kind->isStill() && !$file->isLetGo());
        $copies = array_filter($still?->copies()->toArray() ?? [], static fn (Copy $copy): bool => CopyState::Owed !== $copy->state());
        if ([] === $copies) {
            throw CouldNotMakePicture::noneInside();
        }
        $absent = null;
        foreach ($copies as $copy) {
            $store = $this->stores->at($copy->store);
            $path = $store->path.'/'.$copy->path();
            if (is_file($path)) {
                return $this->pictures->of($path, Making::AsItIs !== $still?->making() || $still !== $frame->files()->first() ? CoreFactsReader::of(Bytes::ofFile($path, new Budget())) : $facts ?? new CaptureFacts(), $edge);
            }
            $absent ??= $store->isPresent() ? null : $store->absence();
        }
        throw $absent ?? NotInLedger::frame($id);
    }
}
