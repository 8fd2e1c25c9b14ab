<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\FramesInOrder;

/** Lets frames that are set aside go for good: of "frame" since when, and what is still to be made of them is not made. */
final readonly class LetGoChanges
{
    public function __construct(private Connection $database, private StepRepository $steps)
    {
    }

    /**
     * Within a transaction that has locked them.
     *
     * @param list<int> $frames
     *
     * @return list<string> their names
     */
    public function enter(array $frames): array
    {
        if ([] === $frames) {
            return [];
        }
        $stems = array_map(Row::word(...), $this->database->fetchFirstColumn('WITH gone AS (UPDATE frame SET let_go_at = now(), restamp = false, stamp_note = NULL WHERE '.FramesInOrder::where('id IN (?)').' RETURNING stem, taken_at, id)
            SELECT stem FROM gone ORDER BY taken_at, id', [$frames], [ArrayParameterType::INTEGER]));
        $this->database->executeStatement("DELETE FROM conversion WHERE frame_id IN (?) AND state = 'waiting'", [$frames], [ArrayParameterType::INTEGER]);
        $this->steps->removeFrames($frames);

        return $stems;
    }
}
