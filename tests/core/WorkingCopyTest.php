<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\WorkingCopy;
use VelvetLedger\Tests\Folder;

final class WorkingCopyTest extends TestCase
{
    public function testItIsAsItsFileOrThereIsAReason(): void
    {
        $folder = new Folder();
        $file = $folder->put('a.jpg', random_bytes(3_000_000));
        WorkingCopy::make($file, $folder->path.'/b.jpg');
        self::assertFileEquals($file, $folder->path.'/b.jpg');
        foreach ([['gone.jpg', 'c.jpg', 'No such file'], ['a.jpg', 'no/c.jpg', 'No such file'], ['', 'c.jpg', 'directory']] as [$from, $to, $reason]) {
            try {
                WorkingCopy::make($folder->path.'/'.$from, $folder->path.'/'.$to);
                self::fail("$from was copied");
            } catch (CouldNotCopy $failure) {
                self::assertStringContainsString($reason, $failure->reason());
            }
        }
    }

    /** On a full file system of its own: copy_file_range(2) refuses, and PHP's copy() has no word for it. */
    public function testAFullFileSystemIsSaidToBeFull(): void
    {
        $folder = new Folder();
        $code = \sprintf('require %s; file_put_contents("a", str_repeat("x", 700_000)); @file_put_contents("c", str_repeat("x", 700_000)); try { %s::make("a", "b"); } catch (%s $failure) { echo $failure->reason(); }', var_export(\dirname(__DIR__, 2).'/vendor/autoload.php', true), WorkingCopy::class, CouldNotCopy::class);
        $process = new Process(['unshare', '-rm', 'sh', '-c', 'mount -t tmpfs -o size=1m tmpfs "$0" && cd "$0" && exec "$1" -r "$2"', $folder->path, \PHP_BINARY, $code]);
        $process->run();
        if (str_contains($process->getErrorOutput(), 'unshare') || str_contains($process->getErrorOutput(), 'mount:')) {
            self::markTestSkipped('nothing can be mounted here: '.$process->getErrorOutput());
        }
        self::assertSame('No space left on device', $process->getOutput(), $process->getErrorOutput());
    }
}
