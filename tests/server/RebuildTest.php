<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Process\Process;
use VelvetLedger\Bench\EmptyLedger;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Survival\FoundFile;
use VelvetLedger\Core\Survival\FoundShoot;
use VelvetLedger\Core\Survival\FrameTable;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Keeping\SetsAside;
use VelvetLedger\Server\Pages\ReceiptPage;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Survival\FramesInOpenForm;
use VelvetLedger\Server\Survival\Rebuilds;
use VelvetLedger\Tests\Stills;

/** Where no dump is left, the ledger is made anew from what lies at its stores: tables, checksum lists, sidecars, and the pictures themselves. */
final class RebuildTest extends LedgerTestCase
{
    private const FRAMES = "SELECT r.folder, r.stem, r.taken_at, r.time_source, r.clock_correction, r.camera_time, r.body, r.serial, r.exposure_identity, r.original_name, r.original_number, r.sequence, r.sequence_scope, r.facts_from, r.aside_from, s.date, s.description, s.folder AS shoot, s.notes, (SELECT h.name FROM store h WHERE h.id = s.home_id) AS home, s.filed_at IS NOT NULL AS filed, s.frames, s.files,
        coalesce(j.decision, '') AS decision, coalesce(j.stars, 0) AS stars, j.label, (SELECT string_agg(k.word || coalesce(' < ' || p.word, ''), ', ' ORDER BY k.word) FROM frame_keyword w JOIN keyword k ON k.id = w.keyword_id LEFT JOIN keyword p ON p.id = k.parent_id WHERE w.frame_id = r.id) AS words,
        (SELECT json_agg(json_build_array(f.ending, f.making, f.bytes, f.checksum, f.bears, o.path, o.kind, o.bytes, o.checksum, o.quick_print, c.name) ORDER BY f.ending)::text FROM file f LEFT JOIN original o ON o.id = f.original_id LEFT JOIN card c ON c.id = o.card_id WHERE f.frame_id = r.id) AS files,
        (SELECT json_agg(json_build_array(t.name, c.path, c.state, c.checksum) ORDER BY t.name, c.path)::text FROM file f JOIN copy c ON c.file_id = f.id JOIN store t ON t.id = c.store_id WHERE f.frame_id = r.id) AS copies
        FROM frame r JOIN shoot s ON s.id = r.shoot_id LEFT JOIN judgement j ON j.frame_id = r.id ORDER BY r.folder, r.stem";

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        foreach ([1, 2, 3] as $i) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg("2026-05-04 21:14:0$i", $i));
        }
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0004.ORW', Stills::raw('2026-05-04 21:15:00', 4));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0004.JPG', Stills::jpeg('2026-05-04 21:15:00', 4));
        $this->reader->put('LATER/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-05 10:00:00', 9));
        $stamps = ['slip' => '', 'texts' => ['creator' => 'Ada Tern'], 'keywords' => [['places', 'Quillhaven']]];
        $this->bringIn('CARD', new Wishes(OrderDocument::read(['stamps' => $stamps] + OrderDocument::of(StandingOrder::byTheDay())), otherwise: 'red boats'));
        $this->bringIn('LATER', new Wishes(otherwise: 'later'));
    }

    public function testByTablesItIsAsItWasWhereverItIsCut(): void
    {
        $database = $this->ledger()->getConnection();
        $database->executeStatement("INSERT INTO judgement (frame_id, decision, stars, label, revision) SELECT id, 'keep', 4, 'proofs', 1 FROM frame WHERE stem LIKE '%boats_0002'");
        $database->executeStatement("UPDATE shoot SET notes = E'two\nlines, \"quoted\"' WHERE description = 'later'");
        $database->executeStatement("INSERT INTO judgement (frame_id, decision, stars, label, revision) SELECT id, 'drop', 0, NULL, 1 FROM frame WHERE stem LIKE '%boats_0003'");
        $this->service(SetsAside::class)->aside($this->service(ShootRepository::class)->find(1), AskedBy::Page);
        $this->carryOutSteps();
        $this->dngThatHasItsRawInIt();
        $before = [$this->frames(), $this->said()];
        self::assertStringContainsString('may be formatted', $before[1]);
        $this->tables();
        $this->emptied();
        $this->store->put('Anvil/pictures/2026/2026-05-05 later/notes.txt', 'what I thought');
        mt_srand(28);
        for ($cut = 0; $cut < 2; ++$cut) {
            try {
                $this->rebuild(static fn () => 0 === mt_rand(0, 1) ? throw new \RuntimeException('cut') : null);
            } catch (\RuntimeException) {
            }
            $this->restart();
        }
        $said = implode("\n", $this->rebuild());
        self::assertSame($before, [$this->frames(), $this->said()]);
        self::assertStringContainsString('Anvil: 8 proven copies of 5 frames in 2 shoots, read just now.', $said);
        self::assertStringContainsString('Anvil: 1 file lies there in no list or table of the ledger, and stays as it is: 2026/2026-05-05 later/notes.txt', $said);
        self::assertStringContainsString('is not known any more: albums', $said);
        // The receipts say what was found; the cards are held, and nothing is owed or shown as unfinished.
        self::assertSame([2 => 'brought in'], array_fill_keys([2], $this->column('SELECT DISTINCT outcome FROM receipt_line')[0]));
        self::assertSame([8], $this->column('SELECT count(*) FROM receipt_line WHERE proven_at IS NOT NULL'));
        foreach (['CARD', 'LATER'] as $card) {
            self::assertSame(0, $this->service(Plans::class)->make($this->desk($card), new Wishes())->totals->files->number(Intent::BringIn), $card);
        }
        self::assertSame([], $this->rebuild(static fn (array $lines) => self::assertNotSame('', $lines[0] ?? '-'), true), 'once more it has nothing to enter');
        self::assertSame($before[0], $this->frames());
    }

    /** Without a table what a frame was on its card is not known, but it is told by its camera's facts and its own bytes. */
    public function testByListsAloneTheFilesAreHeldAndDamageIsFound(): void
    {
        $files = $this->column('SELECT checksum FROM file ORDER BY checksum');
        (new Process(['rm', '-rf', $this->onDrive('Anvil', 'velvet-ledger'), $this->onDrive('Bellows', 'velvet-ledger')]))->mustRun();
        $this->emptied();
        $bad = $this->onDrive('Anvil', '2026/2026-05-04 red boats/2026-05-04_red-boats_0001.jpg');
        file_put_contents($bad, 'x', \FILE_APPEND);
        $gone = '2026/2026-05-04 red boats/2026-05-04_red-boats_0002.jpg';
        unlink($this->onDrive('Bellows', $gone));
        $said = implode("\n", $this->rebuild());
        self::assertSame($files, $this->column('SELECT checksum FROM file ORDER BY checksum'));
        self::assertStringContainsString('Anvil: 2026/2026-05-04 red boats/2026-05-04_red-boats_0001.jpg is not as its list says: another store has it whole.', $said);
        self::assertSame([['Anvil', 'differs'], ['Bellows', 'proven']], $this->ledger()->getConnection()->fetchAllNumeric("SELECT t.name, c.state FROM copy c JOIN store t ON t.id = c.store_id WHERE path LIKE '%boats_0001.jpg' ORDER BY 1"));
        self::assertSame([['Anvil', 'proven'], ['Bellows', 'owed']], $this->ledger()->getConnection()->fetchAllNumeric('SELECT t.name, c.state FROM copy c JOIN store t ON t.id = c.store_id WHERE path = ? ORDER BY 1', [$gone]));
        self::assertSame([['2026-05-04', 'red boats', 4], ['2026-05-05', 'later', 1]], $this->ledger()->getConnection()->fetchAllNumeric('SELECT date, description, frames FROM shoot ORDER BY 1'));
        self::assertSame(['Quillhaven', 'places'], $this->column("SELECT DISTINCT word FROM keyword WHERE word <> '' ORDER BY word"), 'as the files say');
        $plan = $this->service(Plans::class)->make($this->desk('CARD'), new Wishes());
        self::assertSame(1, $plan->totals->files->number(Intent::Held), 'the raw is as it was on the card');
        self::assertSame(0, $this->service(Plans::class)->make($this->desk('LATER'), new Wishes())->totals->files->number(Intent::BringIn));
        self::assertStringNotContainsString('may be formatted', $this->said());
    }

    /** One drive at a time: what the first does not have is not lost from its tables, and comes with the second. */
    public function testWhatOneDriveDoesNotHaveComesWithTheNext(): void
    {
        $before = $this->frames();
        $this->tables();
        $this->emptied();
        (new Process(['rm', '-rf', $this->onDrive('Bellows', '2026/2026-05-05 later')]))->mustRun();
        unlink($this->onDrive('Bellows', '2026/2026-05-04 red boats/2026-05-04_red-boats_0003.jpg'));
        (new Process(['rm', '-rf', $this->onDrive('Anvil', 'velvet-ledger')]))->mustRun();
        $this->drivesAway('Anvil');
        $said = [];
        $this->service(Rebuilds::class)->rebuild([$this->onDrive('Bellows')], static function (array $lines) use (&$said): void {
            array_push($said, ...$lines);
        });
        self::assertContains('Bellows was written to by another ledger: from now on it is this one\'s, and the other changes nothing there.', $said);
        self::assertSame([3], $this->column('SELECT count(*) FROM frame'));
        $this->tables(); // as the next dump does
        self::assertSame(['2026-05-04 red boats.csv', '2026-05-05 later.csv'], FolderNames::in($this->onDrive('Bellows', 'velvet-ledger/shoots-before/2026')));
        $receipt = $this->service(ReceiptPage::class)->of($this->service(ReceiptRepository::class)->find(1));
        self::assertSame(['folders of Bellows', true, '5 files were found and read.', 'Found'], [$receipt->card, $receipt->isFound, $receipt->sentence, $receipt->verdict->heading]);
        self::assertStringContainsString('No card was compared with them. Bellows has 5 proven copies.', $receipt->verdict->sentence);
        $this->drivesBack('Anvil');
        $this->restart();
        $this->rebuild();
        $now = $this->frames();
        self::assertSame(array_map(static fn (array $frame): array => array_diff_key($frame, ['copies' => 0]), $before), array_map(static fn (array $frame): array => array_diff_key($frame, ['copies' => 0]), $now), 'the tables were on the other drive');
        self::assertSame(['owed', 'proven'], $this->column('SELECT DISTINCT state FROM copy ORDER BY 1'));
        self::assertSame(['Anvil'], $this->column("SELECT name FROM store WHERE role = 'main'"));
    }

    public function testItRefusesWhatItWouldMixOrCannotKnow(): void
    {
        foreach ([[[$this->onDrive('Anvil')], 'This home has a ledger already, of 5 frames'], [[$this->reader->path], 'is no store: there is no mark of one in it']] as $i => [$folders, $because]) {
            if (1 === $i) {
                $this->emptied();
            }
            try {
                $this->service(Rebuilds::class)->rebuild($folders, static fn () => null);
                self::fail($because);
            } catch (CouldNot $no) {
                self::assertStringContainsString($because, $no->getMessage());
            }
        }
        self::assertSame([0], $this->column('SELECT count(*) FROM frame'));
    }

    /** @param array{string|null, string} $expected */
    #[TestWith(['2026/2026-05-04 red boats', ['2026-05-04', 'red boats']])]
    #[TestWith(['20260504_boats', ['2026-05-04', 'boats']])]
    #[TestWith(['2026/2026-05-04', ['2026-05-04', '']])]
    #[TestWith(['2026-13-40 no day', [null, '2026-13-40 no day']])]
    #[TestWith(['Boats', [null, 'Boats']])]
    public function testAFolderSaysDateAndDescription(string $folder, array $expected): void
    {
        $found = FoundShoot::ofFolder($folder, [new FoundFile("$folder/a.ORW", ['']), new FoundFile("$folder/A.jpg", ['']), new FoundFile("$folder/a.ORW.xmp", ['']), new FoundFile("$folder/b.jpg", [''])]);
        self::assertSame($expected, [$found->date, $found->description]);
        self::assertSame([3, 1], array_map(count(...), $found->frames()));
    }

    public function testATableThatIsDamagedSaysWhatItCan(): void
    {
        $row = array_fill_keys(FrameTable::HEAD, '');
        $text = FrameTable::text([array_values(array_merge($row, ['file' => 'a, "b".jpg', 'notes' => "two\r\nlines"])), array_values(array_merge($row, ['file' => 'c.jpg']))]);
        self::assertSame(['a, "b".jpg', 'c.jpg'], array_column(FrameTable::read($text), 'file'));
        self::assertSame("two\r\nlines", FrameTable::read($text)[0]['notes']);
        self::assertSame(['a, "b".jpg'], array_column(FrameTable::read(substr($text, 0, -8)), 'file'), 'cut off');
        self::assertSame([], FrameTable::read("\xFF\xFE"));
        self::assertSame(['x.jpg'], array_column(FrameTable::read("stars,file\r\n3,x.jpg\r\n"), 'file'), 'of an earlier version');
        foreach ([[['places', 'Quillhaven'], ['boats']], []] as $paths) {
            self::assertSame($paths, FrameTable::keywordsIn(FrameTable::keywords($paths)));
        }
    }

    /**
     * @param (\Closure(list<string>): mixed)|null $then
     *
     * @return list<string> what was said
     */
    private function rebuild(?\Closure $then = null, bool $onlyOfShoots = false): array
    {
        $said = [];
        $this->service(Rebuilds::class)->rebuild([$this->onDrive('Anvil'), $this->onDrive('Bellows')], static function (array $lines) use (&$said, $then): void {
            array_push($said, ...$lines);
            if (null !== $then) {
                $then($lines);
            }
        });

        return $onlyOfShoots ? array_values(array_filter($said, static fn (string $line): bool => str_contains($line, ' is not as '))) : $said;
    }

    /** As its order may ask for: a file of the frame whose picture is the raw's, and which gives it back. */
    private function dngThatHasItsRawInIt(): void
    {
        $database = $this->ledger()->getConnection();
        $path = '2026/2026-05-04 red boats/2026-05-04_red-boats_0004.dng';
        foreach (['Anvil', 'Bellows'] as $drive) {
            file_put_contents($this->onDrive($drive, $path), 'a DNG');
        }
        $database->executeStatement("INSERT INTO file (frame_id, original_id, making, ending, bytes, checksum, bears) SELECT frame_id, original_id, 'DNG', '.dng', 5, ?, 'beside' FROM file WHERE ending = '.orw'", [hash('xxh128', 'a DNG')]);
        $database->executeStatement("INSERT INTO copy (file_id, store_id, path, state, checksum, proven_at) SELECT f.id, s.id, ?, 'proven', f.checksum, now() FROM file f, store s WHERE f.ending = '.dng'", [$path]);
        $database->executeStatement("INSERT INTO conversion (frame_id, intake_id, file_id, dng_id, instead, embeds, preview_edge, state, raw_bytes, raw_checksum, asked_at) SELECT f.frame_id, 1, f.id, d.id, false, true, 0, 'done', f.bytes, f.checksum, now() FROM file f, file d WHERE f.ending = '.orw' AND d.ending = '.dng'");
    }

    private function tables(): void
    {
        self::assertSame([], $this->service(FramesInOpenForm::class)->write(array_values($this->service(Stores::class)->roots())));
    }

    private function emptied(): void
    {
        EmptyLedger::make($this->ledger()->getConnection());
        $this->ledger()->getConnection()->executeStatement('UPDATE ledger_identity SET uuid = gen_random_uuid()::text, turn = 1');
        $this->restart();
    }

    /** @return list<array<string, mixed>> */
    private function frames(): array
    {
        return $this->ledger()->getConnection()->fetchAllAssociative(self::FRAMES);
    }

    private function said(): string
    {
        return $this->fresh(CardClearance::class)->of($this->card('CARD'))->sentence;
    }
}
