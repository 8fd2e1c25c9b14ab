<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\ChecksumList;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\CouldNotPublish;
use VelvetLedger\Core\Transfer\Medium;
use VelvetLedger\Core\Transfer\ProvenCopy;
use VelvetLedger\Core\Transfer\PublishesByClaim;
use VelvetLedger\Core\Transfer\PublishesByLink;
use VelvetLedger\Core\Transfer\PublishesByRename;
use VelvetLedger\Core\Transfer\QuickPrint;
use VelvetLedger\Core\Transfer\ReadsBackHere;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\Writer;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Core\Transfer\WrittenFile;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\OrderTo;
use VelvetLedger\Tests\StumblingReader;

final class CopierTest extends TestCase
{
    private Folder $card;
    private Folder $store;

    protected function setUp(): void
    {
        $this->card = new Folder();
        $this->store = new Folder();
    }

    public function testAListClearsWhatKilledOnesLeftHalfWritten(): void
    {
        $there = new Folder();
        $mine = '.checksums.xxh128.'.getmypid().'-0a1b2c3d';
        foreach ([$mine, '.checksums.xxh128.99999999-0a1b2c3d', '.checksums.xxh128.notes'] as $name) {
            $there->put($name, 'half');
        }
        self::assertTrue(ChecksumList::put($there->path.'/'.ChecksumList::XXH128, ChecksumList::text(['a.jpg' => str_repeat('0', 32)])));
        self::assertEqualsCanonicalizing([$mine, '.checksums.xxh128.notes', 'checksums.xxh128'], FolderNames::in($there->path), 'of a process that runs, and of somebody else, nothing is touched');
    }

    public function testACopyIsTheSameBytesWithTheSameTimeUnderItsFinalNameOnly(): void
    {
        $bytes = random_bytes(3_000_001);
        $source = $this->card->put("-rf 'é'\n.JPG", $bytes, 1_500_000_000);
        $moved = 0;
        $copy = $this->copy($source, 'deep/er/shoot 1.jpg', moved: static function (int $more) use (&$moved): void { $moved += $more; });
        self::assertSame($bytes, file_get_contents($this->store->path.'/deep/er/shoot 1.jpg'));
        self::assertSame(1_500_000_000, filemtime($copy->copies[1]->path));
        self::assertSame(3_000_001, $moved);
        self::assertSame(['shoot 1.jpg'], self::names($this->store->path.'/deep/er'));
        // The reference program for the checksum: xxhsum of Debian's xxhash (the xxHash specification, XXH3 128 bits).
        self::assertStringStartsWith($copy->written->checksum.' ', (string) shell_exec('xxhsum -H2 '.escapeshellarg($copy->copies[1]->path)));
        self::assertSame(QuickPrint::ofFile($source), $copy->written->print);
    }

    public function testAnExistingFileIsAdoptedOnlyWhereItsBytesAreThoseOfTheSource(): void
    {
        $source = $this->source('a.jpg', 'new');
        $this->store->put('same.jpg', 'new');
        $written = new WrittenFile(hash('xxh128', 'new'), '', null, [], []);
        self::assertNotNull(ProvenCopy::ofExisting($this->store->path.'/same.jpg', $source, $written));
        foreach (['other.jpg' => 'old', 'longer.jpg' => 'newer'] as $name => $bytes) {
            self::assertNull(ProvenCopy::ofExisting($this->store->put($name, $bytes), $source, $written), $name);
        }
        self::assertNull(ProvenCopy::ofExisting($this->store->path.'/gone.jpg', $source, $written));
    }

    public function testADriveThatReturnsOtherBytesIsFoundOut(): void
    {
        $source = $this->card->put('a.jpg', str_repeat('light', 1000));
        try {
            $this->copy($source, 'a.jpg', medium: self::medium(static fn (string $path) => file_put_contents($path, 'X', \FILE_APPEND)));
            self::fail('the difference went unnoticed');
        } catch (CouldNotCopy $failure) {
            self::assertStringContainsString('do not trust this drive', $failure->getMessage());
        }
        self::assertSame([], self::names($this->store->path));
    }

