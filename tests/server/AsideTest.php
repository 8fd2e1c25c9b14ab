<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\TestWith;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Keeping\CouldNotLetGo;
use VelvetLedger\Core\Keeping\GoesForGood;
use VelvetLedger\Core\Keeping\Selects;
use VelvetLedger\Core\Keeping\SelectsStep;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Core\Look\Word;
use VelvetLedger\Core\Order\CouldNotOrder;
use VelvetLedger\Core\Order\SelectsHow;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Transfer\ChecksumList;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Server\Copies\SelectsAsCopies;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Keeping\KeepsSelects;
use VelvetLedger\Server\Keeping\LetsFramesGo;
use VelvetLedger\Server\Keeping\MovesSelects;
use VelvetLedger\Server\Keeping\SetsAside;
use VelvetLedger\Server\Keeping\TakesBack;
use VelvetLedger\Server\Looking\AskedAct;
use VelvetLedger\Server\Looking\JudgesFrames;
use VelvetLedger\Server\Looking\RestsSittings;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Pages\AsidePage;
use VelvetLedger\Server\Pages\FramesPage;
use VelvetLedger\Server\Pages\LookPage;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\ChangeRepository;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Copies\StepKind;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Looks\SelectsRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\View\Shoots\ShootFrameView;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** Dropped frames are set aside, come back, and are let go for good: said at once, followed by each store when it is there, whatever cuts it. */
final class AsideTest extends LedgerTestCase
{
    private const FOLDER = '2026/2026-05-04 boats';
    private const FRAMES = 5;
    private const DRIVES = ['Anvil', 'Bellows', 'Candle'];

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows', 'Candle');
        for ($n = 1; $n <= self::FRAMES; ++$n) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$n.JPG", Stills::jpeg("2026-05-04 21:14:0$n", $n));
        }
        foreach ([2, 3] as $n) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$n.ORW", Stills::raw("2026-05-04 21:14:0$n", $n));
        }
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        $this->drop(2, 3, 5);
    }

    /** A run was killed when a file had its new place at a mirror and the ledger had not heard of it; nobody looked while it was had back and set aside again. */
    public function testWhatACalledOffStepBroughtWhereALaterOneWantsItIsThere(): void
    {
        $to = $this->asideUnsaidAndBack(2, 'Bellows');
        $this->service(SetsAside::class)->aside($this->shoot(), AskedBy::Page);
        $this->carryOut();
        self::assertFileExists($to);
        self::assertSame([], $this->service(StepRepository::class)->owed());
    }

    /** The same, had back before anybody looked: as the ledger has it nothing is to be moved, and yet it is. */
    public function testWhatACalledOffStepMovedIsLookedForThoughNothingElseIsOwed(): void
    {
        $before = $this->tree('Anvil');
        $this->asideUnsaidAndBack(1, 'Anvil');
        self::assertSame([1], array_keys($this->service(StepRepository::class)->owed()));
        $this->carryOut();
        self::assertSame([$before, []], [$this->tree('Anvil'), $this->service(StepRepository::class)->owed()]);
    }

    /** By a kill after so many files, at whichever store: all the way there, back, there again, and away. */
    #[TestWith([null])]
    #[TestWith([1])]
    #[TestWith([6])]
    public function testCutAndGoneOnWithIsAsNeverCut(?int $cutAfter): void
    {
        $before = array_map($this->tree(...), self::DRIVES);
        self::assertSame([3, 0], $this->sums());
        $this->drivesAway('Candle');
        self::assertSame(3, $this->service(SetsAside::class)->aside($this->shoot(), AskedBy::Page));
        self::assertSame([[0, 3], [2], [3]], [$this->sums(), $this->column('SELECT frames FROM shoot'), $this->column('SELECT aside FROM shoot')], 'said at once');
        $this->carryOut($cutAfter);
        self::assertSame([3], array_keys($this->service(StepRepository::class)->owed()), 'the drive that is away is owed it');
        $this->drivesBack('Candle');
        $this->carryOut($cutAfter);
        $this->standsEverywhere(array_map(self::moved(...), $before));
        self::assertSame(['proven'], $this->column('SELECT DISTINCT state FROM copy'));
        self::assertSame(['2026-05-04_boats_0001', '2026-05-04_boats_0004'], array_map(static fn (ShootFrameView $frame): string => $frame->stem, $this->fresh(FramesPage::class)->frames($this->shoot())));
        self::assertSame('kept 0 of 2, 2 to go', $this->fresh(LookPage::class)->view(Lot::shoots(1))->standing->sentence);

        self::assertSame(3, $this->service(SetsAside::class)->back($this->shoot(), [2, 3, 5], AskedBy::Page));
        $this->carryOut($cutAfter);
        $this->standsEverywhere($before);
        $this->service(TakesBack::class)->last($this->shoot(), AskedBy::Page);
        $this->carryOut($cutAfter);
        $this->standsEverywhere(array_map(self::moved(...), $before));

        $this->drivesAway('Candle');
        $this->letGo([2, 3, 5]);
        self::assertSame([0, 0], $this->sums());
        $this->carryOut($cutAfter);
        $this->drivesBack('Candle');
        $this->carryOut($cutAfter);
        $this->standsEverywhere(array_map(static fn (array $tree): array => array_filter($tree, static fn (string $path): bool => 1 !== preg_match('/_000[235]\./', $path), \ARRAY_FILTER_USE_KEY), $before));
        self::assertSame([[], ['let go', 'proven']], [$this->service(StepRepository::class)->owed(), $this->column('SELECT DISTINCT state FROM copy ORDER BY 1')]);
        self::assertSame([], $this->column('SELECT id FROM shoot WHERE add_up_shoot(id)'), 'and the sums are what the rows come to');
        self::assertSame(['3 frames were let go for good: 2026-05-04_boats_0002, 2026-05-04_boats_0003, 2026-05-04_boats_0005.'], $this->column("SELECT entry FROM day_book_entry WHERE entry LIKE '%for good%'"));
        self::assertNull($this->service(TakesBack::class)->last($this->shoot(), AskedBy::Page), 'what is let go does not come back');
    }

    public function testOnlyWhatIsNamedAndIsWhatTheLedgerSaysGoes(): void
    {
        $this->service(SetsAside::class)->aside($this->shoot(), AskedBy::Page);
        $this->carryOut();
        foreach ([['boat', [2], CouldNotLetGo::class], ['boats', [1, 2], CouldNotLetGo::class]] as [$name, $frames, $refused]) {
            try {
                $this->letGo($frames, $name);
                self::fail('it is not the name, or one of them is not set aside');
            } catch (CouldNotLetGo $failure) {
                self::assertStringEndsWith('Nothing was removed.', $failure->getMessage());
            }
        }
        [$bad, $changed] = [$this->onDrive('Bellows', 'Dropped/'.self::FOLDER.'/2026-05-04_boats_0002.orw'), $this->onDrive('Candle', 'Dropped/'.self::FOLDER.'/2026-05-04_boats_0005.jpg')];
        file_put_contents($bad, 'damaged');
        $this->prove(2);
        file_put_contents($changed, 'an edit that nobody knows of');
        $goes = $this->letGo([2, 3, 5]);
        self::assertSame([[3, 5], [2 => 'with other bytes at Bellows']], [$goes->going, $goes->staying]);
        $this->carryOut();
        self::assertSame(['damaged', 'an edit that nobody knows of'], [file_get_contents($bad), file_get_contents($changed)], 'it is not ours to take');
        self::assertSame(['1 file that was let go stays at Candle, for somebody changed it since: Dropped/'.self::FOLDER.'/2026-05-04_boats_0005.jpg.'], $this->column("SELECT entry FROM day_book_entry WHERE entry LIKE '%somebody%'"));
        self::assertFileDoesNotExist($this->onDrive('Candle', 'Dropped/'.self::FOLDER.'/2026-05-04_boats_0003.orw'));
        self::assertSame(1, $this->service(ChangeRepository::class)->last(1)?->frames, 'it is taken back of what is left');
        $this->letGo([2], ' Boats ', [2]);
        $this->carryOut();
        self::assertFileDoesNotExist($bad, 'it was confirmed by itself, with the bytes that were found');
    }

    public function testACardThatStillHasThemSaysThatTheyWereLetGo(): void
    {
        $this->service(SetsAside::class)->aside($this->shoot(), AskedBy::Page);
        $this->letGo([2, 3, 5]);
        $plan = $this->fresh(Plans::class)->make($this->desk('CARD'), new Wishes());
        self::assertSame([2, 0, 3], [$plan->totals->frames->held, $plan->totals->frames->toBringIn, $plan->totals->frames->leftOut], 'at once, though their copies lie there still');
        $this->carryOut();
        $plan = $this->fresh(Plans::class)->make($this->desk('CARD'), new Wishes());
        self::assertSame([2, 0, 3], [$plan->totals->frames->held, $plan->totals->frames->toBringIn, $plan->totals->frames->leftOut]);
        self::assertSame(5, \count(array_filter($plan->lines, static fn (PlanLine $line): bool => 1 === preg_match('/^let go for good on .* 2026, as 2026-05-04_boats_000[235]$/', $line->reason))), 'its files, one by one');
        self::assertStringContainsString('and 5 files you let go', $this->fresh(CardClearance::class)->of($this->card('CARD'))->sentence);
        $key = array_values(array_filter($plan->lines, static fn (PlanLine $line): bool => str_contains($line->reason, '_0005')))[0]->frame?->key() ?? '';
        $this->bringIn('CARD', new Wishes(broughtAgain: [$key], otherwise: 'boats'));
        self::assertSame([3], $this->column('SELECT frames FROM shoot'), 'unless it is marked: then it is a frame like any other');
        self::assertSame([3, 2], [($totals = $this->fresh(Plans::class)->make($this->desk('CARD'), new Wishes())->totals->frames)->held, $totals->leftOut]);
    }

    public function testWhatIsSetAsideStaysDroppedHoweverFarItIsTakenBack(): void
    {
        $judges = $this->service(JudgesFrames::class);
        $judges->act(Lot::shoots(1), [AskedAct::judge('1', Word::read('drop'), [1 => null])], static fn () => null);
        $this->service(SetsAside::class)->aside($this->shoot(), AskedBy::Page);
        $this->service(SetsAside::class)->back($this->shoot(), [1], AskedBy::Page);
        self::assertSame([[1], []], [$judges->act(Lot::shoots(1), [AskedAct::takeBack('2')], static fn () => null)->frames, $judges->act(Lot::shoots(1), [AskedAct::takeBack('3')], static fn () => null)->frames]);
        self::assertSame([3, 2, 0], [...$this->column("SELECT count(*) FROM judgement WHERE decision = 'drop'"), ...$this->column('SELECT count(*) FROM frame WHERE aside_from IS NULL'), $this->sums()[0]]);
        $browser = $this->browser();
        $this->letGo([2, 3, 5]);
        $this->drop(1, 4);
        $this->service(SetsAside::class)->aside($this->shoot(), AskedBy::Page);
        $this->letGo([1, 4]);
        $browser->request('GET', '/api/shoots/1');
        self::assertSame([200, 0], [$browser->getResponse()->getStatusCode(), ((array) self::answer($browser)['shoot'])['frames']], 'a shoot of which all is let go has its page');
    }

    /** The sitting before has its stars written just then. */
    public function testWhoeverWritesIntoThemIsWaitedForAndItComesAgain(): void
    {
        $this->service(SetsAside::class)->aside($this->shoot(), AskedBy::Page);
        $other = Services::of(self::createKernel())->get(StampQueue::class);
        self::assertNotNull($other->take(1));
        $came = $this->service(OwedSteps::class)->all(1, static fn () => null);
        self::assertSame([true, false, 0], [$came?->waits, $came?->isDone, $came?->moved]);
        $other->release(1);
        $came = $this->service(OwedSteps::class)->all(1, static fn () => null);
        self::assertSame([false, true], [$came?->waits, $came?->isDone]);
        self::assertGreaterThan(0, $came->moved ?? 0);
    }

    public function testSelectsGoToASubfolderAndBackAndWhatComesLaterDoesNotFollowThem(): void
    {
        $before = array_map($this->tree(...), self::DRIVES);
        self::assertSame(2, $this->service(MovesSelects::class)->into($this->shoot(), [1, 5, 99], 'selects/first', AskedBy::Page));
        $this->carryOut(1);
        foreach (self::DRIVES as $drive) {
            self::assertSame(['/'.self::FOLDER.'/selects/first/2026-05-04_boats_0001.jpg', '/'.self::FOLDER.'/selects/first/2026-05-04_boats_0005.jpg'], array_keys(array_filter($this->tree($drive), static fn (string $path): bool => str_contains($path, '/selects/'), \ARRAY_FILTER_USE_KEY)), $drive);
        }
        self::assertSame(['selects/first', '', '', '', 'selects/first'], array_map(static fn (ShootFrameView $frame): string => $frame->subfolder, $this->fresh(FramesPage::class)->frames($this->shoot())));
        $this->service(SetsAside::class)->aside($this->shoot(), AskedBy::Page);
        $this->carryOut();
        self::assertFileExists($this->onDrive('Candle', 'Dropped/'.self::FOLDER.'/selects/first/2026-05-04_boats_0005.jpg'));
        $this->service(SetsAside::class)->back($this->shoot(), [2, 3, 5], AskedBy::Page);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0006.JPG', Stills::jpeg('2026-05-04 21:14:06', 6));
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        self::assertFileExists($this->onDrive('Anvil', self::FOLDER.'/2026-05-04_boats_0006.jpg'), 'what comes later lies where the others do');
        self::assertSame(2, $this->service(MovesSelects::class)->back($this->shoot(), [1, 2, 5], AskedBy::Page));
        $this->carryOut();
        foreach (self::DRIVES as $i => $drive) {
            self::assertSame($before[$i], array_filter($this->tree($drive), static fn (string $path): bool => !str_contains($path, '_0006'), \ARRAY_FILTER_USE_KEY), $drive);
            self::assertDirectoryDoesNotExist($this->onDrive($drive, self::FOLDER.'/selects'));
        }
        $this->expectException(CouldNotOrder::class);
        $this->service(MovesSelects::class)->into($this->shoot(), [1], 'a:b', AskedBy::Page);
    }

    public function testSelectsAreKeptInStepAsTheyAreJudgedAgain(): void
    {
        $keeps = $this->service(KeepsSelects::class);
        $there = fn (): array => array_map(static fn (ShootFrameView $frame): string => $frame->stem, array_values(array_filter($this->fresh(FramesPage::class)->frames($this->shoot()), static fn (ShootFrameView $frame): bool => 'selects' === $frame->subfolder)));
        $acts = 0;
        $judge = function (string $word, int $frame) use (&$acts): void {
            $this->service(JudgesFrames::class)->act(Lot::shoots(1), [AskedAct::judge('act '.++$acts, Word::read($word), [$frame => null])], static fn () => null);
        };
        $judge('keep', 1);
        $judge('keep', 4);
        $selects = Selects::of(Pass::Kept, 'selects');
        self::assertSame([2, 0], [$keeps->keep($this->shoot(), $selects, AskedBy::Page), $keeps->rest(Lot::shoots(1), AskedBy::Page)[0]]);
        self::assertSame(['2026-05-04_boats_0001', '2026-05-04_boats_0004'], $there());
        $judge('drop', 1);
        $judge('keep', 2);
        self::assertEquals(new SelectsStep([2], [1], 1), $keeps->step($this->shoot(), $selects), 'told, until it rests');
        self::assertSame(2, $keeps->rest(Lot::shoots(1), AskedBy::Page)[0]);
        $this->carryOut(1);
        self::assertSame(['2026-05-04_boats_0002', '2026-05-04_boats_0004'], $there());
        foreach (self::DRIVES as $drive) {
            self::assertFileExists($this->onDrive($drive, self::FOLDER.'/selects/2026-05-04_boats_0002.orw'));
            self::assertFileExists($this->onDrive($drive, self::FOLDER.'/2026-05-04_boats_0001.jpg'));
        }
        file_put_contents($this->onDrive('Anvil', self::FOLDER.'/selects/2026-05-04_boats_0001.jpg'), "somebody's");
        $judge('keep', 1);
        self::assertSame(0, $keeps->rest(Lot::shoots(1), AskedBy::Page)[0], 'the name is taken');
        self::assertSame(1, $keeps->step($this->shoot(), $selects)->toMove());
    }

    /** As copies, or other names of the same files; cut after so many, judged again, and taken away: what somebody edited there stays. */
    #[TestWith(['copied', null])]
    #[TestWith(['copied', 2])]
    #[TestWith(['hard-linked', 1])]
    public function testSelectsAreLaidOutAndTakenAwayAndWhatIsEditedThereStays(string $how, ?int $cutAfter): void
    {
        [$lays, $repository] = [$this->service(SelectsAsCopies::class), $this->service(SelectsRepository::class)];
        $lay = function () use ($lays, $repository, $cutAfter): array {
            $at = 0;
            $selects = $repository->of(1);
            self::assertNotNull($selects);
            foreach (null === $cutAfter ? [null] : [$cutAfter, null] as $cut) {
                try {
                    self::assertSame([false, []], $lays->layOut($this->shoot(), $selects, static fn () => null !== $cut && $at++ === $cut ? throw new Interrupted() : null, $this->service(Pace::class)->slice(\INF)));
                } catch (Interrupted) {
                }
            }

            return array_values($lays->standing($this->shoot(), $selects));
        };
        $before = Folder::tree($this->onDrive('Anvil'));
        $there = fn (): array => FolderNames::in($this->onDrive('Anvil', self::FOLDER.'/selects'));
        $this->service(KeepsSelects::class)->keep($this->shoot(), Selects::of(Pass::Dropped, 'selects', SelectsHow::from($how)), AskedBy::Page);
        self::assertSame([7, 0, 0], [$this->service(KeepsSelects::class)->standing($this->shoot())->toMove, ...\array_slice(array_values($lays->standing($this->shoot(), Selects::of(Pass::Kept, 'selects', SelectsHow::Copied))), 0, 2)]);
        self::assertSame([7, 0, 0, 0], $lay());
        self::assertSame(['2026-05-04_boats_0002.jpg', '2026-05-04_boats_0002.orw', '2026-05-04_boats_0002.xmp', '2026-05-04_boats_0003.jpg', '2026-05-04_boats_0003.orw', '2026-05-04_boats_0003.xmp', '2026-05-04_boats_0005.jpg'], $there());
        self::assertSame('hard-linked' === $how ? 2 : 1, ((array) stat($this->onDrive('Anvil', self::FOLDER.'/selects/2026-05-04_boats_0002.orw')))['nlink'] ?? 0);
        $edited = $this->onDrive('Anvil', self::FOLDER.'/selects/2026-05-04_boats_0003.jpg');
        unlink($edited);
        file_put_contents($edited, 'edited');
        $this->service(JudgesFrames::class)->act(Lot::shoots(1), [AskedAct::judge('keep', Word::read('keep'), [3 => null, 5 => null])], static fn () => null);
        $this->ledger()->clear();
        self::assertSame([3, 0, 0, 1], $lay(), 'two do not belong any more, and of one a file was edited');
        self::assertSame(['2026-05-04_boats_0002.jpg', '2026-05-04_boats_0002.orw', '2026-05-04_boats_0002.xmp', '2026-05-04_boats_0003.jpg'], $there());
        $this->service(KeepsSelects::class)->keep($this->shoot(), Selects::picked([], 'selects', SelectsHow::from($how)), AskedBy::Page);
        self::assertSame([0, 0, 0, 1], $lay());
        self::assertSame('edited', file_get_contents($edited));
        unlink($edited);
        $lay();
        self::assertSame($before, Folder::tree($this->onDrive('Anvil')));
    }

    /** An edit of its name lies beside its place, which is its own; or a file of its very name, which is not. */
    #[TestWith(['png', '2026-05-04_boats_0003'])]
    #[TestWith(['orw', '2026-05-04_boats_0003_2'])]
    public function testWhoseNameIsTakenComesBackUnderAnother(string $extension, string $comesBackAs): void
    {
        $this->service(SetsAside::class)->aside($this->shoot(), AskedBy::Page);
        $this->carryOut();
        foreach (self::DRIVES as $drive) {
            file_put_contents($this->onDrive($drive, self::FOLDER."/2026-05-04_boats_0003.$extension"), "somebody's");
        }
        $this->service(SetsAside::class)->back($this->shoot(), [2, 3], AskedBy::Page);
        self::assertSame(['2026-05-04_boats_0002', $comesBackAs], $this->column('SELECT stem FROM frame WHERE id IN (2, 3) ORDER BY id'), 'told apart from what took its name meanwhile');
        self::assertSame('orw' === $extension, str_contains((string) json_encode($this->column('SELECT entry FROM day_book_entry')), '1 under another name'));
    }

    public function testAStoreIsSaidToFollowOnlyWithCopiesThatLieThere(): void
    {
        $this->ledger()->getConnection()->executeStatement("UPDATE copy SET state = 'owed', checksum = NULL, proven_at = NULL WHERE store_id = 3");
        $this->service(SetsAside::class)->aside($this->shoot(), AskedBy::Page);
        self::assertSame([1, 2], array_keys($this->service(StepRepository::class)->toFollow(StepKind::Move)));
        self::assertSame([1, 2, 3], array_keys($this->service(StepRepository::class)->waiting(StepKind::Move)));
    }

    private function shoot(): Shoot
    {
        $this->ledger()->clear();

        return $this->service(ShootRepository::class)->find(1);
    }

    /** @return array{int, int} frames dropped, and set aside */
    private function sums(): array
    {
        $page = $this->fresh(AsidePage::class)->of($this->shoot());

        return [$page->dropped->frames, $page->aside->frames];
    }

    /**
     * @param list<int> $frames
     * @param list<int> $confirmed
     */
    private function letGo(array $frames, string $named = 'boats', array $confirmed = []): GoesForGood
    {
        return $this->service(LetsFramesGo::class)->go($this->shoot(), $frames, $named, $confirmed);
    }

    /** Killed once at each store after so many files, and gone on with. */
    /** Sets aside, moves one file of it at a store, says nothing of that, and has all of it back. Gives where that file lies now. */
    private function asideUnsaidAndBack(int $store, string $drive): string
    {
        $this->service(SetsAside::class)->aside($this->shoot(), AskedBy::Page);
        $step = $this->ledger()->getConnection()->fetchAssociative("UPDATE step SET begun = true WHERE id = (SELECT min(id) FROM step WHERE kind = 'move' AND store_id = ?) RETURNING from_path, to_path", [$store]);
        self::assertIsArray($step);
        [$from, $to] = array_map(fn (mixed $path): string => $this->onDrive($drive, \is_string($path) ? $path : ''), [$step['from_path'], $step['to_path']]);
        self::assertTrue((is_dir(\dirname($to)) || mkdir(\dirname($to), 0o777, true)) && rename($from, $to));
        $this->service(SetsAside::class)->back($this->shoot(), [2, 3, 5], AskedBy::Page);

        return $to;
    }

    private function carryOut(?int $cutAfter = null): void
    {
        foreach (array_keys($this->service(StepRepository::class)->owed()) as $store) {
            $at = 0;
            try {
                $this->service(OwedSteps::class)->all($store, static fn () => $at++ === $cutAfter ? throw new Interrupted() : null);
            } catch (Interrupted) {
                $this->service(OwedSteps::class)->all($store, static fn () => null);
            }
        }
    }

    private function prove(int $store): void
    {
        $this->service(Proving::class)->prove($this->service(ProvingRepository::class)->ask($store, null, null), static fn () => null);
    }

    private function drop(int ...$frames): void
    {
        $this->service(JudgesFrames::class)->act(Lot::shoots(1), [AskedAct::judge('drop '.implode(' ', $frames), Word::read('drop'), array_fill_keys($frames, null))], static fn () => null);
        $this->service(RestsSittings::class)->rest(Lot::shoots(1));
        $this->service(ChangeStamps::class)->write(1, static fn () => null, []); // -1, in the raws' sidecars too
        $this->ledger()->clear();
    }

    /** @return array<string, string> path of a file of a frame from the store's root => XXH128 */
    private function tree(string $drive): array
    {
        return array_map(static fn (string $file): string => explode(' ', $file)[1], array_filter(Folder::tree($this->onDrive($drive)), static fn (string $path): bool => str_contains($path, '_boats_'), \ARRAY_FILTER_USE_KEY));
    }

    /**
     * @param array<string, string> $tree
     *
     * @return array<string, string> the same with what is dropped set aside
     */
    private static function moved(array $tree): array
    {
        $moved = [];
        foreach ($tree as $path => $bytes) {
            $moved[1 === preg_match('/_000[235]\./', $path) ? "/Dropped$path" : $path] = $bytes;
        }
        ksort($moved);

        return $moved;
    }

    /** @param list<array<string, string>> $trees by drive */
    private function standsEverywhere(array $trees): void
    {
        foreach (self::DRIVES as $i => $drive) {
            $tree = $this->tree($drive);
            ksort($tree);
            ksort($trees[$i]);
            self::assertSame($trees[$i], $tree, "at $drive");
            $listed = [];
            foreach (array_filter(array_keys(Folder::tree($this->onDrive($drive))), static fn (string $path): bool => str_ends_with($path, '/'.ChecksumList::XXH128)) as $list) {
                foreach (explode("\n", trim((string) file_get_contents($this->onDrive($drive, $list)))) as $line) {
                    [$sum, $path] = explode('  ', $line, 2);
                    $listed[\dirname($list).'/'.$path] = $sum;
                }
            }
            ksort($listed);
            self::assertSame($tree, $listed, 'and the lists say so');
            self::assertSame([] !== preg_grep('#^/Dropped/#', array_keys($tree)), is_dir($this->onDrive($drive, 'Dropped')), 'no folder is left empty');
        }
    }
}
