<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\CouldNotPublish;
use VelvetLedger\Core\Transfer\ForgetsCache;
use VelvetLedger\Core\Transfer\ProvenCopy;
use VelvetLedger\Core\Transfer\Publisher;
use VelvetLedger\Core\Transfer\QuickPrint;
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

    public function testANameThatIsTakenIsNeverOverwritten(): void
    {
        $source = $this->card->put('a.jpg', 'new');
        $taken = $this->store->put('a.jpg', 'old');
        foreach (['link' => fn () => $this->copy($source, 'a.jpg'), 'claim' => static fn () => Publisher::claimAndRename($source, $taken)] as $way => $act) {
            try {
                $act();
                self::fail("$way overwrote the file");
            } catch (CouldNotPublish $refused) {
                self::assertStringContainsString('was not touched', $refused->getMessage());
            }
        }
        self::assertSame('old', file_get_contents($taken));
        self::assertSame(['a.jpg'], self::names($this->store->path));
        self::assertNull(ProvenCopy::ofExisting($taken, $source));
    }

    public function testPublishingWithoutLinksGivesTheFinalNameOnce(): void
    {
        $temporary = $this->store->put('.b.part', 'bytes');
        Publisher::claimAndRename($temporary, $this->store->path.'/b.jpg');
        self::assertSame(['b.jpg'], self::names($this->store->path));
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

    public function testASourceThatIsShorterThanListedOrGoneIsAnErrorThatNamesIt(): void
    {
        $source = $this->card->put('short.jpg', 'abc');
        foreach ([[$source, 'gave 3 bytes where the card lists 4'], [$this->card->path.'/gone.jpg', 'gone.jpg could not be opened']] as [$path, $words]) {
            try {
                $this->copy($path, 'x.jpg', bytes: 4);
                self::fail('no error');
            } catch (CouldNotCopy $failure) {
                self::assertStringContainsString($words, $failure->getMessage());
            }
        }
        self::assertSame([], self::names($this->store->path));
    }

    /** A limit on the size of files stands in for a full drive: the write stops in the middle of the file just so. */
    public function testAWriteThatStopsHalfwayIsSaidInTheSystemsWordsAndLeavesNothing(): void
    {
        $source = $this->card->put('a.jpg', str_repeat('x', 300_000));
        $code = 'require $argv[1]; try { (new VelvetLedger\Core\Transfer\Copier(new VelvetLedger\Server\Tools\DropsCache()))->copy($argv[2], 300000, 0, $argv[3], fn (int $moved) => null); } catch (VelvetLedger\Core\Transfer\CouldNotCopy $failure) { echo $failure->getMessage(); }';
        $run = \sprintf('trap "" XFSZ; ulimit -f 100; %s -r %s %s %s %s 2>&1', escapeshellarg(\PHP_BINARY), escapeshellarg($code), escapeshellarg(\dirname(__DIR__, 2).'/vendor/autoload.php'), escapeshellarg($source), escapeshellarg($this->store->path.'/a.jpg'));
        self::assertMatchesRegularExpression('#a\.jpg\.part could not be written past byte 10\d{4}: File too large\.#', (string) shell_exec('bash -c '.escapeshellarg($run)));
        self::assertSame([], self::names($this->store->path));
        try {
            (new Copier(self::noCache()))->copy($source, 300_000, 0, '/dev/full/a.jpg', static fn (int $moved) => null);
            self::fail('no error');
        } catch (CouldNotCopy $failure) {
            self::assertStringContainsString('/dev/full', $failure->getMessage());
        }
    }

    /** @param (\Closure(int): void)|null $moved */
    private function copy(string $source, string $to, ?int $bytes = null, ?\Closure $moved = null, ?ForgetsCache $cache = null): ProvenCopy
    {
        clearstatcache();

        return (new Copier($cache ?? self::noCache()))->copy($source, $bytes ?? (int) filesize($source), (int) @filemtime($source), $this->store->path.'/'.$to, $moved ?? static function (int $more): void {});
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
