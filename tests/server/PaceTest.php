<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Clock\MockClock;
use VelvetLedger\Server\Pace\Pace;

final class PaceTest extends TestCase
{
    public function testASliceEndsByTheClockAndWhatIsSaidIsSaidNowAndThen(): void
    {
        $clock = new MockClock();
        $pace = new Pace($clock);
        [$slice, $whole, $none] = [$pace->slice(1.5), $pace->slice(\INF), $pace->slice(-1)];
        $beat = $pace->beat(0.4);
        $said = [];
        for ($i = 0; $i < 10; ++$i) {
            $said[] = [$slice->isOver(), $whole->isOver(), $none->isOver(), $beat->isDue()];
            $clock->sleep(0.25);
        }
        self::assertSame([false, false, false, false, false, false, false, true, true, true], array_column($said, 0));
        self::assertSame([false, true], [\in_array(true, array_column($said, 1), true), array_product(array_map(intval(...), array_column($said, 2))) > 0]);
        self::assertSame([true, false, true, false, true, false, true, false, true, false], array_column($said, 3), 'at once, then every second quarter');
        self::assertFalse((new Pace())->slice(60)->isOver());
    }
}
