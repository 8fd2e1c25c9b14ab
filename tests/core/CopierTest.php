<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\ForgetsCache;
use VelvetLedger\Core\Transfer\ProvenCopy;
use VelvetLedger\Core\Transfer\PublishesByClaim;
use VelvetLedger\Core\Transfer\PublishesByLink;
use VelvetLedger\Core\Transfer\QuickPrint;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Tests\Folder;

final class CopierTest extends TestCase
{
    private Folder $card;
    private Folder $store;

    protected function setUp(): void
    {
        $this->card = new Folder();
        $this->store = new Folder();
    }

    public function testACopyIsTheSameBytesWithTheSameTimeUnderItsFinalNameOnly(): void
    {
        $bytes = random_bytes(3_000_001);
        $source = $this->card->put("-rf 'é'\n.JPG", $bytes, 1_500_000_000);
        $moved = 0;
        $copy = $this->copy($source, 'deep/er/shoot 1.jpg', moved: static function (int $more) use (&$moved): void { $moved += $more; });
        self::assertSame($bytes, file_get_contents($this->store->path.'/deep/er/shoot 1.jpg'));
        self::assertSame(1_500_000_000, filemtime($copy->path));
        self::assertSame(3_000_001, $moved);
        self::assertSame(['shoot 1.jpg'], self::names($this->store->path.'/deep/er'));
        // The reference program for the checksum: xxhsum of Debian's xxhash (the xxHash specification, XXH3 128 bits).
        self::assertStringStartsWith($copy->checksum.' ', (string) shell_exec('xxhsum -H2 '.escapeshellarg($copy->path)));
        self::assertSame(QuickPrint::ofFile($source), $copy->print);
    }

    public function testAnExistingFileIsAdoptedOnlyWhereItsBytesAreThoseOfTheSource(): void
    {
        $source = $this->source('a.jpg', 'new');
        $this->store->put('same.jpg', 'new');
        self::assertSame(hash('xxh128', 'new'), ProvenCopy::ofExisting($this->store->path.'/same.jpg', $source)?->checksum);
        foreach (['other.jpg' => 'old', 'longer.jpg' => 'newer'] as $name => $bytes) {
            self::assertNull(ProvenCopy::ofExisting($this->store->put($name, $bytes), $source), $name);
        }
        self::assertNull(ProvenCopy::ofExisting($this->store->path.'/gone.jpg', $source));
    }

    public function testADriveThatReturnsOtherBytesIsFoundOut(): void
    {
        $source = $this->card->put('a.jpg', str_repeat('light', 1000));
        $lyingDrive = new class implements ForgetsCache {
            public function forget(string $path): void
            {
                file_put_contents($path, 'X', \FILE_APPEND);
            }
        };
        try {
            $this->copy($source, 'a.jpg', cache: $lyingDrive);
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
            $this->copier()->copy(CopyOrder::of($source, $this->store->path.'/a.jpg'), static fn (int $moved): mixed => null === $meanwhile ? null : $meanwhile($source->path));
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
        self::assertTrue($this->copier()->copy(CopyOrder::of($source, $this->store->path.'/a.jpg'), static fn (int $moved) => null)->keepsTime);
        self::assertSame([7, 3], CopyOrder::leftBy(basename(CopyOrder::of($source, '/x/a b.jpg', 7, 3)->temporary)));
        self::assertNull(CopyOrder::leftBy('.a.jpg.part'));
    }

    /** A limit on the size of files stands in for a full drive: the write stops in the middle of the file just so. */
    public function testAWriteThatStopsHalfwayIsSaidInTheSystemsWordsAndLeavesNothing(): void
    {
        $source = $this->card->put('a.jpg', str_repeat('x', 300_000));
        $code = 'require $argv[1]; use VelvetLedger\Core\Transfer as T; try { (new T\Copier(new VelvetLedger\Server\Tools\DropsCache(), new T\PublishesByLink()))->copy(T\CopyOrder::of(new T\SourceFile($argv[2], 300000, 1777900000), $argv[3]), fn (int $moved) => null); } catch (VelvetLedger\Core\Transfer\CouldNotCopy $failure) { echo $failure->getMessage(); }';
        $run = \sprintf('trap "" XFSZ; ulimit -f 100; %s -r %s %s %s %s 2>&1', escapeshellarg(\PHP_BINARY), escapeshellarg($code), escapeshellarg(\dirname(__DIR__, 2).'/vendor/autoload.php'), escapeshellarg($source), escapeshellarg($this->store->path.'/a.jpg'));
        self::assertMatchesRegularExpression('#a\.jpg\.0-0\.part could not be written past byte 10\d{4}: File too large\.#', (string) shell_exec('bash -c '.escapeshellarg($run)));
        self::assertSame([], self::names($this->store->path));
        try {
            $this->copier()->copy(CopyOrder::of(new SourceFile($source, 300_000, 1_777_900_000), '/dev/full/a.jpg'), static fn (int $moved) => null);
            self::fail('no error');
        } catch (CouldNotCopy $failure) {
            self::assertStringContainsString('/dev/full', $failure->getMessage());
        }
    }

    /** @param (\Closure(int): void)|null $moved */
    private function copy(string $source, string $to, ?\Closure $moved = null, ?ForgetsCache $cache = null): ProvenCopy
    {
        clearstatcache();

        return $this->copier($cache)->copy(CopyOrder::of(new SourceFile($source, (int) filesize($source), (int) filemtime($source)), $this->store->path.'/'.$to), $moved ?? static function (int $more): void {});
    }

    private function copier(?ForgetsCache $cache = null): Copier
    {
        return new Copier($cache ?? self::noCache(), new PublishesByLink(new PublishesByClaim()));
    }

    private function source(string $name, string $bytes, bool $print = false): SourceFile
    {
        $source = new SourceFile($this->card->put($name, $bytes), \strlen($bytes), 1_777_900_000);

        return $print ? $source->printed() : $source;
    }

    private static function noCache(): ForgetsCache
    {
        return new class implements ForgetsCache {
            public function forget(string $path): void
            {
            }
        };
    }

    /** @return list<string> */
    private static function names(string $folder): array
    {
        return FolderNames::in($folder);
    }
}
