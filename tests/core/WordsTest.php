<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Core\Card\CardListing;
use VelvetLedger\Core\Format\Extent\Shortfall;
use VelvetLedger\Core\Held\HeldFrame;
use VelvetLedger\Core\Naming\ExtensionCase;
use VelvetLedger\Core\Plan\JoinedName;
use VelvetLedger\Core\Receipt\CopiesAt;
use VelvetLedger\Core\Receipt\OfWhich;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Receipt\SlowOne;
use VelvetLedger\Core\Receipt\Sum;
use VelvetLedger\Core\Receipt\Summary;
use VelvetLedger\Core\Receipt\Verdict;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Tests\OnCard;

/** Sizes, days, kinds and verdicts as they are put into words. */
final class WordsTest extends TestCase
{
    /** @return iterable<int, array{int, string}> */
    public static function sizes(): iterable
    {
        foreach ([0 => '0 kB', 1 => '1 byte', 100 => '100 bytes', 999 => '999 bytes', 1000 => '1.0 kB', 9949 => '9.9 kB', 20_000 => '20 kB', 1_500_000 => '1.5 MB', 14_200_000_000 => '14.20 GB', 1_100_000_000_000 => '1.10 TB'] as $bytes => $words) {
            yield [$bytes, $words];
        }
    }

    #[DataProvider('sizes')]
    public function testSizesArePowersOfTenAndNothingIsNoughtPointNought(int $bytes, string $words): void
    {
        self::assertSame($words, Size::of($bytes));
    }

    public function testADayIsWrittenInOneStyle(): void
    {
        self::assertSame('Mon 4 May 2026', Day::of('2026-05-04'));
        self::assertSame('Mon 4 May 2026', Day::of('2026-05-04T21:14:09'));
        self::assertSame('Tue 29 February 2028', Day::of('2028-02-29'));
        self::assertSame('no date', Day::of('no date'));
    }

    public function testARenderedStillIsCountedByItsFormat(): void
    {
        $counted = [];
        foreach (['a.JPG', 'a.jpe', 'a.png', 'a.TIF', 'a.heic', 'a.HIF', 'a.avif', 'a.jxl', 'a.webp', 'a.ORW', 'a.xmp', 'a.mov', 'a.wav', 'a.doc'] as $name) {
            $counted[] = (new CardFile("DCIM/100ORREL/$name", 1, 0))->countedAs();
        }
        self::assertSame(['JPEG', 'JPEG', 'PNG', 'TIFF', 'HEIC', 'HEIC', 'AVIF', 'JPEG XL', 'WebP', 'still raw', 'sidecar', 'moving picture', 'voice note', 'unknown'], $counted);
    }

    public function testWhatThereIsOfAPicture(): void
    {
        self::assertSame('20 kB of a picture that says more', (new Shortfall(20_000))->inWords());
        self::assertSame('20 kB of a picture of 8.1 MB', (new Shortfall(20_000, 8_100_000))->inWords());
        self::assertSame('1 byte of a picture of 20 bytes', (new Shortfall(1, 20))->inWords());
    }

    public function testAReceiptSaysWhatWasCutOffAndWhatIsAboutToBegin(): void
    {
        $summary = new Summary([new Sum(Outcome::BroughtIn, 3, 3, 900)]);
        $copies = [new CopiesAt('Anvil', 3, 0, 0), new CopiesAt('Bellows', 3, 0, 0)];
        self::assertSame('3 files of this card are on Anvil and Bellows, read back and equal to the card.', Verdict::of($summary, $copies)->sentence);
        self::assertStringEndsWith('equal to the card. One of them was cut off on the card already: what there is of it came in.', Verdict::of($summary, $copies, new OfWhich(cutOff: 1))->sentence);
        self::assertStringEndsWith('read back and equal to the card, but for one that could not be read on it, and came from its twin on another.', Verdict::of($summary, $copies, new OfWhich(twins: 1))->sentence);
        self::assertStringContainsString('2 files were let go for good since.', Verdict::of($summary, $copies, new OfWhich(letGo: 2))->sentence);
        self::assertStringEndsWith('1,200 of them were cut off on the card already: what there is of them came in.', Verdict::of($summary, $copies, new OfWhich(cutOff: 1200))->sentence);
        self::assertSame(['Two proven copies', false], [Verdict::of($summary, $copies, new OfWhich(cutOff: 1))->heading, Verdict::of($summary, $copies, new OfWhich(cutOff: 1))->isTroubled], 'what there was is as safe as the rest');
        self::assertStringContainsString('say "not yet"', Verdict::begins()->sentence);
        self::assertStringContainsString('Nothing was copied', Verdict::takenBack()->sentence);
    }

