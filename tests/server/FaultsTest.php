<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\DataProvider;
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
    public function testLedgerAndDisksAgreeAfterwards(string $fault): void
    {
        self::assertSame([], (new FaultRound($fault, 7, 90))->play());
    }

    /** @return iterable<string, array{string}> */
    public static function faults(): iterable
    {
        foreach (FaultRound::FAULTS as $fault) {
            if (0 === posix_getuid() || !str_ends_with($fault, 'fills')) { // a small drive can only be mounted as root
                yield $fault => [$fault];
            }
        }
    }
}
