<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Core\Store\Device;
use VelvetLedger\Core\Store\Drive;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Pages\StoresPage;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Stores\ChangeStores;
use VelvetLedger\Server\Stores\CouldNotChoose;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\MonthOfProofs;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Tools\Disks;
use VelvetLedger\Server\Tools\Mount;
use VelvetLedger\Server\Tools\MountTable;
use VelvetLedger\Server\View\Stores\StorePageView;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** Which drives are attached, on which of them a store lies, and what is said of each store. */
final class DrivesTest extends LedgerTestCase
{
    /** Fields of a line: proc(5), /proc/PID/mountinfo. A blank in a name is \040 there. */
    public function testDrivesAreMountsThatFilesCanBeKeptOn(): void
    {
        $there = Folder::onDrive();
        foreach (['media/BACK UP', 'media/share', 'media/CARD/DCIM', 'media/under/over', 'gone'] as $folder) {
            mkdir($there->path.'/'.$folder, 0o777, true);
        }
        rmdir($there->path.'/gone');
        $line = static fn (int $id, string $number, string $point, string $type, string $source, string $options = 'rw,relatime'): string => "$id 1 $number / $there->path/$point $options shared:$id - $type $source rw\n";
        $table = $there->put('mountinfo', $line(20, '8:1', 'media', 'ext4', '/dev/sda1')
            .$line(21, '8:17', 'media/BACK\040UP', 'vfat', '/dev/sdb1', 'ro,nosuid')
            .$line(22, '0:44', 'media/share', 'nfs4', 'nas:/pictures')
            .$line(23, '8:33', 'media/CARD', 'exfat', '/dev/sdc1')
            .$line(24, '0:5', 'media/under', 'proc', 'proc')
            .$line(25, '0:6', 'gone', 'ext4', '/dev/sdd1')
            ."a line of another form\n\n");
        $mounts = new MountTable($table);
        $drives = (new Drives(new Settings([]), $mounts))->all();
        self::assertSame(['BACK UP', 'media', 'share'], array_map(static fn (Drive $drive): string => $drive->label, $drives), 'a memory card is no place for copies');
        [$backUp, $media, $share] = $drives;
        self::assertSame([true, 'vfat', false], [$backUp->isReadOnly, $backUp->type, $backUp->hasLinks()]);
        self::assertSame([false, 'ext4', true], [$media->isReadOnly, $media->type, $media->tellsCaseApart()]);
        self::assertSame(['host nas', true], [$share->device, null !== $share->freeBytes]);
        self::assertSame($there->path.'/media/BACK UP', $mounts->of($there->path.'/media/BACK UP')?->point, 'what is mounted further in lies on top');
        self::assertSame($there->path.'/media', $mounts->of($there->path.'/media')?->point);
        self::assertNull($mounts->of($there->path.'/media/not there'));
        self::assertNull((new MountTable('/nowhere'))->of($there->path), 'on a system without such a table nothing is told');
    }

