<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\Console\Tester\CommandTester;
use VelvetLedger\Bench\EmptyLedger;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Console\TakeInCommand;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Pages\DayBookChain;
use VelvetLedger\Server\Persistence\Find\AlbumEntries;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Survival\GoesOn;
use VelvetLedger\Server\Survival\KeepsDumps;
use VelvetLedger\Server\Survival\RestoresDumps;
use VelvetLedger\Server\Survival\TakesIn;
use VelvetLedger\Server\Tools\PgPrograms;
use VelvetLedger\Tests\Stills;

/** A laptop's ledger of an event is taken into the one at home, by its dump on a drive: all of it once, however often. */
final class TakeInTest extends LedgerTestCase
{
    use OtherDatabases;

    /** What a ledger has, of all that is taken in; the second ledger's day book stands after what was there. */
    private const COUNTS = "SELECT json_build_object('cards', (SELECT count(*) FROM card), 'intakes', (SELECT count(*) FROM intake), 'lines', (SELECT count(*) FROM receipt_line), 'shoots', (SELECT count(*) FROM shoot), 'frames', (SELECT count(*) FROM frame), 'originals', (SELECT count(*) FROM original), 'files', (SELECT count(*) FROM file), 'copies', (SELECT count(*) FROM copy), 'proofs', (SELECT count(*) FROM proof), 'judged', (SELECT count(*) FROM judgement), 'words', (SELECT count(*) FROM frame_keyword), 'vocabulary', (SELECT count(*) FROM keyword), 'albums', (SELECT count(*) FROM album), 'in albums', (SELECT count(*) FROM album_frame), 'book', (SELECT count(*) FROM day_book_entry), 'stores', (SELECT count(*) FROM store), 'steps', (SELECT count(*) FROM step), 'orders', (SELECT count(*) FROM standing_order))";

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows'); // the laptop's
        foreach ([1, 2, 3] as $i) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg("2026-05-04 21:14:0$i", $i));
        }
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0004.ORW', Stills::raw('2026-05-04 21:15:00', 4));
        $this->reader->put('BOTH/DCIM/100ORREL/ORL_0011.JPG', Stills::jpeg('2026-05-06 10:00:00', 11));
        $this->reader->put('HOME/DCIM/100ORREL/ORL_0021.JPG', Stills::jpeg('2026-05-04 09:00:00', 21));
        $this->reader->put('EXTRA/DCIM/100ORREL/ORL_0031.JPG', Stills::jpeg('2026-05-07 09:00:00', 31));
        $this->bringIn('CARD', $this->stamped('Ada Tern', 'boats', ['places', 'Quillhaven']));
        $this->bringIn('BOTH', new Wishes(otherwise: 'both'));
        $database = $this->ledger()->getConnection();
        $database->executeStatement("INSERT INTO judgement (frame_id, decision, stars, revision) SELECT id, 'keep', 4, 1 FROM frame WHERE original_name IN ('ORL_0002', 'ORL_0011')");
        $this->service(AlbumEntries::class)->add($this->service(AlbumEntries::class)->called('The Book'), $this->frames("original_name IN ('ORL_0003', 'ORL_0011')"));
        $this->service(KeepsDumps::class)->keep(true);
    }

    public function testAllOfItComesInOnceAndComesHome(): void
    {
        $this->atHome();
        $before = $this->counts();
        self::assertStringContainsString('4 frames in 1 shoot, on 2 receipts.', $dry = $this->takeIn(true));
        self::assertStringContainsString('Nothing was changed.', $dry);
        self::assertSame([$before, []], [$this->counts(), $this->column('SELECT ledger FROM taken_in')]);
        $said = $this->takeIn();
        foreach (['"2026/2026-05-04 boats" is the folder of a shoot here as well: theirs is "2026/2026-05-04 boats 2"', '1 frame of theirs is held here already, by its bytes', 'Anvil and Bellows are among the stores from now on'] as $sentence) {
            self::assertStringContainsString($sentence, $said);
            self::assertStringContainsString($sentence, $dry, 'what was told before');
        }
        $now = $this->counts();
        self::assertEquals(['shoots' => 3, 'frames' => 6, 'albums' => 1, 'in albums' => 3, 'stores' => 4, 'judged' => 2], array_intersect_key($now, ['shoots' => 0, 'frames' => 0, 'albums' => 0, 'in albums' => 0, 'stores' => 0, 'judged' => 0]));
        self::assertSame([[4, 'ORL_0002'], [2, 'ORL_0011']], array_map(static fn (array $row): array => [Row::number($row[0]), Row::word($row[1])], $this->ledger()->getConnection()->fetchAllNumeric('SELECT j.stars, f.original_name FROM judgement j JOIN frame f ON f.id = j.frame_id ORDER BY 2')), 'where both judged, ours');
        self::assertSame([['Quillhaven', 'places', 4], ['boats at home', null, 1]], array_values(array_filter($this->ledger()->getConnection()->fetchAllNumeric('SELECT k.word, p.word, count(f.frame_id) FROM keyword k LEFT JOIN keyword p ON p.id = k.parent_id LEFT JOIN frame_keyword f ON f.keyword_id = k.id GROUP BY k.id, p.word HAVING count(f.frame_id) > 0 ORDER BY 1'))));
        $book = $this->service(DayBookChain::class)->checked();
        self::assertSame([null, true], [$book->broken, null !== $book->whole], 'both day books are one chain');
        // The drives' marks are this ledger's; what came in comes home, is called as it is to be, and is mirrored.
        self::assertSame($this->column('SELECT uuid FROM ledger_identity'), array_values(array_unique(array_map(fn (string $drive): ?string => StoreMark::at($this->onDrive($drive))?->sign?->ledger, ['Anvil', 'Bellows', 'Desk', 'Shelf']))));
        $this->work('care');
        for ($i = 0; $i < 3; ++$i) {
            $this->carryOutSteps();
            $this->work('care');
        }
        self::assertSame([], $this->column("SELECT c.path || ' ' || c.state || ' ' || s.name FROM copy c JOIN store s ON s.id = c.store_id WHERE s.name IN ('Desk', 'Shelf') AND c.state <> 'proven'"));
        foreach (['Desk', 'Shelf', 'Anvil'] as $drive) {
            self::assertFileExists($this->onDrive($drive, '2026/2026-05-04 boats 2/2026-05-04_boats_0002.jpg'));
        }
        self::assertSame(['Desk'], $this->column('SELECT DISTINCT s.name FROM shoot h JOIN store s ON s.id = h.home_id'));
        // Its card is held, and may be formatted as there.
        self::assertSame(0, $this->service(Plans::class)->make($this->desk('CARD'), new Wishes())->totals->files->number(Intent::BringIn));
        self::assertTrue($this->fresh(CardClearance::class)->of($this->card('CARD'))->mayBeFormatted);
        $settled = $this->counts();
        self::assertStringContainsString('0 frames in 0 shoots, on 0 receipts.', $this->takeIn());
        self::assertSame($settled, $this->counts(), 'taken in twice, nothing doubles');
    }

    public function testWhatItGoesOnWithComesInLater(): void
    {
        $this->atHome();
        $this->takeIn();
        $home = (string) getenv('DATABASE_URL');
        $counts = $this->counts();
        $this->onAnEmptyDatabase();
        $this->service(RestoresDumps::class)->restore($this->onDrive('Bellows'), null);
        $this->restart();
        self::assertSame(['Anvil', 'Bellows'], $this->service(GoesOn::class)->here(), 'the laptop goes on with its drives');
        $this->bringIn('EXTRA', $this->stamped('Ada Tern', 'boats', ['places', 'Wharf']));
        $this->service(KeepsDumps::class)->keep(true);
        $this->onDatabase($home);
        self::assertStringContainsString('1 frame in 1 shoot, on 1 receipt.', $this->takeIn());
        self::assertEquals(['frames' => 7, 'intakes' => Row::number($counts['intakes']) + 1, 'vocabulary' => Row::number($counts['vocabulary']) + 1, 'stores' => 4], array_intersect_key($this->counts(), ['frames' => 0, 'intakes' => 0, 'vocabulary' => 0, 'stores' => 0]));
        self::assertSame(['places'], $this->column("SELECT p.word FROM keyword k JOIN keyword p ON p.id = k.parent_id WHERE k.word = 'Wharf'"));
        self::assertSame(['2026/2026-05-07 boats'], $this->column("SELECT folder FROM frame WHERE original_name = 'ORL_0031'"));
    }

    /** Both know a drive, a card and an order by name; the card was stamped by one of them otherwise. */
    public function testWhatBothHaveIsToldApart(): void
    {
        $order = "INSERT INTO standing_order (is_default, name, document) VALUES (false, 'Weddings', '{\"by\": \"%s\"}'), (false, 'Ferries', '{\"by\": \"both\"}')";
        $this->reader->put('SEEN/DCIM/100ORREL/ORL_0041.JPG', Stills::jpeg('2026-05-08 09:00:00', 41));
        $this->bringIn('SEEN', $this->stamped('Ada Tern', 'seen', ['seen']));
        $this->ledger()->getConnection()->executeStatement(\sprintf($order, 'laptop'));
        $this->ledger()->getConnection()->executeStatement("INSERT INTO kept_find (name, query) VALUES ('Best', 'stars=5'), ('not judged', '-judged=kept')");
        $this->service(KeepsDumps::class)->keep(true);
        $dumps = DumpDocument::namesIn($this->onDrive('Bellows', 'velvet-ledger'));
        $this->atHome('Bellows');
        $this->bringIn('SEEN', $this->stamped('Bea Tallow', 'seen', ['seen at home']));
        $this->ledger()->getConnection()->executeStatement(\sprintf($order, 'home'));
        $this->ledger()->getConnection()->executeStatement("INSERT INTO kept_find (name, query) VALUES ('best', 'stars=4'), ('best (taken in)', 'stars=3'), ('not judged', '-judged=kept')");
        $said = $this->takeIn();
        self::assertStringContainsString('2 frames of theirs are held here already, by their bytes', $said);
        self::assertStringContainsString('1 file is of these not as it is here, and not taken in', $said);
        self::assertStringContainsString('Anvil is among the stores from now on', $said);
        self::assertSame(['Ferries', 'Weddings', 'Weddings (taken in)'], $this->column("SELECT name FROM standing_order WHERE document::text LIKE '%by%' ORDER BY 1"));
        self::assertSame([['best', 'stars=4'], ['Best (taken in 2)', 'stars=5'], ['best (taken in)', 'stars=3'], ['not judged', '-judged=kept']], $this->ledger()->getConnection()->fetchAllNumeric('SELECT name, query FROM kept_find ORDER BY lower(name), id'), 'what is kept by name is not lost to another of that name');
        self::assertSame(['seen', 'seen at home'], $this->column("SELECT k.word FROM keyword k JOIN frame_keyword f ON f.keyword_id = k.id JOIN frame r ON r.id = f.frame_id WHERE r.original_name = 'ORL_0041' ORDER BY 1"), 'words of both');
        self::assertSame([['Bellows', 'owed'], ['Desk', 'proven']], $this->ledger()->getConnection()->fetchAllNumeric("SELECT s.name, c.state FROM copy c JOIN store s ON s.id = c.store_id JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id WHERE r.original_name = 'ORL_0041' ORDER BY 1"), 'as before: theirs lies at its place there');
        self::assertSame([['Anvil', 'proven'], ['Bellows', 'proven'], ['Desk', 'proven']], $this->ledger()->getConnection()->fetchAllNumeric("SELECT s.name, c.state FROM copy c JOIN store s ON s.id = c.store_id JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id WHERE r.original_name = 'ORL_0011' ORDER BY 1"), 'of the same bytes it has one more');
        // Dumps of both lie at Bellows now: that of the ledger which writes there is had back, whichever is the later.
        $this->service(KeepsDumps::class)->keep(true);
        $frames = $this->column('SELECT count(*) FROM frame');
        foreach ($dumps as $name) {
            $document = $this->onDrive('Bellows', "velvet-ledger/$name.json");
            file_put_contents($document, preg_replace('/"madeAt": "\d+/', '"madeAt": "2099', (string) file_get_contents($document)));
        }
        $this->onAnEmptyDatabase();
        $this->service(RestoresDumps::class)->restore($this->onDrive('Bellows'), null);
        self::assertSame($frames, $this->column('SELECT count(*) FROM frame'));
    }

    public function testWhatCannotBeTakenInChangesNothing(): void
    {
        self::assertStringContainsString('are of this very ledger', $this->refused($this->onDrive('Bellows')));
        $this->atHome();
        $before = $this->counts();
        foreach ((array) glob($this->onDrive('Bellows', 'velvet-ledger/ledger_*.json')) as $document) {
            $text = (string) file_get_contents((string) $document);
            file_put_contents((string) $document, preg_replace('/Version\d+/', 'Version20200101', $text));
            self::assertStringContainsString('it is of another version', lcfirst($this->refused($this->onDrive('Bellows'))));
            file_put_contents((string) $document, preg_replace('/"bytes": \d+/', '"bytes": 1', preg_replace('/"checksum": "\w+"/', '"checksum": "00"', $text) ?? ''));
            self::assertStringContainsString('is not whole', $this->refused($this->onDrive('Bellows')));
            file_put_contents((string) $document, $text);
        }
        self::assertStringContainsString('There is no dump', $this->refused($this->onDrive('Desk')));
        $other = $this->service(PgPrograms::class)->connect($this->service(PgPrograms::class)->name());
        $other->executeQuery('SELECT pg_advisory_lock(?, 0)', [Lock::TakingIn->value]);
        self::assertStringContainsString('is being taken in just now', $this->refused($this->onDrive('Bellows')));
        $other->close();
        // Cut while it is entered, it is as before; and what a cut left beside is in nobody's way.
        $this->service(PgPrograms::class)->create($this->service(PgPrograms::class)->name().'_second');
        $this->ledger()->getConnection()->executeStatement("ALTER TABLE stage_tree ADD CONSTRAINT cut CHECK (false) NOT VALID; CREATE FUNCTION cut() RETURNS trigger LANGUAGE plpgsql AS 'BEGIN RAISE EXCEPTION ''cut''; END'; CREATE TRIGGER cut BEFORE INSERT ON album_frame FOR EACH ROW EXECUTE FUNCTION cut()");
        try {
            $this->takeIn();
            self::fail('It was cut.');
        } catch (\Doctrine\DBAL\Exception) {
        } finally {
            $this->restart();
            $this->ledger()->getConnection()->executeStatement('ALTER TABLE stage_tree DROP CONSTRAINT cut; DROP TRIGGER cut ON album_frame; DROP FUNCTION cut()');
        }
        self::assertSame([$before, [], []], [$this->counts(), $this->column('SELECT ledger FROM taken_in'), $this->column("SELECT extname FROM pg_extension WHERE extname = 'postgres_fdw'")]);
        self::assertStringContainsString('4 frames in 1 shoot', $this->takeIn());
    }

    /** The ledger at home: other drives, a shoot of the same folder, one card of both. */
    private function atHome(string $mirror = 'Shelf'): void
    {
        EmptyLedger::make($this->ledger()->getConnection());
        $this->ledger()->getConnection()->executeStatement('UPDATE ledger_identity SET uuid = gen_random_uuid()::text, turn = 1, here = gen_random_uuid()::text');
        foreach (['Desk', 'Shelf'] as $drive) {
            mkdir($this->store->path.'/'.$drive);
        }
        file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', \sprintf("readers: ['%s']\nsimulated_drives: '%s'\nstores:\n    main: { name: Desk, path: '%2\$s/Desk/pictures' }\n    mirrors: [{ name: %3\$s, path: '%2\$s/%3\$s/pictures' }]\n", $this->reader->path, $this->store->path, $mirror));
        $this->restart();
        $this->service(Stores::class)->prepare();
        $this->bringIn('HOME', $this->stamped('Ada Tern', 'boats', ['boats at home']));
        $this->bringIn('BOTH', new Wishes(otherwise: 'at home'));
        $this->ledger()->getConnection()->executeStatement("INSERT INTO judgement (frame_id, decision, stars, revision) SELECT id, 'keep', 2, 1 FROM frame WHERE original_name = 'ORL_0011'");
        $this->service(AlbumEntries::class)->add($this->service(AlbumEntries::class)->called('the book'), $this->frames("original_name = 'ORL_0021'"));
    }

    /** @param non-empty-list<string> $keyword */
    private function stamped(string $creator, string $description, array $keyword): Wishes
    {
        return new Wishes(OrderDocument::read(['stamps' => ['slip' => '', 'texts' => ['creator' => $creator], 'keywords' => [$keyword]]] + OrderDocument::of(StandingOrder::byTheDay())), otherwise: $description);
    }

    private function takeIn(bool $isDry = false): string
    {
        $said = implode("\n", $this->service(TakesIn::class)->from($this->onDrive('Bellows'), $isDry));
        $this->restart();

        return $said;
    }

    private function refused(string $folder): string
    {
        try {
            $this->service(TakesIn::class)->from($folder, false);
        } catch (CouldNot $no) {
            self::assertStringEndsWith('Nothing was taken in.', str_contains($no->getMessage(), 'taken in') ? $no->getMessage() : 'Nothing was taken in.');
            $ran = new CommandTester($this->service(TakeInCommand::class));
            self::assertSame(1, $ran->execute(['store' => $folder, '--dry-run' => true]));

            return $no->getMessage();
        }
        self::fail('It was taken in.');
    }

    /** @return list<int> */
    private function frames(string $which): array
    {
        return Row::numbers($this->column("SELECT id FROM frame WHERE $which ORDER BY id"));
    }

    /** @return array<string, mixed> */
    private function counts(): array
    {
        $counts = json_decode(Row::word($this->column(self::COUNTS)[0]), true);

        return \is_array($counts) ? array_combine(array_map(strval(...), array_keys($counts)), $counts) : [];
    }
}
