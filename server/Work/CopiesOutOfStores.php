<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use VelvetLedger\Server\Cards\Apart;
use VelvetLedger\Server\Cards\ApartProgress;
use VelvetLedger\Server\Finding\CopiesOut;

/** Copies pictures out to a folder, so many at a time: others' work comes between. */
#[AsMessageHandler]
final readonly class CopiesOutOfStores
{
    /** Seconds that it goes on at a time. */
    private const SLICE = 3.0;

    /** Of reasons why not: the first so many are told. */
    private const MOST_TOLD = 20;

    public function __construct(private CopiesOut $copies, private ApartProgress $progress, private Lane $lane)
    {
    }

    public function __invoke(CopyOut $work): void
    {
        $this->lane->do(fn () => $this->some($work));
    }

    private function some(CopyOut $work): void
    {
        $slice = $this->lane->slice(self::SLICE);
        $watch = $this->lane->watch();
        $from = $work->from;
        $missing = $work->missing;
        $failed = $work->failed;
        foreach ($this->copies->to($work->folder, $work->frames, $work->links, $from) as $because) {
            ++$from;
            if (null !== $because) {
                ++$missing;
                $failed = \array_slice([...$failed, $because], 0, self::MOST_TOLD);
            }
            $told = $missing > \count($failed) ? [...$failed, 'And '.($missing - \count($failed)).' more.'] : $failed;
            $this->progress->keep($work->name, new Apart(\count($work->frames), $from - $missing, $told, $from === \count($work->frames)));
            $watch();
            if ($slice->isOver() && $from < \count($work->frames)) {
                break;
            }
        }
        if ($from < \count($work->frames)) {
            $this->lane->send(new CopyOut($work->frames, $work->folder, $work->links, $work->name, $from, $missing, $failed));
        }
    }
}
