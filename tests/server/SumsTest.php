<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use PHPUnit\Framework\Attributes\TestWith;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Tests\Stills;

/** What shoots come to: added up anew by whoever touches them, whoever else is at it. */
final class SumsTest extends LedgerTestCase
{
    private const WHAT_IS = "SELECT r.shoot_id, c.store_id, c.state, CASE WHEN c.state = 'proven' THEN to_char(c.proven_at AT TIME ZONE 'UTC', 'YYYY-MM') ELSE '' END AS month, count(*)::int AS copies, sum(f.bytes)::bigint AS bytes, min(c.proven_at) FILTER (WHERE c.state = 'proven') AS oldest FROM copy c JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id GROUP BY 1, 2, 3, 4 ORDER BY 1, 2, 3, 4";

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        foreach (['2026-05-04', '2026-05-05'] as $day => $date) {
            foreach ([1, 2, 3] as $number) {
                $this->reader->put("CARD/DCIM/100ORREL/ORL_00$day$number.JPG", Stills::jpeg("$date 21:14:0$number", 10 * $day + $number));
            }
        }
        $this->ledger()->getConnection()->executeStatement("SELECT setval('frame_id_seq', 126)"); // their sums are of two parts
        $this->bringIn('CARD');
        $this->areRight();
    }

    /** Stamping changes a file and then its copies; proving a copy, and what its shoot comes to: none waits for the other, and both count. */
    #[TestWith(['differs'])]
    #[TestWith(['missing'])]
    public function testOneWhoStampsAndOneWhoProvesAtOnce(string $found): void
    {
        $proves = $this->another();
        $stamps = $this->ledger()->getConnection();
        $stamps->beginTransaction();
        $stamps->executeStatement('UPDATE file SET bytes = bytes + 100 WHERE id IN (1, 2)');
        $proves->executeStatement("SET lock_timeout = '2s'");
        $proves->executeStatement('UPDATE copy SET state = ? WHERE file_id = 2 AND store_id = 2', [$found]);
        $stamps->executeStatement("UPDATE copy SET state = 'owed' WHERE file_id = 1 AND store_id = 2");
        $stamps->commit();
        $this->areRight();
        self::assertSame([1, 1], [...$this->column("SELECT copies FROM shoot_copies WHERE shoot_id = 1 AND store_id = 2 AND state = '$found'"), ...$this->column("SELECT copies FROM shoot_copies WHERE shoot_id = 1 AND store_id = 2 AND state = 'owed'")]);
    }

    public function testAFrameThatGoesToAnotherShootTakesItsSumsAlong(): void
    {
        $this->ledger()->getConnection()->executeStatement('UPDATE frame SET shoot_id = 2 WHERE id = 127');
        $this->areRight();
        self::assertSame([2, 4], $this->column('SELECT frames FROM shoot ORDER BY id'));
        $this->ledger()->getConnection()->executeStatement('UPDATE frame SET shoot_id = 2 WHERE shoot_id = 1');
        $this->areRight();
        self::assertSame([0, 6], $this->column('SELECT frames FROM shoot ORDER BY id'));
        $this->ledger()->getConnection()->executeStatement('UPDATE frame SET shoot_id = 1 WHERE id IN (127, 132)');
        $this->areRight();
    }

    public function testAProofPutsSumsRightThatAreNot(): void
    {
        $this->ledger()->getConnection()->executeStatement('UPDATE shoot_part_copies SET copies = copies + 7 WHERE shoot_id = 2');
        $this->ledger()->getConnection()->executeStatement('SELECT add_up_shoot(2, ARRAY[]::int[])');
        self::assertNotSame([3], $this->column('SELECT copies FROM shoot_copies WHERE shoot_id = 2 AND store_id = 1'), 'and it tells');
        $id = $this->service(ProvingRepository::class)->ask(1, null, null);
        $this->service(Proving::class)->prove($id, static fn () => null);
        $this->areRight();
        [$said] = $this->column("SELECT entry FROM day_book_entry WHERE kind = 'proof' ORDER BY id DESC LIMIT 1");
        self::assertStringEndsWith(' Of 1 shoot the sums in the ledger were not those of its copies, and are put right.', \is_string($said) ? $said : '');
    }

    private function areRight(): void
    {
        $is = $this->ledger()->getConnection();
        self::assertSame($is->fetchAllAssociative(self::WHAT_IS), $is->fetchAllAssociative('SELECT shoot_id, store_id, state, month, copies, bytes, oldest FROM shoot_copies ORDER BY 1, 2, 3, 4'));
        self::assertSame($is->fetchAllNumeric('SELECT s.id, count(DISTINCT r.id), count(f.id), coalesce(sum(f.bytes), 0)::bigint, min(r.stem), max(r.stem), min(r.taken_at), (array_agg(r.id ORDER BY r.taken_at, r.subsecond, r.id))[1] FROM shoot s LEFT JOIN (frame r JOIN file f ON f.frame_id = r.id) ON r.shoot_id = s.id GROUP BY 1 ORDER BY 1'), $is->fetchAllNumeric('SELECT id, frames::bigint, files::bigint, bytes, first_name, last_name, taken_from, cover_id FROM shoot ORDER BY 1'));
        self::assertSame([], $this->column('SELECT shoot_id FROM shoot_touched'));
    }

    private function another(): Connection
    {
        return Services::of(self::createKernel())->get(EntityManagerInterface::class)->getConnection();
    }
}
