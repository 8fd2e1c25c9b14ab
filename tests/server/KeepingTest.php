<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\TestWith;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\KeepingWish;
use VelvetLedger\Core\Keeping\NamesAsked;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Look\Word;
use VelvetLedger\Core\Naming\ReadyMade;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\PatternDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Server\Keeping\KeepsShoots;
use VelvetLedger\Server\Keeping\MovesSelects;
use VelvetLedger\Server\Keeping\SetsAside;
use VelvetLedger\Server\Keeping\TakesBack;
use VelvetLedger\Server\Looking\AskedAct;
use VelvetLedger\Server\Looking\JudgesFrames;
use VelvetLedger\Server\Pages\FramesPage;
use VelvetLedger\Server\Pages\SumsOfStores;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Shoots\ShootFrameView;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** Shoots are described, named, dated, merged and split after they are in: in the ledger at once, and each store follows, with whatever others made beside the frames. */
final class KeepingTest extends LedgerTestCase
{
    private const DRIVES = ['Anvil', 'Bellows', 'Candle'];

    /** Two shoots of two bodies: the first of six frames, of which one is a pair, the second of three, the day after; nobody said what they are. */
    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows', 'Candle');
        for ($n = 1; $n <= 6; ++$n) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$n.JPG", Stills::jpeg("2026-05-04 21:14:0$n", $n));
        }
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.ORW', Stills::raw('2026-05-04 21:14:02', 2));
        for ($n = 7; $n <= 9; ++$n) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$n.JPG", Stills::jpeg("2026-05-05 10:00:0$n", $n));
        }
        $this->bringIn('CARD');
        foreach (self::DRIVES as $drive) {
            $this->edit($drive, '2026/2026-05-04/exports/full/2026-05-04_0002-print.tif', 'an export');
            $this->edit($drive, '2026/2026-05-04/2026-05-04_0004.psd', 'an edit beside it');
            $this->edit($drive, '2026/2026-05-04/project.plan', 'a project');
            $this->edit($drive, '2026/2026-05-04/.settings', 'hidden');
            mkdir($this->onDrive($drive, '2026/2026-05-04/finals'));
        }
    }

    public function testAShootThatIsDescribedLateHasItsFolderItsNamesAndAllThatLiesInIt(): void
    {
        $before = $this->trees();
        $this->drivesAway('Candle');
        self::assertSame(6, $this->keep(1, ['description' => 'Lantern boats']));
        self::assertSame(['2026/2026-05-04 Lantern boats', 'Lantern boats'], [$this->shoot(1)->folder, $this->shoot(1)->description], 'said at once');
        $this->carryOutSteps();
        $owed = fn (): string => $this->fresh(SumsOfStores::class)->of($this->service(Stores::class)->all())[3]->changes->inWords;
        self::assertSame('7 copies to be renamed or moved', $owed());
        $this->column("UPDATE step SET state = 'called off' WHERE store_id = 3 RETURNING id");
        self::assertSame('other files of 1 change to follow', $owed());
        $this->column("UPDATE step SET state = 'waiting' WHERE store_id = 3 RETURNING id");
        $this->drivesBack('Candle');
        $this->carryOutSteps();
        self::assertSame('', $owed());
        $this->standsEverywhere();
        foreach (self::DRIVES as $drive) {
            $in = $this->onDrive($drive, '2026/2026-05-04 Lantern boats');
            self::assertSame(
                ['.settings', '2026-05-04_lantern-boats_0001.jpg', '2026-05-04_lantern-boats_0002.jpg', '2026-05-04_lantern-boats_0002.orw', '2026-05-04_lantern-boats_0003.jpg', '2026-05-04_lantern-boats_0004.jpg', '2026-05-04_lantern-boats_0004.psd', '2026-05-04_lantern-boats_0005.jpg', '2026-05-04_lantern-boats_0006.jpg', 'checksums.xxh128', 'exports', 'finals', 'project.plan'],
                FolderNames::in($in),
            );
            self::assertFileExists("$in/exports/full/2026-05-04_lantern-boats_0002-print.tif");
            self::assertDirectoryDoesNotExist($this->onDrive($drive, '2026/2026-05-04'));
        }
        self::assertSame(['', '', '', '', '', ''], array_map(static fn (ShootFrameView $frame): string => $frame->subfolder, $this->fresh(FramesPage::class)->frames($this->shoot(1))), 'none of them lies apart');
        self::assertSame(['Described: "Lantern boats"; 2026/2026-05-04 is 2026/2026-05-04 Lantern boats; 6 frames renamed.'], $this->column("SELECT entry FROM day_book_entry WHERE entry LIKE 'Described%'"));
        $this->edit('Anvil', '2026/2026-05-04 Lantern boats/exports/2026-05-04_lantern-boats_0001-web.jpg', 'made since');
        $this->takeBack(1);
        $this->carryOutSteps();
        self::assertSame('made since', file_get_contents($this->onDrive('Anvil', '2026/2026-05-04/exports/2026-05-04_0001-web.jpg')), 'what was made since goes back with the rest');
        unlink($this->onDrive('Anvil', '2026/2026-05-04/exports/2026-05-04_0001-web.jpg'));
        self::assertSame($before, $this->trees());
        self::assertDirectoryExists($this->onDrive('Candle', '2026/2026-05-04/finals'));
    }

    public function testNumbersAfterCullingHaveNoGapsAndWhatIsSetAsideKeepsItsName(): void
    {
        $this->drop(3, 5);
        $this->service(SetsAside::class)->aside($this->shoot(1), AskedBy::Page);
        $this->carryOutSteps();
        $before = $this->trees();
        self::assertSame(2, $this->keep(1, ['names' => NamesAsked::Anew->value]));
        self::assertSame(['2026-05-04_0001', '2026-05-04_0002', '2026-05-04_0003', '2026-05-04_0003', '2026-05-04_0005', '2026-05-04_0004'], $this->column('SELECT stem FROM frame WHERE shoot_id = 1 ORDER BY id'));
        $this->carryOutSteps();
        $this->standsEverywhere();
        self::assertSame(['2026-05-04_0002.jpg', '2026-05-04_0002.orw'], array_values(array_filter(FolderNames::in($this->onDrive('Bellows', '2026/2026-05-04')), static fn (string $name): bool => str_contains($name, '_0002.'))), 'a pair has one number');
        self::assertSame('an edit beside it', file_get_contents($this->onDrive('Candle', '2026/2026-05-04/2026-05-04_0003.psd')), 'with what was made of it');
        $this->service(SetsAside::class)->back($this->shoot(1), [3], AskedBy::Page);
        self::assertSame(['2026-05-04_0003_2'], $this->column('SELECT stem FROM frame WHERE id = 3'));
        $this->takeBack(1);
        $this->takeBack(1);
        $this->carryOutSteps();
        self::assertSame($before, $this->trees());
        self::assertSame(4, $this->keep(1, ['names' => NamesAsked::Anew->value, 'pattern' => PatternDocument::ofNames(ReadyMade::names()['description, number']), 'from' => 120]));
        self::assertSame(['0120', '0121', '0122', '0123'], $this->column('SELECT stem FROM frame WHERE shoot_id = 1 AND aside_from IS NULL ORDER BY id'));
    }

    public function testTwoShootsBecomeOneAndOneBecomesTwoAndTheWayBack(): void
    {
        $before = $this->trees();
        $this->keep(2, ['description' => 'Salt pans']);
        $this->carryOutSteps();
        $described = $this->trees();
        self::assertSame(3, $this->keep(2, ['into' => 1]));
        self::assertSame(['2026-05-04_0001', '2026-05-04_0002', '2026-05-04_0003', '2026-05-04_0004', '2026-05-04_0005', '2026-05-04_0006', '2026-05-05_0007', '2026-05-05_0008', '2026-05-05_0009'], $this->column('SELECT stem FROM frame WHERE shoot_id = 1 ORDER BY id'));
        self::assertSame([[9], [0]], [$this->column('SELECT frames FROM shoot WHERE id = 1'), $this->column('SELECT frames FROM shoot WHERE id = 2')]);
        $this->carryOutSteps();
        $this->standsEverywhere();
        self::assertDirectoryDoesNotExist($this->onDrive('Anvil', '2026/2026-05-05 Salt pans'));
        $this->keep(1, ['description' => 'The second evening', 'frames' => [8, 9], 'apart' => true]);
        self::assertSame([['2026/2026-05-05 The second evening'], ['2026-05-05_the-second-evening_0001', '2026-05-05_the-second-evening_0002']], [$this->column('SELECT folder FROM shoot WHERE id = 3'), $this->column('SELECT stem FROM frame WHERE shoot_id = 3 ORDER BY id')]);
        $this->carryOutSteps();
        $this->standsEverywhere();
        $this->takeBack(3);
        $this->takeBack(1);
        $this->carryOutSteps();
        self::assertSame($described, $this->trees());
        $this->takeBack(2);
        $this->carryOutSteps();
        self::assertSame($before, $this->trees());
        self::assertSame([], $this->column('SELECT id FROM shoot WHERE add_up_shoot(id)'), 'and the sums are what the rows come to');
    }

    public function testWhatIsInTheWayIsToldAndNothingIsChanged(): void
    {
        $this->keep(2, ['description' => 'Salt pans', 'date' => '2026-05-04', 'folder' => '2026/x']);
        foreach ([
            'Another shoot is Salt pans in 2026/x already' => ['description' => 'Salt pans', 'folder' => '2026/x'],
            'is no name that every drive takes' => ['folder' => '2026/CON'],
            'is no frame of this shoot' => ['frames' => [8], 'names' => NamesAsked::Anew->value],
        ] as $because => $wish) {
            try {
                $this->keep(1, $wish);
                self::fail($because);
            } catch (CouldNotRename $no) {
                self::assertStringContainsString($because, $no->getMessage());
            }
            $this->restart();
        }
        self::assertSame('2026/2026-05-04', $this->shoot(1)->folder);
        $this->keep(1, ['into' => 2]);
        $this->keep(2, ['description' => 'Salt']);
        $this->expectExceptionMessage('Salt was changed since by something else. Take that back first.');
        $this->takeBack(1);
    }

    /** ExifTool and exiv2 read what is written: EXIF 2.32's DateTimeOriginal as XMP has it, under the new names. */
    public function testAClockThatWasFoundWrongLaterIsPutRightWhereMetadataIsWrittenAndInNamesFoldersAndOrder(): void
    {
        $this->service(ChangeStamps::class)->change($this->shoot(1), [1, 2, 3, 4, 5, 6], StampChange::read(Fields::of(['texts' => ['event' => 'Regatta']]), null));
        $this->stamp();
        $before = $this->trees();
        self::assertSame(6, $this->keep(1, ['seconds' => 48 * 3600, 'body' => 'Orrel M4']));
        self::assertSame(['2026-05-06T21:14:01'], $this->column('SELECT taken_at FROM frame WHERE id = 1'));
        self::assertSame(['2026/2026-05-06'], [$this->shoot(1)->folder]);
        $this->carryOutSteps();
        $this->stamp();
        $this->carryOutSteps();
        $of = fn (string $command, string $name): string => trim((string) shell_exec($command.' '.escapeshellarg($this->onDrive('Candle', "2026/2026-05-06/$name")).' 2>/dev/null'));
        self::assertSame(['2026:05:06 21:14:02', '2026-05-06T21:14:02', '2026:05:06 21:14:03'], [$of('exiftool -s3 -XMP-exif:DateTimeOriginal', '2026-05-06_0002.xmp'), $of('exiv2 -q -Pv -K Xmp.exif.DateTimeOriginal', '2026-05-06_0002.xmp'), $of('exiv2 -q -Pv -K Exif.Photo.DateTimeOriginal', '2026-05-06_0003.jpg')]);
        $this->takeBack(1);
        $this->carryOutSteps();
        $this->stamp();
        $this->carryOutSteps();
        self::assertSame(array_map(array_keys(...), $before), array_map(array_keys(...), $this->trees()));
        $first = static fn (string $what): string => trim((string) shell_exec('exiftool -s3 '.$what));
        self::assertSame(['', '2026:05:04 21:14:03'], [$first('-XMP-exif:DateTimeOriginal '.escapeshellarg($this->onDrive('Candle', '2026/2026-05-04/2026-05-04_0002.xmp'))), $first('-ExifIFD:DateTimeOriginal '.escapeshellarg($this->onDrive('Candle', '2026/2026-05-04/2026-05-04_0003.jpg')))]);
    }

    public function testFromTheCommandLine(): void
    {
        [$code, $said] = $this->told('rename', ['shoot' => '1', '--description' => 'Lantern boats', '--dry-run' => true]);
        self::assertSame(0, $code);
        self::assertStringContainsString('2026/2026-05-04/2026-05-04_0001 -> 2026/2026-05-04 Lantern boats/2026-05-04_lantern-boats_0001', $said);
        self::assertSame('', $this->shoot(1)->description);
        self::assertSame(0, $this->told('rename', ['shoot' => '2026/2026-05-04', '--description' => 'Lantern boats', '--keep-names' => true])[0]);
        self::assertSame(['2026-05-04_0001'], $this->column('SELECT stem FROM frame WHERE id = 1'));
        self::assertStringContainsString('2026-05-04_lantern-boats_0011', $this->told('renumber', ['shoot' => '1', '--from' => '11'])[1]);
        $shown = json_decode($this->told('rename', ['shoot' => '1', '--replace' => 'lantern', '--with' => 'moon', '--json' => true, '--dry-run' => true])[1], true);
        self::assertSame(['2026-05-04_moon-boats_0011', true], \is_array($shown) && \is_array($shown['names']) && \is_array($shown['names'][0]) ? [$shown['names'][0]['stemAfter'], $shown['inOrder']] : []);
        self::assertStringContainsString('to Lantern boats', $this->told('move', ['shoot' => '2', '--into' => '1'])[1]);
        self::assertStringContainsString('Would be taken back', $this->told('undo', ['shoot' => '2', '--dry-run' => true])[1]);
        self::assertSame(0, $this->told('undo', ['shoot' => '2'])[0]);
        self::assertSame(4, \count($this->column("SELECT id FROM day_book_entry WHERE shoot_id IS NOT NULL AND entry LIKE '%. From the command line.'")), 'who did it');
        foreach ([['rename', ['shoot' => '99']], ['rename', ['shoot' => '1', '--date' => '2026-13-01']], ['rename', ['shoot' => '1', '--clock' => 'x']], ['move', ['shoot' => '1']], ['renumber', ['shoot' => '1', 'frames' => ['none']]], ['renumber', ['shoot' => '1', '--pattern' => 'none']]] as [$command, $given]) {
            self::assertSame(1, $this->told($command, $given)[0], $command);
        }
    }

    /** Whatever is done to shoots at three stores of which one is away, cut at any step: in the end all trees are alike and the ledger's, and all of it taken back they are as they were. */
    #[TestWith([1])]
    #[TestWith([2])]
    #[TestWith([3])]
    #[TestWith([4])]
    public function testWhateverIsDoneAndCutEndsAlikeEverywhereAndGoesBack(int $seed): void
    {
        $random = new Randomizer(new Mt19937($seed));
        // Beside the shoots of setUp, some whose folders and names other patterns made.
        for ($n = 1; $n <= 4; ++$n) {
            $this->reader->put("OTHER/DCIM/10{$random->getInt(1, 2)}ORREL/ORM_000$n.JPG", Stills::jpeg("2026-05-0{$random->getInt(4, 6)} 12:30:0$n", 20 + $n));
        }
        [$order, $folders, $names] = [OrderDocument::of(StandingOrder::byTheDay()), array_values(ReadyMade::folders()), array_values(ReadyMade::names())];
        \assert([] !== $folders && [] !== $names);
        $order['folders'] = PatternDocument::ofFolders(self::oneOf($random, $folders));
        $order['names'] = PatternDocument::ofNames(self::oneOf($random, $names));
        $this->bringIn('OTHER', new Wishes(OrderDocument::read($order), otherwise: self::oneOf($random, ['', 'boats'])));
        foreach (self::DRIVES as $drive) {
            foreach ($this->column('SELECT path FROM copy WHERE store_id = 1 AND file_id > 10') as $path) {
                $this->edit($drive, (string) preg_replace('/\.jpg$/i', '-edit.psd', \is_string($path) ? $path : ''), \is_string($path) ? $path : '');
            }
        }
        $before = $this->trees();
        $away = false;
        for ($i = 0; $i < 7; ++$i) {
            if (0 === $random->getInt(0, 2)) {
                $away ? $this->drivesBack('Candle') : $this->drivesAway('Candle');
                $away = !$away;
            }
            $shoots = array_values(array_filter($this->column('SELECT id FROM shoot WHERE frames > 0 ORDER BY id'), \is_int(...)));
            \assert([] !== $shoots);
            $shoot = self::oneOf($random, $shoots);
            $frames = array_values(array_filter($this->column("SELECT id FROM frame WHERE shoot_id = $shoot AND aside_from IS NULL ORDER BY id"), \is_int(...)));
            $some = array_values(array_filter(\array_slice($random->shuffleArray($frames), 0, max(1, intdiv(\count($frames), 2))), \is_int(...)));
            $other = self::oneOf($random, $shoots);
            try {
                match ($random->getInt(0, 8)) {
                    0 => $this->keep($shoot, ['description' => self::oneOf($random, ['boats', 'Salt pans', ''])]),
                    1 => $this->keep($shoot, ['names' => NamesAsked::Anew->value, 'from' => $random->getInt(0, 3), 'frames' => $some]),
                    2 => $this->keep($shoot, ['names' => self::oneOf($random, [NamesAsked::OnCard, NamesAsked::Anew])->value]),
                    3 => $this->keep($shoot, ['names' => NamesAsked::Replace->value, 'find' => '_000', 'with' => '_00']),
                    4 => $this->keep($shoot, ['into' => $other, ...self::oneOf($random, [[], ['frames' => $some]]), 'together' => 0 === $random->getInt(0, 1)]),
                    5 => $this->keep($shoot, ['description' => "apart $i", 'frames' => $some, 'apart' => true]),
                    6 => $this->keep($shoot, ['seconds' => self::oneOf($random, [-7200, 86400]), 'frames' => $some]),
                    7 => $this->service(MovesSelects::class)->into($this->shoot($shoot), $some, 'selects', AskedBy::Page),
                    default => $this->keep($shoot, ['date' => self::oneOf($random, ['2026-05-04', '2026-06-01']), 'destination' => self::oneOf($random, ['', 'Weddings'])]),
                };
            } catch (CouldNotRename) {
                $this->restart(); // refused as a whole
            }
            $this->carryOutSteps($random->getInt(0, 12));
            self::assertSame($this->paths('Anvil'), $this->there('Anvil'), 'the ledger says where each file lies, also in the midst');
        }
        $away ? $this->drivesBack('Candle') : null;
        $this->carryOutSteps();
        $this->standsEverywhere();
        while ([] !== $last = array_filter($this->column('SELECT shoot_id FROM change WHERE taken_back_at IS NULL ORDER BY id DESC LIMIT 1'), \is_int(...))) {
            $this->takeBack($last[0]);
            0 === $random->getInt(0, 1) ? $this->carryOutSteps($random->getInt(0, 12)) : null;
        }
        $this->carryOutSteps();
        self::assertSame($before, $this->trees());
        self::assertSame([], $this->column('SELECT id FROM shoot WHERE add_up_shoot(id)'));
    }

    /**
     * @template T
     *
     * @param non-empty-list<T> $of
     *
     * @return T
     */
    private static function oneOf(Randomizer $random, array $of): mixed
    {
        return $of[$random->getInt(0, \count($of) - 1)];
    }

    /** @param array<string, mixed> $wish */
    private function keep(int $shoot, array $wish): int
    {
        $this->ledger()->clear();
        $plan = $this->service(KeepsShoots::class)->do($this->shoot($shoot), KeepingWish::read(Fields::of($wish)), AskedBy::Page);

        return null === $plan ? 0 : \count($plan->frames);
    }

    private function takeBack(int $shoot): void
    {
        $this->ledger()->clear();
        $this->service(TakesBack::class)->last($this->shoot($shoot), AskedBy::Page);
    }

    private function shoot(int $id): Shoot
    {
        $this->ledger()->clear();

        return $this->service(ShootRepository::class)->find($id);
    }

    private function drop(int ...$frames): void
    {
        $this->service(JudgesFrames::class)->act(Lot::shoots(1), [AskedAct::judge('drop', Word::read('drop'), array_fill_keys($frames, null))], static fn () => null);
    }

    private function edit(string $drive, string $path, string $bytes): void
    {
        $full = $this->onDrive($drive, $path);
        is_dir(\dirname($full)) || mkdir(\dirname($full), 0o777, true);
        file_put_contents($full, $bytes);
        touch($full, 1_777_900_000);
    }

    private function stamp(): void
    {
        foreach ($this->fresh(StampQueue::class)->shoots() as $shoot) {
            $this->service(ChangeStamps::class)->write($shoot, static fn () => null, []);
        }
    }

    /** @return array<string, array<string, string>> by drive */
    private function trees(): array
    {
        return array_combine(self::DRIVES, array_map(fn (string $drive): array => Folder::tree($this->onDrive($drive)), self::DRIVES));
    }

    /** @return list<string> paths of copies, with their checksums */
    private function paths(string $drive): array
    {
        return array_values(array_filter($this->column("SELECT c.path || ' ' || c.checksum FROM copy c JOIN store s ON s.id = c.store_id WHERE s.name = '".('Anvil' === $drive ? 'Main' : $drive)."' ORDER BY c.path COLLATE \"C\""), \is_string(...)));
    }

    /** @return list<string> the same of what lies there */
    private function there(string $drive): array
    {
        return array_map(fn (string $line): string => substr($line, 0, -33).' '.hash_file('xxh128', $this->onDrive($drive, substr($line, 0, -33))), $this->paths($drive));
    }

    private function standsEverywhere(): void
    {
        self::assertSame([], $this->service(StepRepository::class)->owed());
        $trees = array_map(static fn (array $tree): array => array_filter($tree, static fn (string $path): bool => !str_ends_with($path, '.yaml'), \ARRAY_FILTER_USE_KEY), $this->trees());
        self::assertSame($trees['Anvil'], $trees['Bellows']);
        self::assertSame($trees['Anvil'], $trees['Candle']);
        self::assertSame(['proven'], $this->column('SELECT DISTINCT state FROM copy'));
        self::assertSame([], $this->column("SELECT 1 FROM frame r JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id WHERE c.path <> CASE r.folder WHEN '' THEN '' ELSE r.folder || '/' END || r.stem || f.ending"));
        foreach (self::DRIVES as $drive) {
            self::assertSame($this->paths($drive), $this->there($drive));
            foreach (array_keys($trees[$drive]) as $list) {
                if (str_ends_with($list, 'checksums.xxh128')) {
                    self::assertSame('', (string) shell_exec('cd '.escapeshellarg($this->onDrive($drive, \dirname($list))).' && xxhsum -c --quiet checksums.xxh128 2>&1'), "$drive$list");
                }
            }
        }
    }

    /**
     * @param array<string, mixed> $given
     *
     * @return array{int, string}
     */
    private function told(string $command, array $given): array
    {
        $tester = new CommandTester((new Application(self::bootKernel()))->find($command));

        return [$tester->execute($given), $tester->getDisplay()];
    }
}
