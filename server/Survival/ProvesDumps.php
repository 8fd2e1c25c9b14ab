<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Persistence\Survival\DumpRepository;
use VelvetLedger\Server\Persistence\Survival\DumpRow;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Tools\PgPrograms;

/** Proves a dump by restoring it into a scratch database: all rows of all tables are there, and the day book ends with the same seal. */
final readonly class ProvesDumps
{
    /** Bytes that are never used up: the ledger itself grows where it lies. */
    private const SPARE = 500_000_000;

    public function __construct(private DumpRepository $dumps, private PgPrograms $programs, private RestoresBeside $beside, private Home $home, private ClockInterface $clock)
    {
    }

    /** @return string|null null where it is proven, which is entered; else why not, which is as well */
    public function prove(DumpRow $dump, string $file): ?string
    {
        $because = $this->because($dump->document, $file);
        if (null === $because) {
            $this->dumps->isProven($dump->id, $this->clock->now());
        } else {
            $this->dumps->isNotProven($dump->id, $because);
        }

        return $because;
    }

    private function because(DumpDocument $document, string $file): ?string
    {
        $needed = (int) (1.2 * $this->dumps->size()) + self::SPARE;
        $free = @disk_free_space($this->home->path);
        if (false !== $free && $free < $needed) {
            return \sprintf('this machine has %s of room left, and restoring it beside the ledger takes %s', Size::of((int) $free), Size::of($needed));
        }
        $scratch = $this->programs->name().'_proof';
        try {
            return $this->beside->into($scratch, $file, $document);
        } finally {
            $this->programs->drop($scratch);
        }
    }
}