    /** A machine as sysfs(5) and udev(7) tell of it: two disks in partitions, one encrypted volume, a logical one over both, a USB disk, one that says nothing of itself. */
    public function testADeviceIsWhatTheDiskSaysOfItself(): void
    {
        $made = new Folder();
        foreach (['sda' => '8:0', 'sdb' => '8:16', 'sdc' => '8:32', 'vda' => '254:0', 'nvme0n1' => '259:0'] as $disk => $number) {
            $made->put("sys/devices/$disk/dev", $number);
        }
        $made->put('sys/devices/sda/device/wwid', "naa.5002538e40a1b2c3\n");
        $made->put('sys/devices/nvme0n1/wwid', "eui.0025385b81b01234\n");
        foreach (['sda1' => '8:1', 'sda2' => '8:2'] as $partition => $number) {
            $made->put("sys/devices/sda/$partition/dev", $number);
            $made->put("sys/devices/sda/$partition/partition", '1');
        }
        $made->put('sys/devices/usb1/idVendor', '1d6b');
        $made->put('sys/devices/usb1/serial', "WX71A  5C\n");
        mkdir($made->path.'/sys/devices/usb1/host/target', 0o777, true);
        symlink('../usb1/host/target', $made->path.'/sys/devices/sdb/device');
        $made->put('udev/b8:32', "N:sdc\nE:ID_PART_TABLE_UUID=5c7e4e5d-2f\nE:ID_BUS=usb\n");
        foreach (['dm-0' => ['sda/sda2'], 'dm-1' => ['dm-0', 'nvme0n1']] as $volume => $slaves) {
            mkdir($made->path."/sys/devices/$volume/slaves", 0o777, true);
            foreach ($slaves as $slave) {
                symlink("../../$slave", $made->path."/sys/devices/$volume/slaves/".basename($slave));
            }
        }
        mkdir($made->path.'/sys/dev/block', 0o777, true);
        mkdir($made->path.'/sys/class/block', 0o777, true);
        mkdir($made->path.'/sys/fs/btrfs/1b9d/devices', 0o777, true);
        foreach (['8:0' => 'sda', '8:1' => 'sda/sda1', '8:2' => 'sda/sda2', '8:16' => 'sdb', '8:32' => 'sdc', '254:0' => 'vda', '253:0' => 'dm-0', '253:1' => 'dm-1'] as $number => $device) {
            symlink("../../devices/$device", $made->path.'/sys/dev/block/'.$number);
            symlink("../../devices/$device", $made->path.'/sys/class/block/'.basename($device));
        }
        symlink('../../../../devices/sda/sda2', $made->path.'/sys/fs/btrfs/1b9d/devices/sda2');
        symlink('../../../../devices/sdc', $made->path.'/sys/fs/btrfs/1b9d/devices/sdc');
        $disks = new Disks($made->path.'/sys', $made->path.'/udev');
        $cases = [
            ['disk naa.5002538e40a1b2c3', '8:1', 'ext4', '/dev/none/sda1'],
            ['disk 5c7e4e5d-2f + disk naa.5002538e40a1b2c3', '0:33', 'btrfs', '/dev/sda2'],
            ['disk WX71A 5C', '8:16', 'exfat', '/dev/sdb'],
            ['disk WX71A 5C', '0:45', 'fuseblk', '/dev/sdb'],
            ['disk naa.5002538e40a1b2c3', '253:0', 'ext4', '/dev/mapper/secret'],
            ['disk eui.0025385b81b01234 + disk naa.5002538e40a1b2c3', '253:1', 'xfs', '/dev/mapper/both'],
            ['attached as vda', '254:0', 'ext4', '/dev/vda'],
            ['host nas', '0:46', 'nfs4', 'nas:/pictures'],
            ['host nas', '0:47', 'cifs', '//NAS/other'],
            ['host nas', '0:48', 'fuse.sshfs', 'ada@nas:'],
            ['host [fe80::1]', '0:49', 'nfs', '[fe80::1]:/pictures'],
            ['', '0:50', 'tmpfs', 'tmpfs'],
            ['', '4095:1', 'ext4', '/dev/sdz'],
        ];
        foreach ($cases as [$device, $number, $type, $source]) {
            self::assertSame($device, $disks->of(new Mount('/media/x', '/', $number, $type, $source, false)), $number);
        }
    }

    public function testWhatCannotBeToldApartIsOne(): void
    {
        foreach ([
            [2, ['disk a', 'disk b'], []], [1, ['disk a', 'disk a'], []], [2, ['disk a'], ['disk b']], [1, ['disk a', ''], []], [1, ['', ''], []], [1, [], ['']], [0, [], []],
            [2, ['attached as sda', 'attached as sdb'], []], [2, ['attached as sda', 'disk a'], []], [1, ['attached as sda'], ['attached as sdb']], [1, ['attached as sda'], ['disk b']],
            [1, ['disk a + disk b', 'disk b'], []], [2, ['disk a + disk b', 'disk c'], []],
        ] as [$least, $here, $away]) {
            self::assertSame($least, Device::atLeast($here, $away), implode(', ', $here).' | '.implode(', ', $away));
        }
    }

