<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\TestWith;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Keeping\ChangesNames;
use VelvetLedger\Server\Keeping\TakesBack;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Copies\MoveRepository;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Placing\OwingRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** Frames are given other names and folders: the ledger says so at once, each store follows when it is there, and nothing takes another file's place. */
final class MovesTest extends LedgerTestCase
{
    private const FOLDER = '2026/2026-05-04';
    private const FRAMES = 6;

    /** Two change places, three go round in a circle, and one goes to another folder with its pair's raw. */
    private const WANTED = [1 => ['', '2026-05-04_0002'], 2 => ['', '2026-05-04_0001'], 3 => ['', '2026-05-04_0004'], 4 => ['', '2026-05-04_0005'], 5 => ['', '2026-05-04_0003'], 6 => ['/selects', 'lanterns']];

    /** After so many files, with -9 or by a drive that leaves, at whichever store. */
    #[TestWith([null])]
    #[TestWith([0])]
    #[TestWith([1])]
    #[TestWith([3])]
    #[TestWith([4])]
    #[TestWith([6])]
    public function testCutAndGoneOnWithIsAsNeverCut(?int $cutAfter): void
    {
        $this->cameIn('Bellows', 'Candle');
        $before = [$this->bytes('Anvil'), $this->paths()];
        $this->drivesAway('Candle');
        self::assertSame(self::FRAMES, $this->rename(self::WANTED));
        self::assertSame([['2026-05-04_0002', '2026-05-04_0001', '2026-05-04_0004', '2026-05-04_0005', '2026-05-04_0003', 'lanterns']], [$this->column('SELECT stem FROM frame ORDER BY id')], 'said at once');
        self::assertSame([1 => 7, 2 => 7, 3 => 7], $this->service(StepRepository::class)->owed());
        $at = 0;
        try {
            $this->carryOut(static fn () => $at++ === $cutAfter ? throw new Interrupted() : null);
        } catch (Interrupted) {
            self::assertLessThan(14, \count(array_filter($this->column('SELECT state FROM step'), static fn (mixed $state): bool => 'done' === $state)));
        }
        $this->carryOut();
        self::assertSame([3 => 7], $this->service(StepRepository::class)->owed(), 'the drive that is away is owed its moves');
        $this->drivesBack('Candle');
        $this->carryOut();
        self::assertSame([], $this->service(StepRepository::class)->owed());
        foreach (['Anvil', 'Bellows', 'Candle'] as $drive) {
            $this->isAsWanted($drive, $before[0]);
        }
        self::assertSame(['proven'], $this->column('SELECT DISTINCT state FROM copy'), 'what was proven is so at its new place');
        $this->service(TakesBack::class)->last($this->service(ShootRepository::class)->find(1), AskedBy::Page);
        $this->carryOut();
        self::assertSame($before[1], $this->paths(), 'taken back');
        foreach (['Anvil', 'Bellows', 'Candle'] as $drive) {
            self::assertSame($before[0], $this->bytes($drive));
            self::assertDirectoryDoesNotExist($this->onDrive($drive, self::FOLDER.'/selects'), 'nothing of ours lies there any more');
        }
        self::assertNull($this->service(TakesBack::class)->last($this->service(ShootRepository::class)->find(1), AskedBy::Page));
    }

