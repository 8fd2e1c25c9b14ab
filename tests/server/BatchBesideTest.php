<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\DBAL\Exception\DriverException;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Batch;
use VelvetLedger\Server\Persistence\BatchBeside;

/** All of a batch or none of it, whoever waits for it. */
final class BatchBesideTest extends LedgerTestCase
{
    private const WORDS = ["it's", 'a \\ b', ":name and 'quoted'", "Möwe\nüber Wasser", '$body$'];

    public function testManyWordsAreOneValue(): void
    {
        $words = [...self::WORDS, '', 'NULL', '{a,"b"}', '7'];
        $database = $this->ledger()->getConnection();
        self::assertSame([$words, ['1', '-2'], []], array_map(static fn (array $of): array => $database->fetchFirstColumn('SELECT word FROM unnest(CAST(? AS text[])) WITH ORDINALITY AS w(word, place) ORDER BY place', [ArrayLiteral::of($of)]), [$words, [1, -2], []]));
    }

    public function testABatchIsCarriedOutWholeOrNotAtAll(): void
    {
        $database = $this->ledger()->getConnection();
        $database->executeStatement('CREATE TABLE IF NOT EXISTS said (number int, word text)');
        $database->executeStatement('TRUNCATE said');
        try {
            $say = static fn (int $number, string $word): Batch => (new Batch($database))->add('INSERT INTO said SELECT :number::int, :name', ['number' => $number, 'name' => $word]);
            $beside = new BatchBeside($database);
            $beside->end(); // nothing was begun
            foreach (self::WORDS as $number => $word) {
                $number > 0 ? $beside->begin($say($number, $word)) : $say($number, $word)->carryOut();
                $beside->end();
            }
            self::assertSame(self::WORDS, $database->fetchFirstColumn('SELECT word FROM said ORDER BY number'));

            $refused = $say(9, 'none of it')->unless('(SELECT count(*) FROM said) = :count', ['count' => 5], "it's not so")->add('SELECT 1');
            foreach ([$refused->carryOut(...), static function () use ($beside, $refused): void {
                $beside->begin($refused);
                $beside->end();
            }] as $carryOut) {
                try {
                    $carryOut();
                    self::fail('it is refused');
                } catch (DriverException $failure) {
                    self::assertSame(Batch::REFUSED, $failure->getSQLState());
                    self::assertStringContainsString("it's not so", $failure->getMessage());
                }
            }
            $beside->begin($say(6, 'goes on')->unless('(SELECT count(*) FROM said) = :count', ['count' => 6], 'it is so'));
            $beside->end();
            self::assertSame('6', (string) $database->fetchOne('SELECT count(*) FROM said')); // @phpstan-ignore cast.string

            $beside->begin($say(7, 'lost')->add('SELECT pg_terminate_backend(pg_backend_pid())')->add('SELECT pg_sleep(1)'));
            try {
                $beside->end();
                self::fail('its connection ended');
            } catch (ConnectionException $lost) {
                self::assertStringContainsString('terminating connection', $lost->getMessage());
            }
            $beside->begin($say(8, 'on another'));
            $beside->close();
            self::assertSame(['goes on'], $database->fetchFirstColumn('SELECT word FROM said WHERE number IN (6, 7)'));
        } finally {
            $database->executeStatement('DROP TABLE said');
        }
    }
}
