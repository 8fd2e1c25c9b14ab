<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\Group;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Server\Events\Happenings;
use VelvetLedger\Server\Events\Topic;
use VelvetLedger\Server\Keeping\ChangesNames;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Work\Proofs;
use VelvetLedger\Tests\Stills;

/** A page is told what is another by now: once for all that a transaction did, and nothing while nothing happens; alone, for room on the drive that others take is told too. */
#[Group('alone')]
final class EventsTest extends LedgerTestCase
{
    public function testAPageIsToldWhatHappensInTheLedgerInTheReadersAndOnTheDrives(): void
    {
        $this->drives('Bellows');
        $happenings = Services::of(self::createKernel())->get(Happenings::class); // as a page's own process has it
        $happenings->listen();
        self::assertSame([], self::told($happenings));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01', 1));
        self::assertSame(['cards'], self::told($happenings));
        self::assertSame([], self::told($happenings));
        $this->bringIn('CARD');
        self::assertSame(['cards', 'day book', 'receipts', 'shoots', 'stores'], self::told($happenings));
        $this->drivesAway('Bellows');
        self::assertContains('stores', self::told($happenings));
        $this->drivesAway('Anvil');
        self::assertSame(['cards', 'stores'], self::told($happenings), 'what stands in the header');
        $this->drivesBack('Anvil', 'Bellows');
        self::told($happenings);
        $this->service(Proofs::class)->ask(1);
        self::assertSame(['stores'], self::told($happenings));
        $this->service(ChangesNames::class)->change($this->service(ShootRepository::class)->find(1), [1 => new Wanted('2026/2026-05-04', 'quay')], AskedBy::Page);
        self::assertSame(['cards', 'day book', 'shoots', 'stores'], self::told($happenings));
        $this->ledger()->getConnection()->beginTransaction();
        $this->service(StepRepository::class)->askToMend([1]);
        $this->ledger()->getConnection()->executeStatement('UPDATE proving SET bad = 1');
        self::assertSame([], self::told($happenings), 'not before it is so');
        $this->ledger()->getConnection()->commit();
        self::assertSame(['stores'], self::told($happenings));
        $happenings->end();
        $this->ledger()->getConnection()->executeStatement('UPDATE proving SET bad = 0');
        self::assertSame([], self::told($happenings));
    }

    /**
     * @return list<string>
     *
     * @phpstan-impure
     */
    private static function told(Happenings $happenings): array
    {
        $topics = [];
        while ([] !== $some = $happenings->next(150)) {
            array_push($topics, ...array_map(static fn (Topic $topic): string => $topic->value, $some));
        }
        sort($topics);

        return array_values(array_unique($topics));
    }
}