    /** How a run that was killed may have left a file; the ledger has it at its old place. */
    #[TestWith(['linked', true])]
    #[TestWith(['renamed', true])]
    #[TestWith(['gone', true])]
    #[TestWith(['claimed', true])]
    #[TestWith(['another', false])]
    #[TestWith(['another, and it is gone', false])]
    #[TestWith(['a link leads out', false])]
    public function testWhatARunThatWasKilledLeftIsGoneOnWith(string $how, bool $isDone): void
    {
        $this->cameIn('Bellows');
        $was = $this->bytes('Anvil');
        $this->rename([1 => ['/selects', 'quay']]);
        [$from, $to] = [$this->onDrive('Bellows', self::FOLDER.'/2026-05-04_0001.jpg'), $this->onDrive('Bellows', self::FOLDER.'/selects/quay.jpg')];
        mkdir(\dirname($to));
        match ($how) {
            'linked' => link($from, $to),
            'renamed' => rename($from, $to),
            'gone' => unlink($from),
            'claimed' => array_map(touch(...), [$to, \dirname($to).'/.quay.jpg.claim']),
            'another' => file_put_contents($to, "somebody else's"),
            'another, and it is gone' => false !== file_put_contents($to, "somebody else's") && unlink($from),
            default => rmdir(\dirname($to)) && symlink($this->reader->path, \dirname($to)),
        };
        $this->carryOut();
        self::assertSame($isDone ? [] : [2 => 1], $this->service(StepRepository::class)->owed());
        if (!$isDone) {
            self::assertMatchesRegularExpression('/another file lies at|leads/', implode(' ', array_filter($this->column("SELECT because FROM step WHERE state = 'waiting'"), \is_string(...))));
            self::assertSame('another' === $how ? "somebody else's" : null, 'another' === $how ? (string) file_get_contents($to) : null, 'it is not touched');
            'a link leads out' === $how ? unlink(\dirname($to)) : unlink($to);
            $this->carryOut();
        }
        if (str_contains($how, 'gone')) {
            self::assertSame(['missing'], $this->column("SELECT state FROM copy WHERE path LIKE '%/selects/%' AND store_id = 2"), 'to be mended at its new place');
            $this->service(StepRepository::class)->askToMend([2]);
            $this->carryOut();
        }
        self::assertSame([], $this->service(StepRepository::class)->owed());
        self::assertSame($this->bytes('Anvil'), $this->bytes('Bellows'));
        self::assertSame($was, $this->bytes('Anvil'));
        self::assertFileExists($to);
        self::assertSame(['proven'], $this->column('SELECT DISTINCT state FROM copy'));
    }

    /** Killed after so many files of a circle had gone on, with nothing of it entered: each lies at another's place. One of them may be gone besides. */
    #[TestWith([1, null])]
    #[TestWith([2, null])]
    #[TestWith([3, null])]
    #[TestWith([4, null])]
    #[TestWith([3, 1])]
    public function testFilesOfACircleAreToldApartByTheirBytes(int $went, ?int $lost): void
    {
        $this->cameIn('Bellows');
        $was = $this->bytes('Anvil');
        $name = static fn (int $n): string => "2026-05-04_000$n";
        $this->rename([1 => ['', $name(2)], 2 => ['', $name(3)], 3 => ['', $name(1)]]);
        $moves = $this->service(MoveRepository::class)->waiting(2, 0, 9);
        $this->service(MoveRepository::class)->begin($moves);
        // As the mover does it: the first waits beside, each of the others takes the place that was left, and then it goes to the last.
        $order = [[$moves[0], $moves[0]->beside()], [$moves[1], $moves[1]->to], [$moves[2], $moves[2]->to], [$moves[0], $moves[0]->to]];
        $at = [];
        foreach (\array_slice($order, 0, $went) as [$move, $to]) {
            rename($this->onDrive('Bellows', $at[$move->step] ?? $move->copy->path), $this->onDrive('Bellows', $to));
            $at[$move->step] = $to;
        }
        null === $lost ? null : unlink($this->onDrive('Bellows', $at[$moves[$lost]->step] ?? $moves[$lost]->copy->path));
        $this->carryOut();
        self::assertSame([], $this->service(StepRepository::class)->owed());
        if (null !== $lost) {
            $missing = array_filter($this->column("SELECT id FROM copy WHERE state = 'missing'"), \is_int(...));
            self::assertSame([$moves[$lost]->copy->id], array_values($missing));
            $this->service(StepRepository::class)->askToMend(array_values($missing));
            $this->carryOut();
        }
        $this->isAsWanted('Bellows', $was);
        self::assertSame(['proven'], $this->column('SELECT DISTINCT state FROM copy'));
        self::assertSame([], $this->column('SELECT id FROM step WHERE begun'));
    }

