<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Transfer\ReadsBackHere;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;
use VelvetLedger\Server\Tools\PageCache;
use VelvetLedger\Server\Tools\ReadsBackBeside;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

/** How careful an intake is: the lists beside a shoot's files, the card read twice, and reading back in a second process. */
final class CareTest extends LedgerTestCase
{
    private const FOLDER = '2026/2026-05-04 boats';

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        foreach ([1, 2, 3] as $number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg("2026-05-04 21:14:0$number", $number));
        }
    }

    /** Verified by the reference programs: xxhsum of Debian's xxhash, sha256sum of GNU coreutils. */
    public function testListsBesideAShootVerifyWithoutHelpFromUs(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0004.MOV', 'a clip');
        $order = OnCard::order(['clips' => 'in a subfolder', 'copies' => ['number' => 2, 'sha256' => true], 'subfolders' => ['make' => ['originals'], 'framesInto' => 'originals']]);
        $this->bringIn('CARD', new Wishes($order, otherwise: 'boats'));
        foreach (['Anvil', 'Bellows'] as $drive) {
            foreach ([['xxhsum', 'checksums.xxh128'], ['sha256sum', 'checksums.sha256']] as [$program, $list]) {
                self::assertSame(0, $this->verify($drive, $program, $list), "$program at $drive");
            }
            self::assertSame(4, substr_count((string) file_get_contents($this->at($drive).'/checksums.sha256'), "\n"), 'a line a file, also of those in subfolders');
        }
        file_put_contents($this->at('Bellows').'/originals/2026-05-04_boats_0002.jpg', 'rot', \FILE_APPEND);
        foreach ([['xxhsum', 'checksums.xxh128'], ['sha256sum', 'checksums.sha256']] as [$program, $list]) {
            self::assertNotSame(0, $this->verify('Bellows', $program, $list), "$program sees it");
            self::assertSame(0, $this->verify('Anvil', $program, $list));
        }
    }

    public function testAListFollowsItsShoot(): void
    {
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        self::assertFileDoesNotExist($this->at('Anvil').'/checksums.sha256', 'only where it is asked for');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0009.JPG', Stills::jpeg('2026-05-04 22:00:00', 9));
        $this->bringIn('CARD', new Wishes(shoots: ['2026-05-04' => new ShootWish('boats')], otherwise: 'boats'));
        $lines = explode("\n", rtrim((string) file_get_contents($this->at('Bellows').'/checksums.xxh128'), "\n"));
        self::assertCount(4, $lines);
        foreach ($lines as $line) {
            self::assertMatchesRegularExpression('/^[0-9a-f]{32}  2026-05-04_boats_000\d\.jpg$/', $line);
        }
        self::assertSame(0, $this->verify('Bellows', 'xxhsum', 'checksums.xxh128'));
    }

    public function testAProofWritesTheListsThatAreMissing(): void
    {
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        unlink($this->at('Bellows').'/checksums.xxh128');
        $store = $this->ledger()->getConnection()->fetchOne("SELECT id FROM store WHERE name = 'Bellows'");
        $this->service(Proving::class)->prove($this->service(ProvingRepository::class)->ask(is_numeric($store) ? (int) $store : 0, null, null), static fn () => null);
        self::assertSame(0, $this->verify('Bellows', 'xxhsum', 'checksums.xxh128'));
    }

    public function testACardReadTwiceComesInAsWell(): void
    {
        $intake = $this->bringIn('CARD', new Wishes(OnCard::order(['copies' => ['number' => 2, 'readTwice' => true]]), otherwise: 'boats'));
        self::assertSame(array_fill(0, 3, Outcome::BroughtIn), $this->outcomes());
        self::assertNull($intake->stoppedBecause());
    }

    /** What the order asks for before a card is cleared is asked of this card, too. */
    public function testThreeCopiesAskedForAreMoreThanTwoStoresCanKeep(): void
    {
        $this->bringIn('CARD', new Wishes(OnCard::order(['copies' => ['number' => 3]]), otherwise: 'boats'));
        $clearance = $this->service(\VelvetLedger\Server\Clearance\CardClearance::class)->of($this->card('CARD'));
        self::assertSame('Not yet: keep CARD as it is. Of 3 files, 3 have too few proven copies.', $clearance->sentence);
        self::assertStringContainsString('2 of 3: on ', $clearance->missing[0]->because);
    }

    public function testAFileThatStandsAtTheMirrorOnlyInNameIsNotOverwritten(): void
    {
        $this->store->put('Bellows/pictures/'.self::FOLDER.'/2026-05-04_boats_0002.jpg', 'of another time');
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        self::assertStringEqualsFile($this->at('Bellows').'/2026-05-04_boats_0002.jpg', 'of another time');
        $owed = $this->ledger()->getConnection()->fetchFirstColumn("SELECT because FROM copy WHERE state = 'owed'");
        self::assertCount(1, $owed);
        self::assertStringContainsString('2026-05-04_boats_0002.jpg', \is_string($owed[0]) ? $owed[0] : '');
        self::assertSame(array_fill(0, 3, Outcome::BroughtIn), array_map(static fn (ReceiptLine $line): Outcome => $line->outcome(), $this->lines()), 'main has all of it');
    }

    public function testASecondProcessReadsBackAnyNameAndSaysWhatItCouldNot(): void
    {
        $beside = ReadsBackBeside::with(new PageCache());
        $paths = ["a name\nof two lines.jpg", "l\u{e9}gende.jpg", "no\xFFtext.jpg", 'empty.jpg', '7'];
        foreach ($paths as $i => $name) {
            $beside->ask([$this->store->put('back/'.$name, 3 === $i ? '' : "bytes $i") => true]);
        }
        $beside->ask([$this->store->path.'/back/gone.jpg' => false]);
        $answers = [];
        while (\count($answers) < 6) {
            $answers += $beside->answers(true);
        }
        foreach ($paths as $i => $name) {
            self::assertSame(hash('xxh128', 3 === $i ? '' : "bytes $i"), $answers[$this->store->path.'/back/'.$name]->checksum);
        }
        $gone = $answers[$this->store->path.'/back/gone.jpg'];
        self::assertSame([null, true], [$gone->checksum, '' !== $gone->reason]);
        self::assertSame([], $beside->answers(true), 'each once; and nothing is waited for where nothing is asked');
    }

    /** What it says is taken in while it is told more: more than a pipe holds (64 KiB, pipe(7)) would keep it from its work. */
    public function testASecondProcessGoesOnWhileItIsOnlyTold(): void
    {
        $beside = ReadsBackBeside::with(new PageCache());
        $gone = fn (int $i): string => $this->store->path.'/'.str_repeat('a long name ', 12)."$i.jpg";
        for ($asked = 0; $asked < 5000; ++$asked) {
            $beside->ask([$gone($asked) => false]);
            usleep($asked < 1000 ? 0 : 100);
        }
        $answers = $beside->answers(false);
        self::assertGreaterThan(1000, \count($answers), 'in one go, for it was heard before');
        for ($until = microtime(true) + 20; \count($answers) < 5000 && microtime(true) < $until;) {
            $answers += $beside->answers(true);
        }
        self::assertCount(5000, $answers);
    }

    public function testWhenTheSecondProcessDiesItsWorkIsDoneHere(): void
    {
        $beside = new ReadsBackBeside(new ReadsBackHere(new PageCache()));
        $beside->ask([$this->store->put('back/first.jpg', 'first') => true]);
        self::assertSame(hash('xxh128', 'first'), $beside->answers(true)[$this->store->path.'/back/first.jpg']->checksum);
        $found = new Process(['pgrep', '-P', (string) getmypid(), '-f', 'readback.php']);
        $found->mustRun();
        foreach (explode("\n", trim($found->getOutput())) as $id) {
            posix_kill((int) $id, \SIGKILL);
        }
        $answers = [];
        for ($i = 0; $i < 20; ++$i) {
            $beside->ask([$this->store->put("back/$i.jpg", "bytes $i") => true]);
            $answers += $beside->answers(false);
        }
        for ($until = microtime(true) + 20; \count($answers) < 20 && microtime(true) < $until;) {
            $answers += $beside->answers(true);
        }
        for ($i = 0; $i < 20; ++$i) {
            self::assertSame(hash('xxh128', "bytes $i"), $answers[$this->store->path."/back/$i.jpg"]->checksum ?? null);
        }
    }

    public function testAnIntakeLeavesNoProcessAndNoTemporaryFileBehind(): void
    {
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        foreach (['Anvil', 'Bellows'] as $drive) {
            self::assertSame(['2026-05-04_boats_0001.jpg', '2026-05-04_boats_0002.jpg', '2026-05-04_boats_0003.jpg', 'checksums.xxh128'], FolderNames::in($this->at($drive)));
        }
        self::ensureKernelShutdown();
        gc_collect_cycles();
        $left = new Process(['pgrep', '-P', (string) getmypid(), '-f', 'readback.php']);
        $left->run();
        self::assertSame('', trim($left->getOutput()));
    }

    private function verify(string $drive, string $program, string $list): int
    {
        return (new Process([$program, '-c', '--quiet', $list], $this->at($drive)))->run();
    }

    private function at(string $drive): string
    {
        return $this->store->path.'/'.$drive.'/pictures/'.self::FOLDER;
    }
}