    /** @param array{float, float, array<string, float>, int|null} $waited for the card, the stamps, each store, and the reader's port */
    #[TestWith(['', 4.9, [4.9, 0.0, [], null]])]
    #[TestWith(['The card was the slow one: of 5 min 30 s, 4 min 10 s were waited for it, 40 s for Anvil, 21 s for Bellows.', 330.0, [250.0, 0.2, ['Bellows' => 21.4, 'Anvil' => 40.0], 5000]])]
    #[TestWith(['Its reader was the slow one, at a port of 480 Mbit/s, which gave 40.0 MB a second: of 5 min 30 s, 4 min 10 s were waited for it.', 330.0, [250.0, 0.0, ['Anvil' => 0.4], 480]])]
    #[TestWith(['Bellows was the slow one: of 1 min, 50 s were waited for it, 5 s for its reader.', 60.0, [5.0, 0.0, ['Anvil' => 0.4, 'Bellows' => 50.0], 480]])]
    #[TestWith(['The stamps were the slow one: of 1 min, 31 s were waited for them, 12 s for the card.', 60.0, [12.0, 31.0, [], null]])]
    #[TestWith(['Neither card nor drives were waited for long: of 1 min, 12 s for the card.', 60.0, [12.0, 0.0, [], null]])]
    public function testAReceiptSaysWhichWasTheSlowOne(string $words, float $seconds, array $waited): void
    {
        [$card, $stamps, $stores, $port] = $waited;
        self::assertSame($words, (new SlowOne($seconds, 10_000_000_000, $card, $stamps, array_map(static fn (string $name, float $time): array => [$name, $time], array_keys($stores), $stores), $port))->sentence());
    }

    public function testFilesThatJoinAFrameTakeItsNameAndAreToldApart(): void
    {
        $frame = OnCard::frame('ORL_0001', '2026-05-04 21:00:01', ['ORW', 'JPG', 'xmp'])->frame;
        $names = static fn (string ...$endings): array => array_map(static fn (CardFile $file): string => (new JoinedName(new HeldFrame(1, 1, 'x', 'boats_0041', array_values($endings)), ExtensionCase::Lower))->ofFile($file, $frame), $frame->files);
        self::assertSame(['boats_0041.orw', 'boats_0041.jpg', 'boats_0041.xmp'], $names());
        self::assertSame(['boats_0041b.orw', 'boats_0041.jpg', 'boats_0041.xmp'], $names('.orw'));
        self::assertSame(['boats_0041c.orw', 'boats_0041b.jpg', 'boats_0041.xmp'], $names('.orw', 'b.orw', '.jpg'));
    }

    public function testACardIsNamedTheSameOnItsReceiptAsOnItsDesk(): void
    {
        $listing = new CardListing([new CardFile('DCIM/100ORREL/ORL_0001.JPG', 100, 7)], []);
        foreach (['1A2B-3C4D', null] as $uuid) {
            $card = CardIdentity::of($uuid, 'CARD', $listing, 'Orrel M4');
            self::assertSame($card->key(), CardIdentity::keyOf($card->name(), $card->label, $card->first), $uuid ?? 'told by its contents');
        }
    }
}
