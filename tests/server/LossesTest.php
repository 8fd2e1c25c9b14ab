<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Survival\FrameTable;
use VelvetLedger\Server\Pages\SurvivalPage;
use VelvetLedger\Server\Persistence\Survival\DumpRepository;
use VelvetLedger\Server\Persistence\Survival\LossRepository;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Survival\DumpsInWords;
use VelvetLedger\Server\Survival\FramesInOpenForm;
use VelvetLedger\Server\Survival\KeepsDumps;
use VelvetLedger\Server\Survival\MakesDumps;
use VelvetLedger\Server\Survival\SettlesRestored;
use VelvetLedger\Server\View\Survival\LossView;
use VelvetLedger\Tests\Stills;

/** What would be gone with a drive, what is said of dumps, what lies beside them in open form, and what a restored ledger finds at its stores. */
final class LossesTest extends LedgerTestCase
{
    private const STATES = ['proven', 'proven', 'proven', 'owed', 'missing', 'differs'];

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows', 'Coffer');
        for ($i = 1; $i <= 6; ++$i) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg(\sprintf('2026-05-0%d 21:14:0%d', 4 + $i % 2, $i), $i));
        }
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
    }

    public function testWhatWouldBeGoneIsWhatASlowAndSimpleCountSays(): void
    {
        $database = $this->ledger()->getConnection();
        $stores = array_flip($this->service(Stores::class)->names());
        mt_srand(28);
        for ($turn = 0; $turn < 30; ++$turn) {
            // Each on a drive of its own; or two on one; or drives that are not known.
            $devices = [['a', 'b', 'c'], ['a', 'a', 'c'], ['', '', 'c'], ['a', 'a', 'a']][$turn % 4];
            foreach (array_values($stores) as $i => $store) {
                $database->executeStatement('UPDATE store SET device = ? WHERE id = ?', [$devices[$i], $store]);
            }
            foreach ($database->fetchFirstColumn('SELECT id FROM copy') as $copy) {
                $database->executeStatement('UPDATE copy SET state = ? WHERE id = ?', [self::STATES[mt_rand(0, 5)], $copy]);
            }
            $drive = array_combine(array_values($stores), array_map(static fn (string $device, int $store): string => '' === $device ? "store $store" : $device, $devices, array_values($stores)));
            $expected = [];
            foreach ($database->fetchAllAssociative("SELECT f.id, f.bytes, r.shoot_id, (SELECT json_agg(c.store_id) FROM copy c WHERE c.file_id = f.id AND c.state = 'proven') AS stores FROM file f JOIN frame r ON r.id = f.frame_id") as $file) {
                $on = array_unique(array_map(static fn (mixed $store): string => $drive[\is_int($store) ? $store : 0], (array) json_decode(\is_string($file['stores']) ? $file['stores'] : '[]', true)));
                if (1 === \count($on)) {
                    $key = reset($on).' '.(\is_int($file['shoot_id']) ? $file['shoot_id'] : 0);
                    $expected[$key] = ($expected[$key] ?? 0) + (\is_int($file['bytes']) ? $file['bytes'] : 0);
                }
            }
            $found = [];
            foreach ($this->service(LossRepository::class)->byDrive() as $loss) {
                self::assertSame(array_keys($drive, $drive[$loss['stores'][0]], true), $loss['stores'], 'stores on one drive go together');
                $found[$drive[$loss['stores'][0]].' '.$loss['shoot']] = $loss['bytes'];
                self::assertNotSame([], $loss['some']);
                self::assertSame([$loss['shoot']], $this->column('SELECT DISTINCT shoot_id FROM frame WHERE id IN ('.implode(',', $loss['some']).')'), 'pictures of what would be gone');
            }
            ksort($expected);
            ksort($found);
            self::assertSame($expected, $found, "turn $turn");
            $view = array_map(static fn (LossView $loss): string => $loss->of, \array_slice($this->service(SurvivalPage::class)->view()->losses, 1));
            $named = array_merge([], ...array_map(static fn (string $of): array => explode(', ', str_replace(' and ', ', ', $of)), $view));
            sort($named);
            self::assertSame(['Anvil', 'Bellows', 'Coffer'], $named, 'each store is said something of, once');
        }
    }

    public function testWhatIsSaidOfDumpsFollowsTheirRows(): void
    {
        $words = fn (): array => [$this->service(DumpsInWords::class)->warning(), $this->service(DumpsInWords::class)->sentence()];
        $this->settled();
        $dump = $this->service(MakesDumps::class)->make();
        self::assertStringContainsString('is at no store', (string) $words()[0]);
        self::assertStringContainsString('It is not proven yet. No store has it: it lies on this machine alone. Anvil, Bellows and Coffer are owed it.', $words()[1]);
        $dumps = $this->service(DumpRepository::class);
        foreach ($this->service(Stores::class)->names() as $store => $name) {
            $dumps->liesAt($dump->id, $store, new \DateTimeImmutable());
        }
        self::assertNull($words()[0], 'it is being proven for the first time');
        $dumps->isNotProven($dump->id, 'it is of paper.');
        self::assertStringEndsWith('is not proven: it is of paper.', (string) $words()[0]);
        self::assertStringContainsString('It is not proven: it is of paper. It lies at Anvil, Bellows and Coffer.', $words()[1]);
        $dumps->isProven($dump->id, new \DateTimeImmutable());
        self::assertNull($words()[0]);
        // Three days later nothing changed; then something did.
        $document = json_decode($dump->document->text(), true);
        self::assertIsArray($document);
        $document['madeAt'] = $this->service(ClockInterface::class)->now()->modify('-3 days')->setTimezone(new \DateTimeZone('UTC'))->format(\DATE_RFC3339_EXTENDED);
        $this->ledger()->getConnection()->executeStatement('UPDATE dump SET document = ?', [json_encode($document, \JSON_THROW_ON_ERROR)]);
        $this->settled();
        self::assertFalse($dumps->isBehind());
        self::assertNull($words()[0], 'an old one is as good where nothing changed');
        $this->ledger()->getConnection()->executeStatement("UPDATE shoot SET description = 'other boats' WHERE id = 1");
        $this->settled();
        self::assertTrue($dumps->isBehind());
        self::assertStringStartsWith('The ledger changed since, and its latest proven dump is of ', (string) $words()[0]);
        self::assertStringStartsWith('What was said, judged and changed since the latest proven dump would be gone, and that 6 frames came in.', $this->service(SurvivalPage::class)->view()->losses[0]->sentence);
        $this->reader->put('LATER/DCIM/100ORREL/ORL_0009.JPG', Stills::jpeg('2026-05-08 10:00:00', 9));
        $this->bringIn('LATER', new Wishes(otherwise: 'later'));
        self::assertStringContainsString('would be gone, and that 7 frames came in.', $this->service(SurvivalPage::class)->view()->losses[0]->sentence, 'of three days ago none is known');
    }

    public function testTablesAreThoseOfTheShootsThatThereAre(): void
    {
        $tables = $this->service(FramesInOpenForm::class);
        $root = $this->onDrive('Bellows');
        $at = "$root/velvet-ledger/shoots";
        self::assertSame([], $tables->write([$root]));
        self::assertSame(['2026-05-04 boats.csv', '2026-05-05 boats.csv'], FolderNames::in("$at/2026"));
        $database = $this->ledger()->getConnection();
        $database->executeStatement("INSERT INTO keyword (id, word, synonyms) VALUES (1, 'a \"red\" boat, or two', '[]'), (2, 'Übersee', '[]')");
        $database->executeStatement('INSERT INTO frame_keyword (frame_id, keyword_id) SELECT min(id), k FROM frame, generate_series(1, 2) k GROUP BY k');
        $database->executeStatement("INSERT INTO judgement (frame_id, decision, stars, label, revision) SELECT min(id), 'keep', 4, E'two\nlines', 1 FROM frame");
        $database->executeStatement("UPDATE shoot SET folder = 'elsewhere/the boats' WHERE date = '2026-05-04'");
        self::assertSame([], $tables->write([$root]));
        self::assertSame(['2026', 'elsewhere'], FolderNames::in($at));
        self::assertSame(['2026-05-05 boats.csv'], FolderNames::in("$at/2026"), 'the table of the earlier name is gone');
        $rows = [];
        foreach (['2026/2026-05-05 boats.csv', 'elsewhere/the boats.csv'] as $table) {
            $stream = fopen("$at/$table", 'r');
            self::assertNotFalse($stream);
            while (false !== $row = fgetcsv($stream, null, ',', '"', '')) {
                $rows[] = $row;
            }
        }
        self::assertCount(2 + 6, $rows, 'a head each, and a line a file');
        $judged = array_values(array_filter($rows, static fn (array $row): bool => '4' === $row[5]));
        self::assertSame([['a "red" boat, or two; Übersee', '4', "two\nlines"]], array_map(static fn (array $row): array => \array_slice($row, 4, 3), $judged), 'as RFC 4180 has it');
        foreach ($rows as $row) {
            self::assertCount(\count(FrameTable::HEAD), $row);
            self::assertSame('xxh128' === $row[7] ? $row[7] : ($this->column('SELECT checksum FROM file WHERE checksum = \''.$row[7].'\'')[0] ?? null), $row[7]);
        }
        // What did not change is not written again; what a drive does not take is told.
        $inodes = static fn (): array => array_map(fileinode(...), ["$at/2026/2026-05-05 boats.csv", "$at/elsewhere/the boats.csv"]);
        $before = $inodes();
        $database->executeStatement('UPDATE judgement SET stars = 2');
        $tables->write([$root]);
        clearstatcache();
        self::assertCount(1, array_diff($inodes(), $before));
        $other = $this->store->path.'/Paper';
        $this->store->put('Paper/velvet-ledger/shoots', 'a file where the folder should be');
        self::assertCount(2, $tables->write([$other]));
    }

    public function testARestoredLedgerNamesWhatIsOtherwiseAndChangesNothingOfIt(): void
    {
        $anvil = $this->onDrive('Anvil', '2026/2026-05-04 boats');
        $names = array_values(array_filter(FolderNames::in($anvil), static fn (string $name): bool => str_ends_with($name, '.jpg')));
        self::assertCount(3, $names);
        // One moved to another folder, one shortened, one gone; a copy of a good one beside it, a link, and somebody's notes.
        mkdir($this->onDrive('Anvil', 'kept'));
        rename("$anvil/$names[0]", $this->onDrive('Anvil', 'kept/boat.jpg'));
        file_put_contents("$anvil/$names[1]", 'short');
        unlink("$anvil/$names[2]");
        $fifth = $this->onDrive('Anvil', '2026/2026-05-05 boats');
        $good = array_values(array_filter(FolderNames::in($fifth), static fn (string $name): bool => str_ends_with($name, '.jpg')))[0];
        copy("$fifth/$good", "$fifth/again.jpg");
        symlink("$fifth/$good", "$fifth/link.jpg");
        $this->store->put('Anvil/pictures/notes.txt', 'mine');
        $this->drivesAway('Coffer');
        $others = fn (): array => $this->column("SELECT c::text FROM copy c WHERE path NOT LIKE 'kept/%' AND path NOT LIKE '%0001.jpg' ORDER BY id");
        $before = $others();
        $said = implode("\n", $this->service(SettlesRestored::class)->settle());
        self::assertStringContainsString('Anvil: 3 files are where the dump has them.', $said);
        self::assertStringContainsString('Anvil: 1 file is under another name since the dump', $said);
        self::assertStringContainsString("Anvil: 2 files are not there: 2026/2026-05-04 boats/$names[1], 2026/2026-05-04 boats/$names[2].", $said);
        self::assertStringContainsString('Anvil: 2 files lie there that neither the dump nor a list knows, and stay as they are: 2026/2026-05-05 boats/again.jpg, notes.txt.', $said);
        self::assertStringNotContainsString('link.jpg', $said);
        self::assertStringContainsString('Bellows: 6 files are where the dump has them.', $said);
        self::assertStringContainsString('Coffer is not there', $said);
        self::assertSame(['kept/boat.jpg'], $this->column("SELECT path FROM copy WHERE path LIKE 'kept/%'"));
        self::assertStringEqualsFile($this->onDrive('Anvil', 'notes.txt'), 'mine');
        self::assertSame($before, $others(), 'of no other copy anything is changed');
        $again = implode("\n", $this->service(SettlesRestored::class)->settle());
        self::assertStringContainsString('Anvil: 4 files are where the dump has them.', $again, 'said again, what was found stays found');
        self::assertStringNotContainsString('another name', $again);
    }

    public function testAStoreThatIsFullGetsNoDumpAndTheOthersDo(): void
    {
        file_put_contents($this->onDrive('Coffer', 'velvet-ledger'), 'a file where the folder should be');
        [$dump, $failed] = $this->service(KeepsDumps::class)->keep(true);
        self::assertCount(2, $dump->stores);
        self::assertSame(['Coffer'], array_keys($failed));
        self::assertNotNull($dump->provenAt);
        self::assertStringContainsString('It lies at Anvil and Bellows. Coffer is owed it.', $this->service(DumpsInWords::class)->sentence());
        unlink($this->onDrive('Coffer', 'velvet-ledger'));
        $this->settled();
        self::assertCount(3, $this->service(KeepsDumps::class)->keep(false)[0]->stores);
    }

    private function settled(): void
    {
        $this->ledger()->getConnection()->executeQuery('SELECT pg_stat_force_next_flush()');
        $this->ledger()->getConnection()->executeQuery('SELECT 1');
    }
}