    /** While files of the first change are on their way, it is taken back. */
    public function testWhatIsMovedWhileItIsWantedElsewhereGoesOnFromThere(): void
    {
        $this->cameIn('Bellows');
        $before = [$this->bytes('Anvil'), $this->paths()];
        $this->rename(self::WANTED);
        $other = Services::of(self::createKernel());
        $at = 0;
        $this->carryOut(static function () use (&$at, $other): void {
            if (3 === $at++) {
                $other->get(TakesBack::class)->last($other->get(ShootRepository::class)->find(1), AskedBy::Page);
            }
        });
        $this->carryOut();
        self::assertSame([], $this->service(StepRepository::class)->owed());
        self::assertSame($before[1], $this->paths());
        self::assertSame([$before[0], $before[0]], [$this->bytes('Anvil'), $this->bytes('Bellows')]);
    }

    public function testANameIsNotGivenTwiceWhileAStoreStillHasItsOldFile(): void
    {
        $this->cameIn('Bellows');
        $this->drivesAway('Bellows');
        $this->rename([1 => ['', 'quay']]);
        $this->carryOut();
        self::assertSame(1, $this->rename([2 => ['', '2026-05-04_0001']]), 'free at the main store; the mirror moves the one before the other');
        $this->rename([1 => ['', 'pier']]);
        $this->drivesBack('Bellows');
        $this->carryOut();
        self::assertSame($this->bytes('Anvil'), $this->bytes('Bellows'));
        self::assertFileExists($this->onDrive('Bellows', self::FOLDER.'/pier.jpg'));
        file_put_contents($this->onDrive('Anvil', self::FOLDER.'/boat.png'), 'an edit');
        $this->expectException(CouldNotRename::class);
        $this->rename([3 => ['', 'Boat']]);
    }

