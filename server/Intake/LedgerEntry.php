<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Shoot\TimeSource;
use VelvetLedger\Core\Transfer\ProvenCopy;
use VelvetLedger\Server\Persistence\Copy;
use VelvetLedger\Server\Persistence\Frame;
use VelvetLedger\Server\Persistence\LedgerFile;
use VelvetLedger\Server\Persistence\ReceiptLine;
use VelvetLedger\Server\Persistence\Shoot;

/** Enters a proven copy in the ledger, with its frame and its shoot where they are new. */
final readonly class LedgerEntry
{
    public function __construct(private EntityManagerInterface $ledger)
    {
    }

    public function make(ReceiptLine $line, ProvenCopy $proven): void
    {
        $file = new LedgerFile($this->frame($line), $line->kind, $line->path, $proven->bytes, $proven->checksum, $proven->print, $line->modifiedAt);
        new Copy($file, $line->intake->store, $line->to(), $proven->provenAt);
        $this->ledger->persist($file);
    }

    private function frame(ReceiptLine $line): Frame
    {
        $known = $this->ledger->getRepository(Frame::class)->findOneBy(['intake' => $line->intake, 'cardKey' => $line->frameKey]);
        if (null !== $known) {
            return $known;
        }
        $frame = new Frame(
            $this->shoot($line),
            $line->intake,
            (string) $line->frameKey,
            pathinfo($line->path, \PATHINFO_FILENAME),
            pathinfo((string) $line->name, \PATHINFO_FILENAME),
            (string) $line->takenAt,
            $line->timeSource ?? TimeSource::Camera,
            $line->clockCorrection,
            $line->sequence,
            $line->sequenceScope,
            $line->facts,
        );
        $this->ledger->persist($frame);

        return $frame;
    }

    private function shoot(ReceiptLine $line): Shoot
    {
        $known = $this->ledger->getRepository(Shoot::class)->findOneBy(['folder' => $line->shootFolder, 'date' => $line->shootDate, 'description' => $line->shootDescription]);
        if (null !== $known) {
            return $known;
        }
        $shoot = new Shoot((string) $line->shootDate, (string) $line->shootDescription, (string) $line->shootFolder);
        $this->ledger->persist($shoot);
        $this->ledger->flush();

        return $shoot;
    }
}
