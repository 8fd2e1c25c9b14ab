<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Server\Events\Happenings;
use VelvetLedger\Server\Events\Topic;
use VelvetLedger\Server\Keeping\ChangesNames;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Work\Proofs;
use VelvetLedger\Tests\Stills;

/** A page is told what is another by now: once for all that a transaction did, and nothing while nothing happens. */
final class EventsTest extends LedgerTestCase
{
    public function testAPageIsToldWhatHappensInTheLedgerInTheReadersAndOnTheDrives(): void
    {
        $this->drives('Bellows');
        $happenings = Services::of(self::createKernel())->get(Happenings::class); // as a page's own process has it
        $happenings->listen();
        $told = static function () use ($happenings): array {
            $topics = array_map(static fn (Topic $topic): string => $topic->value, $happenings->next(100));
            sort($topics);

            return $topics;
        };
        self::assertSame([], $told());
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01', 1));
        self::assertSame(['cards'], $told());
        self::assertSame([], $told());
        $this->bringIn('CARD');
        self::assertSame(['cards', 'day book', 'receipts', 'shoots', 'stores'], $told());
        while ([] !== $told()) {
            // what is known of the card is learnt a moment later
        }
        $this->drivesAway('Bellows');
        self::assertSame(['stores'], $told());
        $this->drivesAway('Anvil');
        self::assertSame(['cards', 'stores'], $told(), 'what stands in the header');
        $this->drivesBack('Anvil', 'Bellows');
        $told();
        $this->service(Proofs::class)->ask(1);
        self::assertSame(['stores'], $told());
        $this->service(ChangesNames::class)->change($this->service(ShootRepository::class)->find(1), [1 => new Wanted('2026/2026-05-04', 'quay')], AskedBy::Page);
        self::assertSame(['day book', 'shoots', 'stores'], $told());
        $this->ledger()->getConnection()->beginTransaction();
        $this->service(StepRepository::class)->askToMend([1]);
        $this->ledger()->getConnection()->executeStatement('UPDATE proving SET bad = 1');
        self::assertSame([], $told(), 'not before it is so');
        $this->ledger()->getConnection()->commit();
        self::assertSame(['stores'], $told());
        $happenings->end();
        $this->ledger()->getConnection()->executeStatement('UPDATE proving SET bad = 0');
        self::assertSame([], $told());
    }
}