    /** The mirror is away with the first frame's sidecar, whose name the second frame takes, and only then is that one stamped. */
    public function testWhatIsNewWaitsForTheFileWhosePlaceItTakes(): void
    {
        $this->drives('Bellows');
        foreach ([1, 2] as $n) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$n.ORW", Stills::raw("2026-05-04 21:14:0$n", $n));
        }
        $this->bringIn('CARD');
        $this->stamp(1);
        $this->drivesAway('Bellows');
        $this->rename([1 => ['', 'quay'], 2 => ['', '2026-05-04_0001']]);
        self::assertSame([], $this->service(StampQueue::class)->shoots());
        $this->stamp(2);
        self::assertSame([true], $this->column('SELECT restamp FROM frame WHERE id = 2'), 'nothing is written while a copy at the main store is on its way');
        $this->carryOut();
        $this->stamp(2);
        self::assertSame([[false], [1]], [$this->column('SELECT restamp FROM frame WHERE id = 2'), $this->column("SELECT count(*) FROM copy WHERE store_id = 2 AND path LIKE '%.waits'")]);
        $third = $this->service(Stores::class)->begin($this->onDrive('Candle'), 'Candle', StoreRole::Mirror)->id();
        $this->service(OwingRepository::class)->settleAt($third, 'it is new');
        $this->drivesBack('Bellows');
        $this->carryOut();
        self::assertSame([], $this->service(StepRepository::class)->owed());
        foreach (['Anvil', 'Bellows', 'Candle'] as $drive) {
            $this->isAsWanted($drive, $this->bytes('Anvil'));
        }
        self::assertCount(4, $this->bytes('Anvil'));
    }

    /** Renamed before its run begins, or while its file is on its way under the name that was promised: to whatever came of it the new name is given. */
    #[TestWith([false])]
    #[TestWith([true])]
    public function testWhatIsRenamedWhileItComesInFollows(bool $onItsWay): void
    {
        $this->drives('Bellows');
        foreach ([1, 2] as $n) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$n.JPG", Stills::jpeg("2026-05-04 21:14:0$n", $n));
        }
        $intake = $this->start('CARD')->id();
        $this->ledger()->clear();
        $other = Services::of(self::createKernel());
        $names = static fn (): int => $other->get(ChangesNames::class)->change($other->get(ShootRepository::class)->find(1), [1 => new Wanted(self::FOLDER, 'quay'), 2 => new Wanted(self::FOLDER, '2026-05-04_0001')], AskedBy::Page);
        $renamed = $onItsWay ? 0 : $names();
        $this->bringOn($intake, static function () use (&$renamed, $names): void {
            $renamed = 0 === $renamed ? $names() : $renamed;
        });
        self::assertSame(2, $renamed);
        $this->carryOut();
        foreach (['Anvil', 'Bellows'] as $drive) {
            self::assertSame(['2026-05-04_0001.jpg', 'quay.jpg'], array_values(array_filter(FolderNames::in($this->onDrive($drive, self::FOLDER)), static fn (string $name): bool => str_ends_with($name, '.jpg'))));
        }
        self::assertSame([], $this->service(StepRepository::class)->owed());
        self::assertSame([self::FOLDER.'/2026-05-04_0001.jpg', self::FOLDER.'/quay.jpg'], $this->column('SELECT DISTINCT path FROM copy ORDER BY 1'));
    }

    private function cameIn(string ...$mirrors): void
    {
        $this->drives(...$mirrors);
        for ($n = 1; $n <= self::FRAMES; ++$n) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$n.JPG", Stills::jpeg("2026-05-04 21:14:0$n", $n));
        }
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0006.ORW', Stills::raw('2026-05-04 21:14:06', 6));
        $this->bringIn('CARD');
    }

    /** @param array<int, array{string, string}> $wanted by frame: folder below the shoot's, stem */
    private function rename(array $wanted): int
    {
        $this->ledger()->clear();

        return $this->service(ChangesNames::class)->change($this->service(ShootRepository::class)->find(1), array_map(static fn (array $to): Wanted => new Wanted(self::FOLDER.$to[0], $to[1]), $wanted), AskedBy::Page);
    }

    private function stamp(int $frame): void
    {
        $this->ledger()->clear();
        $shoot = $this->service(ShootRepository::class)->find(1);
        $this->service(ChangeStamps::class)->change($shoot, [$frame], StampChange::read(Fields::of(['rating' => 3])));
        $this->service(ChangeStamps::class)->write(1, static fn () => null, []);
    }

    private function carryOut(?\Closure $watch = null): void
    {
        foreach (array_keys($this->service(StepRepository::class)->owed()) as $store) {
            $this->service(OwedSteps::class)->all($store, $watch ?? static fn () => null);
        }
    }

    /** @param list<string> $bytes of all files */
    private function isAsWanted(string $drive, array $bytes): void
    {
        self::assertSame($bytes, $this->bytes($drive), 'the same bytes as before, each once');
        foreach ($this->ledger()->getConnection()->fetchAllAssociative("SELECT r.folder || '/' || r.stem || f.ending AS path, f.checksum FROM frame r JOIN file f ON f.frame_id = r.id") as $file) {
            self::assertSame($file['checksum'], hash_file('xxh128', $this->onDrive($drive, \is_string($file['path']) ? $file['path'] : '')));
        }
        self::assertSame([], array_filter(FolderNames::in($this->onDrive($drive, self::FOLDER)), static fn (string $name): bool => '.' === $name[0]), 'nothing of it is left beside');
    }

    /** @return list<mixed> */
    private function paths(): array
    {
        return $this->column("SELECT store_id || ' ' || path FROM copy ORDER BY 1");
    }

    /** @return list<string> XXH128 of all files of shoots at a drive's store */
    private function bytes(string $drive): array
    {
        $all = array_filter(Folder::tree($this->onDrive($drive)), static fn (string $path): bool => str_starts_with($path, '/2026/') && !str_contains($path, 'checksums.'), \ARRAY_FILTER_USE_KEY);
        $bytes = array_map(static fn (string $file): string => explode(' ', $file)[1], array_values($all));
        sort($bytes);

        return $bytes;
    }
}