    /**
     * The source must be the file that was promised, before it is opened, and still be it when it is read.
     *
     * @param \Closure(string): mixed $becomes   done to it after it was listed
     * @param \Closure(string): mixed $meanwhile done to it while it is read
     */
    #[DataProvider('changes')]
    public function testASourceThatIsNotWhatWasPromisedIsNotCopied(string $words, \Closure $becomes, ?\Closure $meanwhile = null): void
    {
        $source = $this->source('a.jpg', str_repeat('a', 70_000), print: true);
        $becomes($source->path);
        try {
            $this->copier()->copy(OrderTo::places(1, $source, [1 => $this->store->path.'/a.jpg']), static fn (int $moved): mixed => null === $meanwhile ? null : $meanwhile($source->path));
            self::fail('no error');
        } catch (CouldNotCopy $failure) {
            self::assertStringContainsString($words, $failure->getMessage());
            self::assertSame($source->path, $failure->place());
        }
        self::assertSame([], self::names($this->store->path));
    }

    /** @return iterable<string, array{0: string, 1: \Closure(string): mixed, 2?: \Closure(string): mixed}> */
    public static function changes(): iterable
    {
        $nothing = static fn (string $path): mixed => null;
        $time = 1_777_900_000;
        yield 'gone' => ['could not be opened on the card', unlink(...)];
        yield 'shorter' => ['it has 3 bytes where the card listed 70000', static fn (string $path) => file_put_contents($path, 'abc')];
        yield 'written at another time' => ['it was written at', static fn (string $path) => touch($path, $time + 60)];
        yield 'other bytes, same size and time' => ['its bytes are others', static fn (string $path) => [file_put_contents($path, str_repeat('b', 70_000)), touch($path, $time)]];
        yield 'a pipe in its place' => ['is no regular file, and was not opened', static fn (string $path) => unlink($path) && posix_mkfifo($path, 0o600)];
        yield 'a link in its place' => ['is no regular file, and was not opened', static fn (string $path) => rename($path, $path.'.real') && symlink($path.'.real', $path)];
        yield 'rewritten while it is read' => ['it was written at', $nothing, static fn (string $path) => touch($path, $time + 9)];
        yield 'longer while it is read' => ['it has 70001 bytes where the card listed 70000', $nothing, static fn (string $path) => file_put_contents($path, 'a', \FILE_APPEND)];
        yield 'replaced while it is read' => ['was written to while it was read', $nothing, static fn (string $path) => copy($path, $path.'.new') && touch($path.'.new', $time) && rename($path.'.new', $path)];
    }

    public function testADriveThatKeepsNoTimesStillGetsTheCopyAndThatIsSaid(): void
    {
        $source = $this->source('a.jpg', 'x');
        self::assertTrue($this->copier()->copy(OrderTo::places(1, $source, [1 => $this->store->path.'/a.jpg']), static fn (int $moved) => null)->copies[1]->keepsTime);
        self::assertEquals(WriterMark::of(Task::BringIn, 7, 3), WriterMark::in(basename(OrderTo::places(1, $source, [1 => '/x/a b.jpg'])->targets[1]->temporary)));
        self::assertNull(WriterMark::in('.a.jpg.part'));
        // As versions before wrote them: of an intake, and of all else, which nobody is at any more.
        self::assertSame([[Task::BringIn, 12, 4], [null, 0, 2]], array_map(static fn (string $name): array => [WriterMark::in($name)?->task, WriterMark::in($name)?->about, WriterMark::in($name)?->run], ['.a.12-4.part', '.a.0-2.part']));
    }

