<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Core\Store\Drive;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Pages\StoresPage;
use VelvetLedger\Server\Persistence\StoreRole;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Stores\ChangeStores;
use VelvetLedger\Server\Stores\CouldNotChoose;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\MonthOfProofs;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Tools\Mount;
use VelvetLedger\Server\Tools\MountTable;
use VelvetLedger\Server\View\StorePageView;
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
        self::assertSame(['nas:/pictures', true], [$share->device, null !== $share->freeBytes]);
        self::assertSame($there->path.'/media/BACK UP', $mounts->of($there->path.'/media/BACK UP')?->point, 'what is mounted further in lies on top');
        self::assertSame($there->path.'/media', $mounts->of($there->path.'/media')?->point);
        self::assertNull($mounts->of($there->path.'/media/not there'));
        self::assertNull((new MountTable('/nowhere'))->of($there->path), 'on a system without such a table nothing is told');
    }

    public function testADeviceIsThatOfItsPartitionOrWhatIsMounted(): void
    {
        $device = static fn (string $number, string $source): string => (new Mount('/media/x', '/', $number, 'ext4', $source, false))->device();
        self::assertSame(['sdz', 'nas:/pictures'], [$device('4095:1', '/dev/sdz'), $device('0:4095', 'nas:/pictures')]);
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
