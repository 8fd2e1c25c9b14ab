<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Survival\KeptDumps;

/** Which dumps of the ledger are kept, and what stands beside them. */
final class SurvivalTest extends TestCase
{
    public function testOfEachDayWeekAndMonthTheLatestIsKept(): void
    {
        mt_srand(28);
        for ($turn = 0; $turn < 40; ++$turn) {
            $dumps = [];
            for ($i = mt_rand(1, 300); $i > 0; --$i) {
                $at = new \DateTimeImmutable('@'.(1_790_000_000 - mt_rand(0, mt_rand(1, 500) * 86_400)));
                $dumps[$at->format('U').'.'.$i] = $at;
            }
            $kept = KeptDumps::of($dumps);
            self::assertLessThanOrEqual(26, \count($kept));
            foreach (['Y-m-d' => 7, 'o-W' => 4, 'Y-m' => 12] as $span => $most) {
                // Slowly: the latest of each span that has any, of the last so many spans.
                $latest = [];
                foreach ($dumps as $name => $at) {
                    $of = $at->format($span);
                    $latest[$of] = isset($latest[$of]) && $dumps[$latest[$of]] >= $at ? $latest[$of] : $name;
                }
                krsort($latest);
                foreach (\array_slice($latest, 0, $most) as $name) {
                    self::assertContains($dumps[$name]->format($span), array_map(static fn (string $one): string => $dumps[$one]->format($span), $kept));
                    self::assertContains($dumps[$name]->getTimestamp(), array_map(static fn (string $one): int => $dumps[$one]->getTimestamp(), $kept));
                }
            }
            self::assertSame($kept, KeptDumps::of(array_intersect_key($dumps, array_flip($kept))), 'what is kept stays kept');
        }
    }

    public function testADumpsDocumentIsReadAsItWasWritten(): void
    {
        $document = new DumpDocument('132d2e6d-f569-4ae3-a7db-909021b3e6c1', '2026-11-30T16:13:31.250+00:00', 1_381_508, str_repeat('a', 32), '', 'Version1', ['frame' => 3, 'copy' => 6]);
        self::assertEquals($document, DumpDocument::read($document->text()));
        self::assertNull($document->differs(['copy' => 6, 'frame' => 3, 'another' => 1], '', 'Version1'));
        self::assertSame('restored, it has 5 rows of copy where the ledger had 6', $document->differs(['copy' => 5, 'frame' => 3], '', 'Version1'));
        self::assertNotNull($document->differs($document->rows, 'a seal', 'Version1'));
        foreach (['', '[]', '{"velvetLedger": "dump of a ledger", "version": 2}', str_replace('2026-11-30T', 'soon', $document->text())] as $broken) {
            try {
                DumpDocument::read($broken);
                self::fail($broken);
            } catch (BadDocument $no) {
                self::assertNotSame('', $no->getMessage());
            }
        }
    }
}