    /** A limit on the size of files stands in for a full drive: the write stops in the middle of the file just so. */
    public function testAWriteThatStopsHalfwayIsSaidInTheSystemsWordsAndLeavesNothing(): void
    {
        $source = $this->card->put('a.jpg', str_repeat('x', 300_000));
        $code = 'require $argv[1]; use VelvetLedger\Core\Transfer as T; try { $m = new VelvetLedger\Server\Tools\PageCache(); (new T\Copier(new T\Writer($m), new T\ReadsBackHere($m), new T\PublishesByLink()))->copy(VelvetLedger\Tests\OrderTo::places(1, new T\SourceFile($argv[2], 300000, 1777900000), [1 => $argv[3]])); } catch (VelvetLedger\Core\Transfer\CouldNotCopy $failure) { echo $failure->getMessage(); }';
        $run = \sprintf('trap "" XFSZ; ulimit -f 100; %s -r %s %s %s %s 2>&1', escapeshellarg(\PHP_BINARY), escapeshellarg($code), escapeshellarg(\dirname(__DIR__, 2).'/vendor/autoload.php'), escapeshellarg($source), escapeshellarg($this->store->path.'/a.jpg'));
        self::assertMatchesRegularExpression('#a\.jpg\.i7-3\.part could not be written past byte 10\d{4}: File too large\.#', (string) shell_exec('bash -c '.escapeshellarg($run)));
        self::assertSame([], self::names($this->store->path));
        try {
            $this->copier()->copy(OrderTo::places(1, new SourceFile($source, 300_000, 1_777_900_000), [1 => '/dev/full/a.jpg']));
            self::fail('no error');
        } catch (CouldNotCopy $failure) {
            self::assertStringContainsString('/dev/full', $failure->getMessage());
        }
    }

    public function testOneReadingFeedsAllStoresAndOneThatFailsKeepsNoOtherFromItsCopy(): void
    {
        $source = $this->source('a.raw', random_bytes(2_500_000));
        $this->store->put('taken/a.raw', 'somebody else’s');
        $this->store->put('same/a.raw', (string) file_get_contents($source->path), 1_777_900_000);
        $this->store->put('a file', 'no folder');
        $done = $this->copier()->copy(OrderTo::places(7, $source, array_map(fn (string $to): string => $this->store->path.'/'.$to, [1 => 'main/a.raw', 2 => 'mirror/a.raw', 3 => 'taken/a.raw', 4 => 'same/a.raw', 5 => 'a file/a.raw']), care: new Care(readTwice: true, sha256: true)));
        self::assertSame([1, 2, 4], array_keys($done->copies));
        self::assertSame([3 => CouldNotPublish::class, 5 => CouldNotCopy::class], array_map(get_class(...), array_reverse($done->failed, true)));
        foreach ($done->copies as $copy) {
            self::assertFileEquals($source->path, $copy->path);
            self::assertSame(1_777_900_000, filemtime($copy->path));
        }
        self::assertSame(hash_file('sha256', $source->path), $done->written->sha256);
        self::assertSame('somebody else’s', file_get_contents($this->store->path.'/taken/a.raw'));
        self::assertSame([], array_filter(self::names($this->store->path.'/taken'), static fn (string $name): bool => str_ends_with($name, '.part')));
    }

    public function testWhatTheFirstStoreDoesNotTakeIsGivenToNoOther(): void
    {
        $this->store->put('main/a.raw', 'old');
        foreach (['main/a.raw' => CouldNotPublish::class, '../gone/a.raw' => CouldNotCopy::class] as $main => $failure) {
            try {
                $this->copier()->copy(OrderTo::places(1, $this->source('a.raw', 'new'), [1 => 'main/a.raw' === $main ? $this->store->path.'/'.$main : '/dev/full/a.raw', 2 => $this->store->path.'/mirror/a.raw']));
                self::fail('no error');
            } catch (CouldNotCopy|CouldNotPublish $stopped) {
                self::assertSame($failure, $stopped::class);
            }
            self::assertSame([], self::names($this->store->path.'/mirror'));
        }
    }

    public function testACardThatReadsTwoWaysIsFoundOutWhereItIsReadTwice(): void
    {
        $source = $this->source('a.raw', 'one way');
        $lyingReader = self::medium(static fn (string $path) => $path === $source->path ? [file_put_contents($path, 'another'), touch($path, 1_777_900_000)] : null);
        self::assertArrayHasKey(1, $this->copier($lyingReader)->copy(OrderTo::places(1, $source, [1 => $this->store->path.'/once.raw']))->copies, 'read once, it goes unnoticed');
        $this->expectExceptionMessage('a.raw was read twice from the card, and not the same');
        $this->copier($lyingReader)->copy(OrderTo::places(1, $source, [1 => $this->store->path.'/twice.raw'], care: new Care(readTwice: true)));
    }

