<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\RequiresOperatingSystemFamily;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Card\FolderList;
use VelvetLedger\Core\Card\ListsFolder;
use VelvetLedger\Core\Card\PlainList;
use VelvetLedger\Server\Tools\Confined;
use VelvetLedger\Server\Tools\ListsWithLibrary;
use VelvetLedger\Server\Tools\MountTable;
use VelvetLedger\Server\Tools\VolumesOfLinux;
use VelvetLedger\Tests\Folder;

/** What the operating system is asked, and what is made of its answers. */
final class ToolsTest extends TestCase
{
    public function testAFolderIsListedAsPhpListsIt(): void
    {
        $folder = new Folder();
        foreach (['b.JPG', '.hidden', 'a b', "new\nline", 'é', "latin \xE9", '0'] as $name) {
            $folder->put($name, '');
        }
        foreach ([new ListsWithLibrary(), new PlainList()] as $list) {
            self::assertEquals(new FolderList(['.hidden', '0', 'a b', 'b.JPG', "latin \xE9", "new\nline", 'é'], null), $list->names($folder->path));
            self::assertEquals(new FolderList([], 'No such file or directory'), $list->names($folder->path.'/gone'));
            self::assertEquals(new FolderList([], 'Not a directory'), $list->names($folder->path.'/a b'));
        }
    }

    /** The kernel gives EINVAL for /proc/PID/net of a process that is gone (fs/proc/proc_net.c): a real folder whose list breaks off. */
    #[RequiresOperatingSystemFamily('Linux')]
    public function testAListThatBreaksOffIsNoWholeList(): void
    {
        $process = new Process(['sleep', '60']);
        $process->start();
        $lists = new ListsWithLibrary();
        $handle = $lists->open('/proc/'.$process->getPid().'/net');
        self::assertInstanceOf(\FFI\CData::class, $handle);
        $process->stop(0);
        self::assertSame('Invalid argument', $lists->rest($handle)->error);
    }

    public function testWhatWasListedIsKeptAndTheRestIsDamage(): void
    {
        $card = new Folder();
        $card->put('DCIM/100ORREL/ORL_0001.JPG', 'x');
        $card->put('DCIM/101ORREL/ORL_0001.JPG', 'x');
        $breaks = new class implements ListsFolder {
            public function names(string $folder): FolderList
            {
                $whole = (new PlainList())->names($folder);

                return match (basename($folder)) {
                    '100ORREL' => new FolderList($whole->names, 'Input/output error'),
                    '101ORREL' => new FolderList([], 'Permission denied'),
                    default => $whole,
                };
            }
        };
        $listing = (new CardWalker($breaks))->list($card->path);
        self::assertSame(['DCIM/100ORREL/ORL_0001.JPG'], array_column($listing->files, 'path'));
        self::assertSame([
            'DCIM/100ORREL' => 'the list of this folder broke off after 1 names: Input/output error. There may be more in it',
            'DCIM/101ORREL' => 'this folder could not be listed: Permission denied',
        ], array_column($listing->troubles, 'reason', 'path'));
        self::assertSame([true, true], array_column($listing->troubles, 'isDamage'));
    }

    /** proc(5), /proc/[pid]/mountinfo: fields 4 and 5 are root and mount point, blanks as \040; source is the second field after the hyphen. */
    public function testAVolumeIsToldByItsUuidWhereItIsMounted(): void
    {
        $there = new Folder();
        foreach (['media/ORREL A', 'media/TOWER', 'media/BOUND'] as $mount) {
            mkdir($there->path.'/'.$mount, 0o777, true);
        }
        $there->put('dev/sdb1', '');
        $there->put('dev/sdc1', '');
        mkdir($there->path.'/by-uuid');
        symlink('../dev/sdb1', $there->path.'/by-uuid/1A2B-3C4D');
        symlink('../dev/sdc1', $there->path.'/by-uuid/9F00-0001');
        $mounts = $there->put('mountinfo', implode("\n", [
            "22 1 8:1 / / rw,relatime shared:1 - ext4 {$there->path}/dev/sda1 rw",
            "36 22 8:17 / {$there->path}/media/ORREL\\040A rw,nosuid shared:9 - vfat {$there->path}/dev/sdb1 rw",
            "37 22 8:33 / {$there->path}/media/TOWER rw - exfat {$there->path}/dev/sdc1 rw",
            "38 22 8:33 /DCIM {$there->path}/media/BOUND rw - exfat {$there->path}/dev/sdc1 rw",
            '39 22 0:5 / /media/none rw - tmpfs tmpfs rw',
        ]));
        $volumes = new VolumesOfLinux(new MountTable($mounts), $there->path.'/by-uuid');
        $uuids = array_map(static fn (string $path): ?string => $volumes->uuid($there->path.'/media/'.$path), ['ORREL A', 'TOWER', 'BOUND', '', 'GONE']);
        self::assertSame(['1A2B-3C4D', '9F00-0001', null, null, null], $uuids);
        self::assertNull((new VolumesOfLinux(new MountTable('/nowhere'), '/nowhere'))->uuid($there->path));
    }

    /** Source: proc(5), capabilities(7). */
    public function testWhatTakesStrangersFilesApartHasNoNetworkAndNoRightsToGain(): void
    {
        $listens = stream_socket_server('tcp://127.0.0.1:0');
        self::assertNotFalse($listens);
        $connect = \sprintf('exec 3<>/dev/tcp/127.0.0.1/%s && echo reached', substr((string) strrchr((string) stream_socket_get_name($listens, false), ':'), 1));
        $run = static function (string ...$command): string {
            $process = new Process([...Confined::to(1_000_000_000, 5), ...$command]);
            $process->run();

            return $process->getOutput();
        };
        self::assertSame("reached\n", (string) shell_exec('bash -c '.escapeshellarg($connect)), 'from here it answers');
        $allowed = 0 === (new Process(['unshare', ...0 === posix_geteuid() ? [] : ['--map-current-user'], '--net', '--', 'true']))->run();
        self::assertSame($allowed ? '' : "reached\n", $run('bash', '-c', $connect));
        $status = $run('cat', '/proc/self/status');
        self::assertStringContainsString("NoNewPrivs:\t1", $status);
        self::assertMatchesRegularExpression('/^CapEff:\t'.(0 === posix_geteuid() ? '0{15}4' : '0{16}').'$/m', $status, 'of root\'s rights only CAP_DAC_READ_SEARCH, 1 << 2');
        self::assertSame("976562\n5\n", $run('sh', '-c', 'ulimit -v; ulimit -t'), 'kilobytes, seconds');
    }
}