    public function testAStoresDriveIsToldAndAMirrorOnTheSameDeviceIsWarnedAbout(): void
    {
        $this->drives('Bellows');
        self::assertSame([], $this->pageOf('Bellows')->warnings);
        mkdir($this->store->path.'/Bellows/second');
        $this->service(ChangeStores::class)->add($this->store->path.'/Anvil', 'Beside', StoreRole::Mirror, 'second');
        self::assertSame(['It lies on the same device as Anvil (the drive Anvil): when that device fails, both copies are gone.'], $this->pageOf('Beside')->warnings);
        self::assertSame(['Anvil', 'Bellows'], array_map(static fn (object $drive): string => $drive->label, $this->service(StoresPage::class)->view()->drives));
    }

    public function testAStoreShowsTheMonthsOfItsProofsAndWhatAProofWouldTake(): void
    {
        $this->drives('Bellows');
        foreach ([1, 2, 3] as $number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg("2026-05-04 21:14:0$number", $number));
        }
        self::assertSame([[], null, null], [$this->pageOf('Anvil')->sums->ages, $this->pageOf('Anvil')->cardsMore, $this->pageOf('Anvil')->secondsToProve]);
        $this->bringIn('CARD');
        $this->ledger()->getConnection()->executeStatement("UPDATE copy SET proven_at = '2025-03-15 12:00:00+00' WHERE id = (SELECT min(c.id) FROM copy c JOIN store s ON s.id = c.store_id WHERE s.name = 'Anvil')");
        $this->ledger()->getConnection()->executeStatement("UPDATE store SET bytes_per_second = 1000 WHERE name = 'Anvil'");
        $page = $this->pageOf('Anvil');
        self::assertEquals([new MonthOfProofs('2025-03', 1), new MonthOfProofs((new \DateTimeImmutable())->format('Y-m'), 2)], $page->sums->ages);
        self::assertStringStartsWith('2025-03-15', (string) $page->sums->oldestProof);
        self::assertSame($page->sums->bytes / 1000, $page->secondsToProve);
        self::assertGreaterThan(0, $page->cardsMore);
    }

    public function testTheMainStoreIsNotChangedUnderAnIntake(): void
    {
        $this->drives('Bellows');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01', 1));
        $intake = $this->start('CARD')->id();
        $mirror = $this->service(Stores::class)->all()[1];
        try {
            $this->service(ChangeStores::class)->role($mirror, StoreRole::Main);
            self::fail('its files would lie in two trees');
        } catch (CouldNotChoose $refused) {
            self::assertStringContainsString('An intake is under way', $refused->getMessage());
        }
        $this->bringOn($intake);
        $this->service(ChangeStores::class)->role($this->service(Stores::class)->all()[1], StoreRole::Main);
        self::assertSame('Bellows', $this->service(Stores::class)->main()->name);
    }

    public function testAStoreIsKnownByItsMarkWhenItIsAddedAgain(): void
    {
        $this->drives('Bellows');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01', 1));
        $this->bringIn('CARD');
        $mirror = $this->service(Stores::class)->all()[1];
        $this->service(ChangeStores::class)->role($mirror, StoreRole::Former);
        self::assertCount(1, $this->service(Stores::class)->all());
        $again = $this->service(ChangeStores::class)->add($this->store->path.'/Bellows/pictures', 'New bellows', StoreRole::Mirror);
        self::assertSame([$mirror->id(), $mirror->uuid, 'New bellows'], [$again->id(), StoreMark::at($this->store->path.'/Bellows/pictures')?->uuid, $again->name()]);
        self::assertSame([1, 0], [$this->pageOf('New bellows')->sums->proven, $this->pageOf('New bellows')->sums->owed], 'what it held it holds');
        $entries = array_filter($this->ledger()->getConnection()->fetchFirstColumn('SELECT entry FROM day_book_entry ORDER BY id'), \is_string(...));
        self::assertStringEndsWith('is a mirror store again.', (string) end($entries));
    }

    private function pageOf(string $store): StorePageView
    {
        foreach ($this->fresh(StoresPage::class)->view()->stores as $page) {
            if ($page->name === $store) {
                return $page;
            }
        }
        self::fail("$store is not on the page");
    }
}
