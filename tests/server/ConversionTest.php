<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Console\DngCommand;
use VelvetLedger\Server\Console\ReceiptText;
use VelvetLedger\Server\Conversion\ConvertsRaw;
use VelvetLedger\Server\Conversion\LetsRawsGo;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Pages\DngsOfPlan;
use VelvetLedger\Server\Persistence\Conversions\ConversionRepository;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Stores\ChangeStores;
use VelvetLedger\Server\Stores\FramePictures;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Work\Dngs;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Stills;

/** Raws that become DNGs by their standing order: beside them or in their place, at stores that come and go, with and without stamps. */
final class ConversionTest extends LedgerTestCase
{
    private const FRAMES = 3;

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        for ($number = 1; $number <= self::FRAMES; ++$number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.ORW", Stills::raw("2026-05-04 21:14:0$number", $number));
        }
    }

    public function testADngComesToLieBesideEachRawWithItsStampAndIsProven(): void
    {
        $this->bringOn($this->start('CARD', self::order('beside the raw', ['texts' => ['creator' => 'Ada Tern']]))->id());
        self::assertSame('3 are still to be converted.', $this->sentence());
        self::assertSame(['Not yet: keep CARD as it is. Of 3 files, 3 are still to be converted.', 0], [$this->service(CardClearance::class)->of($this->card('CARD'))->sentence, \count($this->service(CardClearance::class)->cleared($this->card('CARD')))]);
        $this->convertAll();
        self::assertMatchesRegularExpression('/^3 raws, \d+ kB, became 3 DNGs, \d+ kB, all proven\.$/', $this->sentence());
        self::assertSame(['.dng', '.orw', '.xmp'], $this->endings('Anvil'));
        self::assertSame(FolderNames::in($this->at('Anvil')), FolderNames::in($this->at('Bellows')));
        foreach (['Anvil', 'Bellows'] as $drive) {
            self::assertSame('', (string) shell_exec('cd '.escapeshellarg($this->at($drive)).' && xxhsum -c --quiet checksums.xxh128 2>&1'));
        }
        self::assertSame("Ada Tern\nORL_0002.ORW\n2026:05:04 21:14:02\n", ExifTool::said('-s3 -Creator -OriginalRawFileName -DateTimeOriginal', $this->at('Anvil').'/2026-05-04_0002.dng'));
        self::assertTrue($this->service(CardClearance::class)->of($this->card('CARD'))->mayBeFormatted, 'by the raws\' copies');
        $this->convertAll();
        self::assertSame(3, $this->service(ConversionRepository::class)->sum(1)->proven, 'asked twice it is done once');
        self::assertSame([9, 9], [$this->ledger()->getConnection()->fetchOne('SELECT files FROM shoot'), $this->ledger()->getConnection()->fetchOne("SELECT sum(copies)::int FROM shoot_copies JOIN store ON store.id = store_id WHERE name = 'Anvil' AND state = 'proven'")], 'the sums of the shoot and the store have them');
    }

    public function testARawGoesOnlyWhenItsDngIsProvenAtEveryStore(): void
    {
        $this->bringOn($this->start('CARD', self::order('instead of the raw', [], true))->id());
        rename($this->store->path.'/Bellows', $this->store->path.'/.Bellows');
        $this->convertAll();
        self::assertSame(['.dng', '.orw'], $this->endings('Anvil'));
        self::assertStringContainsString('3 raws stay until its DNG is proven at every store.', $this->sentence());
        rename($this->store->path.'/.Bellows', $this->store->path.'/Bellows');
        foreach ($this->service(Stores::class)->all() as $store) {
            $this->fresh(OwedSteps::class)->all($store->id(), static fn () => null);
        }
        file_put_contents($this->at('Bellows').'/2026-05-04_0003.dng', 'damaged since');
        self::assertSame(2, $this->fresh(LetsRawsGo::class)->letGo(), 'each DNG is read once more: one is not as it was proven');
        self::assertFileExists($this->at('Anvil').'/2026-05-04_0003.orw');
        self::assertFileDoesNotExist($this->at('Bellows').'/2026-05-04_0001.orw');
        $receipt = $this->service(ReceiptText::class)->text($this->service(ReceiptRepository::class)->find(1));
        self::assertStringContainsString('became 3 DNGs', $receipt);
        self::assertSame(['2026-05-04_0001.dng', '2026-05-04_0002.dng', '2026-05-04_0003.orw'], array_map(static fn (ReceiptLine $line): ?string => $line->name, $this->lines()), 'the lines say what is there now');
        self::assertStringContainsString(', but for 2 raws: there are DNGs in their place, proven sample for sample.', (string) json_encode($this->service(ReceiptText::class)->view($this->service(ReceiptRepository::class)->find(1))));
        self::assertNotSame('', $this->service(FramePictures::class)->of(1, 160), 'a picture of what is there now');
        self::assertStringContainsString('2 raws were let go: the DNG is there in its place, at every store.', $this->sentence());
        self::assertTrue($this->service(CardClearance::class)->of($this->card('CARD'))->cleared >= 2, 'by the DNGs, which have the raws in them');
        self::assertSame(file_get_contents($this->reader->path.'/CARD/DCIM/100ORREL/ORL_0001.ORW'), ExifTool::said('-b -OriginalRawImage', $this->at('Anvil').'/2026-05-04_0001.dng'));
        $this->expectExceptionMessage('There is nothing to bring in'); // what went is held: the card gives nothing new
        $this->start('CARD', self::order('instead of the raw', [], true));
    }

    public function testWhatCannotBeConvertedStaysAndTheReceiptSaysWhy(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0009.ORW', substr(Stills::raw('2026-05-04 21:14:09', 9), 0, 2000));
        $this->bringOn($this->start('CARD', self::order('instead of the raw'))->id());
        file_put_contents($this->at('Anvil').'/2026-05-04_0003.dng', 'somebody else’s');
        $this->convertAll();
        self::assertStringContainsString('2 raws could not be converted and stay as they are.', $this->sentence());
        $refused = $this->service(ConversionRepository::class)->refusedOf(1);
        self::assertSame(['DCIM/100ORREL/ORL_0002.ORW', 'DCIM/100ORREL/ORL_0009.ORW'], array_column($refused, 0));
        self::assertStringContainsString('2026-05-04_0003.dng', $refused[0][1]);
        self::assertStringStartsWith('2026-05-04_0001.orw was not converted: ', $refused[1][1]);
        self::assertSame('somebody else’s', file_get_contents($this->at('Anvil').'/2026-05-04_0003.dng'));
        self::assertFileExists($this->at('Anvil').'/2026-05-04_0003.orw');
        self::assertSame([], glob($this->at('Anvil').'/.*.part'));
        unlink($this->at('Anvil').'/2026-05-04_0003.dng');
        $this->service(Dngs::class)->again(1);
        $this->convertAll();
        self::assertStringStartsWith('3 raws, ', $this->sentence(), 'tried again, what was in the way is gone');
    }

    public function testTheDeskSaysWhatItWillCostByWhatThisBodyGaveBefore(): void
    {
        $say = fn (Wishes $wishes): string => $this->fresh(DngsOfPlan::class)->of($this->service(Plans::class)->make($this->desk('CARD'), $wishes), $wishes->order->made->dngs)->sentence;
        self::assertSame('', $say(new Wishes()));
        self::assertMatchesRegularExpression('/^3 raws, \d+ kB\. No raw of Orrel M4 was converted so far, so time and size cannot be told\.$/', $say(self::order('instead of the raw')));
        $this->bringOn($this->start('CARD', self::order('beside the raw'))->id());
        $this->convertAll();
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0021.ORW', Stills::raw('2026-05-04 23:14:01', 21));
        self::assertMatchesRegularExpression('/^1 raw, 5\d kB, will be about \d+ kB of DNGs, in about a minute; on each store that (saves [\d.]+ kB|takes [\d.]+ kB more)\.$/', $say(self::order('instead of the raw')));
        self::assertMatchesRegularExpression('/; on each store that takes \d+ kB more\.$/', $say(self::order('beside the raw')));
        self::assertStringContainsString('cannot be told', $say(self::order('beside the raw', [], true)), 'with the raw in it none was made');
    }

    public function testTheCommandConvertsRestoresAndSaysWhatItCouldNot(): void
    {
        $raws = array_map(fn (int $n): string => $this->reader->path."/CARD/DCIM/100ORREL/ORL_000$n.ORW", [1, 2]);
        $bad = $this->reader->put('words.orw', 'no raw');
        $command = new CommandTester($this->service(DngCommand::class));
        self::assertSame(1, $command->execute(['in' => [...$raws, $bad], '--out' => $this->store->path, '--embed-raw' => true, '--json' => true]));
        $said = json_decode($command->getDisplay(), true);
        self::assertIsArray($said);
        self::assertSame(['proven', 'proven', 'failed'], array_column($said, 'verdict'));
        self::assertStringEndsWith('words.orw was not converted: LibRaw does not know it as a raw.', \is_array($said[2]) && \is_string($said[2]['error']) ? $said[2]['error'] : '');
        self::assertSame(1, $command->execute(['in' => [$raws[0]], '--out' => $this->store->path]), 'what stands there stays');
        self::assertStringContainsString('a file stands there already', $command->getDisplay());
        self::assertSame(0, $command->execute(['in' => [$this->store->path.'/ORL_0001.dng'], '--restore' => true]));
        self::assertStringContainsString('1 raw restored', $command->getDisplay());
        self::assertFileEquals($raws[0], $this->store->path.'/ORL_0001.ORW');
    }

    /** The order asks for two copies, and one store is left. */
    public function testWithOneStoreLeftARawStaysBesideItsDng(): void
    {
        $this->bringOn($this->start('CARD', self::order('instead of the raw', [], true))->id());
        $this->service(ChangeStores::class)->role($this->service(Stores::class)->find(2), StoreRole::Former);
        $this->convertAll();
        self::assertSame(['.dng', '.orw'], $this->endings('Anvil'));
        $this->ledger()->getConnection()->executeStatement("UPDATE intake SET standing_order = jsonb_set(standing_order::jsonb, '{copies,number}', '1')::json");
        self::assertSame(3, $this->fresh(LetsRawsGo::class)->letGo());
        self::assertSame(0, $this->fresh(LetsRawsGo::class)->letGo());
        self::assertSame(['.dng'], $this->endings('Anvil'));
    }

    /** unlink(2) is refused for a file that is immutable (ioctl_iflags(2)), which only root makes it. */
    public function testARawThatItsDriveDoesNotLetGoIsThereStill(): void
    {
        if (0 !== posix_geteuid()) {
            self::markTestSkipped('only root makes a file immutable');
        }
        $this->bringOn($this->start('CARD', self::order('instead of the raw', [], true))->id());
        $held = $this->at('Bellows').'/2026-05-04_0001.orw';
        $hold = static fn (string $how): int => (new Process(['chattr', $how, $held]))->run();
        self::assertSame(0, $hold('+i'), 'ext4, xfs, btrfs and tmpfs know it');
        try {
            $this->convertAll();
            self::assertSame([['.dng'], ['.dng', '.orw']], [$this->endings('Anvil'), $this->endings('Bellows')]);
            self::assertSame(['let go', 'let go', 'proven'], $this->column("SELECT state FROM copy WHERE store_id = 2 AND path LIKE '%.orw' ORDER BY state"));
            self::assertSame(0, $this->fresh(LetsRawsGo::class)->letGo(), 'tried again, it is there still');
        } finally {
            $hold('-i');
        }
        self::assertSame(1, $this->fresh(LetsRawsGo::class)->letGo());
        self::assertSame(['.dng'], $this->endings('Bellows'));
    }

    private function convertAll(): void
    {
        foreach ($this->ledger()->getConnection()->fetchFirstColumn('SELECT id FROM conversion ORDER BY id') as $id) {
            $this->fresh(ConvertsRaw::class)->convert(is_numeric($id) ? (int) $id : 0);
        }
        $this->fresh(LetsRawsGo::class)->letGo();
    }

    private function sentence(): string
    {
        return $this->service(ConversionRepository::class)->sum(1)->sentence();
    }

    /** @return list<string> */
    private function endings(string $drive): array
    {
        return array_values(array_unique(array_map(static fn (string $name): string => (string) strrchr($name, '.'), array_filter(FolderNames::in($this->at($drive)), static fn (string $name): bool => str_starts_with($name, '2026')))));
    }

    private function at(string $drive): string
    {
        return $this->store->path."/$drive/pictures/2026/2026-05-04";
    }

    /** @param array<string, mixed> $stamps */
    private static function order(string $mode, array $stamps = [], bool $embed = false): Wishes
    {
        return new Wishes(OrderDocument::read(['dng' => ['mode' => $mode, 'embedRaw' => $embed, 'cardWaits' => true], 'stamps' => $stamps + ['slip' => '']] + OrderDocument::of(StandingOrder::byTheDay())));
    }
}