    /** A reader that stumbles, as a stream of its own: bad sectors cannot be had otherwise. */
    #[DataProvider('stumbles')]
    public function testWhatCannotBeReadAtOnceIsTriedAgainBeforeItIsGivenUp(int $failures, bool $comes): void
    {
        StumblingReader::register(str_repeat('light', 500_000), $failures, 1 << 20);
        $order = OrderTo::places(1, new SourceFile('stumbling://a.raw', 2_500_000, 1_777_900_000), [1 => $this->store->path.'/a.raw', 2 => $this->store->path.'/b.raw']);
        try {
            $done = $this->copier()->copy($order);
            self::assertTrue($comes);
            self::assertSame(hash('xxh128', str_repeat('light', 500_000)), $done->written->checksum);
        } catch (CouldNotCopy $broke) {
            self::assertFalse($comes);
            self::assertTrue($broke->isOfSource());
            self::assertStringContainsString('could not be read past byte 1048576', $broke->getMessage());
            self::assertSame([], self::names($this->store->path));
        }
    }

    /** @return iterable<string, array{int, bool}> */
    public static function stumbles(): iterable
    {
        yield 'once' => [1, true];
        yield 'three times' => [3, true];
        yield 'always' => [99, false];
    }

    public function testManyFilesAreUnderWayAtOnceAndNoneIsLeftOfThoseThatAreAbandoned(): void
    {
        $copying = $this->copier()->begin();
        foreach (range(1, 40) as $i) {
            $copying->start(OrderTo::places($i, $this->source("$i.jpg", str_repeat((string) $i, 999)), [1 => $this->store->path."/$i.jpg"]), static fn (int $moved) => null);
        }
        self::assertSame([], array_filter(self::names($this->store->path), static fn (string $name): bool => str_ends_with($name, '.jpg')), 'no final name before its bytes are proven');
        $copying->abandon();
        self::assertSame([[], true], [self::names($this->store->path), $copying->isEmpty()]);
        $copying->start(OrderTo::places(1, $this->source('1.jpg', 'again'), [1 => $this->store->path.'/1.jpg']), static fn (int $moved) => null);
        self::assertCount(1, $copying->settle(true));
        self::assertSame(['1.jpg'], self::names($this->store->path));
    }

    /** @param (\Closure(int): void)|null $moved */
    private function copy(string $source, string $to, ?\Closure $moved = null, ?Medium $medium = null): Copied
    {
        clearstatcache();

        return $this->copier($medium)->copy(OrderTo::places(1, new SourceFile($source, (int) filesize($source), (int) filemtime($source)), [1 => $this->store->path.'/'.$to]), $moved);
    }

    private function copier(?Medium $medium = null): Copier
    {
        $medium ??= self::medium();

        return new Copier(new Writer($medium), new ReadsBackHere($medium), new PublishesByRename(new PublishesByLink(new PublishesByClaim())));
    }

    private function source(string $name, string $bytes, bool $print = false): SourceFile
    {
        $source = new SourceFile($this->card->put($name, $bytes), \strlen($bytes), 1_777_900_000);

        return $print ? $source->printed() : $source;
    }

    /** @param (\Closure(string): mixed)|null $forgets what happens when a file is dropped from memory */
    private static function medium(?\Closure $forgets = null): Medium
    {
        return new class($forgets) implements Medium {
            public function __construct(private readonly ?\Closure $forgets)
            {
            }

            public function startFlush(string $path): void
            {
            }

            public function willRead(string $path, int $from = 0, ?int $bytes = null): void
            {
            }

            public function flushAll(string $path): bool
            {
                return false;
            }

            public function forget(string $path, bool $willRead = false): void
            {
                null === $this->forgets ? null : ($this->forgets)($path);
            }
        };
    }

    /** @return list<string> */
    private static function names(string $folder): array
    {
        return FolderNames::in($folder);
    }
}
