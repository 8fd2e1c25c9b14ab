<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Uid\Uuid;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Store\LedgerSign;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Survival\KeptDumps;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Tests\Folder;

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

    public function testDumpsThatWereNotProvenTakeNoOthersPlaceAndDoNotPileUp(): void
    {
        $at = static fn (int $minutes): \DateTimeImmutable => new \DateTimeImmutable('@'.(1_790_000_000 + 60 * $minutes));
        $dumps = ['good 1' => $at(-4000), 'good 2' => $at(0), 'good 3' => $at(10), 'good 4' => $at(20)];
        self::assertSame(['good 4', 'good 3', 'good 2', 'good 1'], KeptDumps::of($dumps));
        $unproven = [];
        for ($i = 1; $i <= 40; ++$i) {
            $dumps["bad $i"] = $at(20 + 10 * $i);
            $unproven[] = "bad $i";
            $kept = KeptDumps::of($dumps, $unproven);
            self::assertSame(['good 4', 'good 3', 'good 2', 'good 1'], array_values(array_filter($kept, static fn (string $name): bool => str_starts_with($name, 'good'))), 'none is pushed out');
            self::assertSame("bad $i", $kept[0], 'the latest is always there');
            self::assertCount(4 + min(3, $i), $kept);
            $dumps = array_intersect_key($dumps, array_flip($kept));
        }
        self::assertSame([], KeptDumps::of([]));
    }

    public function testOfLedgersThatWereMadeFromOneAnotherOnlyTheLastThatTookOverWrites(): void
    {
        mt_srand(281);
        $ledger = self::uuid();
        for ($turn = 0; $turn < 200; ++$turn) {
            /** @var array<int, LedgerSign> $ledgers */
            $ledgers = [new LedgerSign($ledger, 1, self::uuid())];
            $stands = null;
            $last = 0;
            for ($act = 0; $act < 12; ++$act) {
                $who = mt_rand(0, \count($ledgers) - 1);
                if (0 === mt_rand(0, 2)) {
                    // Restored from a dump of one of them, at this store; or one of them is told to go on.
                    $sign = new LedgerSign($ledger, max($ledgers[$who]->turn, $stands->turn ?? 0) + 1, self::uuid());
                    $who = 0 === mt_rand(0, 1) ? \count($ledgers) : $who;
                    $ledgers[$who] = $sign;
                }
                if ($ledgers[$who]->mayWriteWhere($stands)) {
                    $stands = $ledgers[$who];
                    $last = $who;
                }
                $may = array_keys(array_filter($ledgers, static fn (LedgerSign $one): bool => $one->mayWriteWhere($stands) && $one->turn <= ($stands->turn ?? 0)));
                self::assertSame([$last], $may, 'never two at one store, and never none');
            }
        }
        $one = new LedgerSign($ledger, 3, self::uuid());
        self::assertEquals($one, LedgerSign::read($one->line()));
        self::assertTrue($one->mayWriteWhere(null), 'of a store that no ledger signed');
        self::assertFalse($one->mayWriteWhere(new LedgerSign($ledger, 3, self::uuid())), 'two that were restored from one dump');
        self::assertFalse($one->mayWriteWhere(new LedgerSign(self::uuid(), 1, self::uuid())), 'of another ledger altogether');
        foreach (['', 'ledger', $one->line().' ', "ledger $ledger -1 $ledger", "ledger $ledger 12345678901 $ledger", "Ledger $ledger 1 $ledger"] as $line) {
            self::assertNull(LedgerSign::read($line), $line);
        }
    }

    public function testTheMarkOfAStoreCarriesTheSignAndAnEarlierMarkHasNone(): void
    {
        $store = new Folder();
        $sign = new LedgerSign(self::uuid(), 7, self::uuid());
        self::assertTrue(StoreMark::put($store->path, self::uuid(), "Anvil\nof two lines", $sign));
        $mark = static fn (): array => [StoreMark::at($store->path)?->name, StoreMark::at($store->path)?->sign?->line()];
        self::assertSame(['Anvil of two lines', $sign->line()], $mark());
        foreach ([null, 'ledger of something else'] as $third) {
            $store->put(StoreMark::FILE, self::uuid()."\nAnvil\n".(null === $third ? '' : "$third\n"));
            self::assertSame(['Anvil', null], $mark());
        }
    }

    public function testDumpsInAFolderAreThoseThatHaveADocument(): void
    {
        $store = new Folder();
        foreach (['ledger_2026-11-30_161331.250Z.json', 'ledger_2026-11-30_161331.250Z.dump', 'ledger_half.dump', '.ledger_x.json', 'other.json', 'ledger_folder.jsonx'] as $name) {
            $store->put('velvet-ledger/'.$name, '');
        }
        self::assertSame(['ledger_2026-11-30_161331.250Z'], DumpDocument::namesIn($store->path.'/velvet-ledger'));
        self::assertSame([], DumpDocument::namesIn($store->path.'/not there'));
        self::assertSame('ledger_2026-11-30_201331.250Z', DumpDocument::nameAt(new \DateTimeImmutable('2026-11-30 15:13:31.250 America/New_York')), 'in UTC: names stand in order of time wherever the machine goes');
    }

    private static function uuid(): string
    {
        return Uuid::v4()->toRfc4122();
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
