<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Survival;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Store\LedgerSign;
use VelvetLedger\Server\Persistence\Row;

/** Which ledger this is; looked at again after a while, for one that takes over is told so by another process. */
final class SignRepository
{
    private const SECONDS = 5;

    private ?LedgerSign $sign = null;
    private int $since = 0;

    public function __construct(private readonly Connection $database)
    {
    }

    public function sign(): LedgerSign
    {
        if (null === $this->sign || hrtime(true) - $this->since > self::SECONDS * 1_000_000_000) {
            [$this->sign, $this->since] = [self::of($this->database), (int) hrtime(true)];
        }

        return $this->sign;
    }

    /** It is asked for anew: something that stands in it was changed just now. */
    public function anew(): void
    {
        $this->sign = null;
    }

    /** This ledger goes on in the place of all that were before it. @param int $latestTurn that is known of them */
    public function takeOver(int $latestTurn): void
    {
        self::takeOverIn($this->database, $latestTurn);
        $this->sign = null;
    }

    /** Null where it goes on here. */
    public function handedOver(): ?HandedOver
    {
        return self::handedOverIn($this->database);
    }

    public static function handedOverIn(Connection $database): ?HandedOver
    {
        $row = $database->fetchAssociative('SELECT handed_over_at, handed_over_by FROM ledger_identity WHERE handed_over_at IS NOT NULL');

        return false === $row ? null : new HandedOver(new \DateTimeImmutable(Row::word($row['handed_over_at'])), Row::word($row['handed_over_by']));
    }

    /** It changes nothing at stores from now on, until it takes over again. */
    public function close(string $by, \DateTimeImmutable $at): void
    {
        $this->database->executeStatement('UPDATE ledger_identity SET handed_over_at = ?, handed_over_by = ?', [$at->format(\DATE_RFC3339), $by]);
        $this->sign = null;
    }

    /** The same of a ledger in another database. */
    public static function takeOverIn(Connection $database, int $latestTurn): void
    {
        $database->executeStatement('UPDATE ledger_identity SET turn = greatest(turn, ?) + 1, here = gen_random_uuid()::text, handed_over_at = NULL, handed_over_by = NULL', [$latestTurn]);
    }

    private static function of(Connection $database): LedgerSign
    {
        $row = $database->fetchAssociative('SELECT uuid, turn, here, handed_over_at IS NOT NULL AS closed, (SELECT json_agg(ledger) FROM taken_in) AS taken_in FROM ledger_identity');
        $is = Row::of(false === $row ? [] : $row);

        return new LedgerSign($is->text('uuid'), $is->int('turn'), $is->text('here'), $is->bool('closed'), Row::words($is->textOrNull('taken_in')));
    }
}
