<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Bench\FaultRound;

/** Each fault once; "bin/ledger bench faults" plays them two hundred times. */
final class FaultsTest extends TestCase
{
    protected function tearDown(): void
    {
        restore_exception_handler();
    }

    #[DataProvider('faults')]
    public function testLedgerAndDisksAgreeAfterwards(string $fault, int $seed): void
    {
        self::assertSame([], (new FaultRound($fault, $seed, 60))->play());
    }

    /** Whoever works on another database of this server is thrown out as well. */
    #[Group('alone')]
    public function testLedgerAndDisksAgreeAfterTheDatabaseWasRestarted(): void
    {
        $this->testLedgerAndDisksAgreeAfterwards('database restarts', 7);
    }

    /** @return iterable<string, array{string, int}> */
    public static function faults(): iterable
    {
        foreach (FaultRound::FAULTS as $i => $fault) {
            if (!\in_array($fault, ['database restarts', 'a drive leaves while frames are set aside', 'a drive leaves while shoots are filed away'], true) && (0 === posix_getuid() || (!str_ends_with($fault, 'fills') && !str_ends_with($fault, 'difference')))) { // a drive can only be mounted as root
                yield $fault => [$fault, 10 + $i]; // every second with stamps
            }
        }
    }
}
