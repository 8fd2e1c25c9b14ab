<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Psr\Log\LoggerInterface;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stamps\NewSidecars;
use VelvetLedger\Server\Stores\StoreAbsent;

/**
 * Sends a new sidecar along with the raw that it is about: written while that is flushed, read back with it, and named and
 * entered with it or not at all. It does so for frames that have no sidecar and get none from the card; what it does not do,
 * or cannot, is left to SidecarsFollow, which does it for any frame that is in and says why where it cannot.
 */
final readonly class SidecarsAlong
{
    public function __construct(private StampQueue $frames, private FrameKeywords $keywords, private NewSidecars $making, private LoggerInterface $log)
    {
    }

    /** @param list<WaitingFile> $lines that come next */
    public function look(Passage $passage, array $lines): void
    {
        $raws = [];
        foreach ($lines as $line) {
            if (null !== $line->frame && $line->isToBeStamped && Kind::StillRaw === $line->file->kind) {
                $raws[$line->frame] = $line;
            }
        }
        $frames = $this->frames->withoutSidecar(array_keys($raws));
        $keywords = $this->keywords->of(array_keys($frames));
        foreach ($frames as $frame) {
            $line = $raws[$frame->id];
            if (Place::Beside === Place::ofEnding($line->ending(), $frame->stamp->style) && $line->to === $frame->path($line->ending())) {
                $passage->isToBear($line, $frame, array_values($keywords[$frame->id] ?? []));
            }
        }
    }

    /**
     * @param WriterMark $mark the run's
     *
     * @throws StoreAbsent
     */
    public function start(RunUnderWay $run, Passage $passage, WaitingFile $line, WriterMark $mark): void
    {
        $asked = $passage->toBear($line->line);
        if (null === $asked) {
            return;
        }
        try {
            $sidecar = $this->making->of($asked[0], $asked[1], basename($line->file->path));
            $passage->comesWith($line, $sidecar);
            [$to] = $run->stores->destinations($sidecar->path(), $sidecar->bytes());
            $passage->copying->start(CopyOrder::of(-$line->line, $sidecar->made, $to, $mark, new Care(false, $run->wanted->sha256))->after($line->line), static fn (int $bytes) => null);
        } catch (CouldNotCopy $failure) {
            $this->log->info('The sidecar of {file} follows later: {reason}', ['file' => $line->file->path, 'reason' => $failure->getMessage()]);
        }
    }
}
