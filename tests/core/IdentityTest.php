<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Uid\Uuid;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Core\Card\CardListing;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Tests\Folder;

/** What a card and a store are, wherever they are mounted and whatever they are called. */
final class IdentityTest extends TestCase
{
    public function testACardIsTheSameWhereverItIsMountedAndFilledFurtherAndAnotherOnceItIsFormatted(): void
    {
        $full = self::listing(['100ORREL/ORL_0001.JPG' => 5, '100ORREL/ORL_0002.JPG' => 6]);
        $more = self::listing(['100ORREL/ORL_0001.JPG' => 5, '100ORREL/ORL_0002.JPG' => 6, '101ORREL/ORL_0001.JPG' => 7, 'MISC/x.mrk' => 1]);
        $filledAnew = self::listing(['100ORREL/ORL_0001.JPG' => 9]);
        foreach ([null, '1A2B-3C4D'] as $uuid) {
            $card = CardIdentity::of($uuid, 'ORREL_A', $full, 'Orrel M4, no. 7 p');
            self::assertSame($card->key(), CardIdentity::of($uuid, 'ORREL_A', $more, 'Orrel M4, no. 7 p')->key(), 'a few frames more');
            self::assertNotSame($card->key(), CardIdentity::of($uuid, 'ORREL_A', $filledAnew, 'Orrel M4, no. 7 p')->key(), 'formatted and filled anew');
            self::assertNotSame($card->key(), CardIdentity::of($uuid, 'ORREL_A', $full, 'Orrel M4, no. 8 p')->key(), 'of another camera');
            self::assertSame([true, true, false], [CardIdentity::holds($more, $card->first), CardIdentity::holds($more, $card->last), CardIdentity::holds($filledAnew, $card->last)]);
        }
        $one = CardIdentity::of('1A2B-3C4D', 'ORREL_A', $full, '');
        self::assertSame(['volume 1A2B-3C4D', 'volume 1A2B-3C4D'], [$one->name(), CardIdentity::of('1A2B-3C4D', 'ORREL_A1', $filledAnew, '')->name()], 'a volume stays the one it is');
        self::assertNotSame($one->key(), CardIdentity::of('9F00-0001', 'ORREL_A', $full, '')->key(), 'two volumes of one label');
        $empty = CardIdentity::of(null, 'SPARE', new CardListing([], []), '');
        self::assertSame(['', '', false], [$empty->first, $empty->last, CardIdentity::holds($full, $empty->first)]);
    }

    public function testAStoresMarkHoldsItsUuidAndIsWrittenWholeOrNotAtAll(): void
    {
        $store = new Folder();
        $uuid = Uuid::v4()->toRfc4122();
        self::assertTrue(StoreMark::put($store->path, $uuid, "Anvil\nof two lines"));
        $read = static fn (): array => [StoreMark::at($store->path)?->uuid, StoreMark::at($store->path)?->name];
        self::assertSame([$uuid, 'Anvil of two lines'], $read());
        self::assertFalse(StoreMark::put($store->path.'/gone', $uuid, 'Anvil'));
        $store->put(StoreMark::FILE, "Main\n");
        self::assertSame([null, 'Main'], $read(), 'as earlier versions marked a store');
    }

    /** @param array<string, int> $files path below DCIM => bytes */
    private static function listing(array $files): CardListing
    {
        return new CardListing(array_map(static fn (string $path, int $bytes): CardFile => new CardFile('DCIM/'.$path, $bytes, 1_777_900_000), array_keys($files), $files), []);
    }
}
