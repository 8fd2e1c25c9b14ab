<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Receipt\Sum;
use VelvetLedger\Core\Receipt\Summary;

/** Adds up an intake's receipt in the database. */
final class Receipts
{
    public static function summary(EntityManagerInterface $ledger, int $intakeId): Summary
    {
        $rows = $ledger->getConnection()->fetchAllAssociative(
            'SELECT outcome, count(*) AS files, count(DISTINCT frame_key) AS frames, sum(bytes) AS bytes FROM receipt_line WHERE intake_id = ? GROUP BY outcome ORDER BY outcome',
            [$intakeId],
        );
        $number = static fn (mixed $value): int => is_numeric($value) ? (int) $value : 0;
        $sums = [];
        foreach ($rows as $row) {
            $outcome = \is_string($row['outcome']) ? Outcome::tryFrom($row['outcome']) : null;
            if (null !== $outcome) {
                $sums[] = new Sum($outcome, $number($row['files']), $number($row['frames']), $number($row['bytes']));
            }
        }

        return new Summary($sums);
    }
}
