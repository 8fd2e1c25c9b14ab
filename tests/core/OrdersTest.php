<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\JsonText;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Tests\OnCard;

/** Standing orders as documents: written, read again, and refused with the line that is wrong. */
final class OrdersTest extends TestCase
{
    private const FULL = <<<'JSON'
        {
          "velvetLedger": "standing order",
          "version": 1,
          "name": "Weddings, two bodies",
          "bring": "raw only", "clips": "in a subfolder", "others": "in a folder of the card's name",
          "shoots": { "pauseMinutes": 90, "dayTurnsAt": 4 },
          "destination": { "kindOfWork": "Weddings", "folder": "work/weddings" },
          "folders": { "levels": [[{ "piece": "date taken", "fields": "yyyy" }], [{ "piece": "description", "style": "as written" }]], "between": " " },
          "subfolders": { "make": ["originals", "exports/full"], "framesInto": "originals", "trees": [{ "name": "finished", "root": "Finished", "store": "Coffer", "make": ["web"], "withShoot": true }] },
          "names": {
            "pieces": [
              { "piece": "initials", "text": "TT" },
              { "piece": "date taken", "fields": "yyyyMMdd" },
              { "piece": "sequence", "start": 100, "digits": 5, "scope": "running on" }
            ],
            "between": "-",
            "extension": "as the camera wrote it"
          },
          "copies": {
            "number": 3, "readTwice": true, "sha256": true, "seenNow": true, "second": "kept, after first look"
          },
          "stamps": {
            "slip": "Tern & Tallow", "texts": { "creator": "Ada Tern" }, "keywords": [["places", "Quillhaven"]], "parents": false, "jpegSidecar": true, "iim": true, "dngSidecar": false
          },
          "dng": {
            "mode": "instead of the raw", "previewEdge": 1024, "embedRaw": true, "cardWaits": true
          },
          "afterwards": {
            "open": "editor", "eject": true, "dropped": "Not wanted", "selects": "copied", "album": "evenings"
          }
        }
        JSON;

    public function testAnOrderIsWrittenAsItWasReadAndSatisfiesThePublishedSchema(): void
    {
        $order = JsonText::read(self::FULL, OrderDocument::read(...));
        self::assertSame(json_decode(self::FULL, true), OrderDocument::of($order));
        self::assertSame([90, 4, 'work/weddings', 100], [$order->shoots->pauseMinutes, $order->shoots->dayTurnsAt, $order->destination->folder, $order->names->sequence?->start]);
        foreach ([$order, StandingOrder::byTheDay()] as $one) {
            self::assertTrue(self::satisfiesSchema((string) json_encode(OrderDocument::of($one))));
        }
    }

    public function testWhatIsLeftAwayIsAsInByTheDay(): void
    {
        self::assertEquals([], OnCard::order([])->departuresFrom(StandingOrder::byTheDay()));
        self::assertSame(['bring', 'shoots'], OnCard::order(['bring' => 'raw only', 'shoots' => ['dayTurnsAt' => 3]])->departuresFrom(StandingOrder::byTheDay()));
    }

    /** @return iterable<string, array{string, string, int, string, bool}> what stands in the full order, what is put in its place, the line, what is said, whether the schema refuses it too */
    public static function wrong(): iterable
    {
        yield 'a comma is missing' => ['"version": 1,', '"version": 1', 4, 'a "," is missing', true];
        yield 'a name without quotes' => ['"bring":', 'bring:', 5, 'a name in double quotes is missing', true];
        yield 'not closed' => ["  }\n}", '  }', 30, 'a "," is missing', true];
        yield 'something follows' => ["  }\n}", "  }\n}\n\nEND", 33, 'something follows its end', true];
        yield 'a wrong word' => ['"raw only"', '"raw"', 5, 'must be one of "raw and JPEG", "raw only", "JPEG only"', true];
        yield 'a field that nobody knows' => ['"dayTurnsAt": 4', '"dayTurns": 4', 6, '"shoots/dayTurns" is not known here', true];
        yield 'out of range' => ['"digits": 5', '"digits": 50', 14, '1 to 8 digits, not 50', true];
        yield 'a text for a number' => ['"version": 1', '"version": "1"', 3, 'must be a whole number', true];
        yield 'another version' => ['"version": 1', '"version": 2', 3, 'the only one known here', true];
        yield 'something else altogether' => ['"standing order"', '"rights slip"', 2, 'must say "standing order"', true];
        yield 'the way out of a store' => ['work/weddings', '../weddings', 7, 'no folder within a store', true];
        yield 'an absolute path' => ['work/weddings', '/weddings', 7, 'no folder within a store', true];
        yield 'minutes for months' => ['yyyyMMdd', 'yyyymmdd', 13, 'the month is M', false];
        yield 'two stages in one folder' => ['"withShoot": true }]', '"withShoot": true }, { "name": "working", "root": "finished" }]', 9, 'Two stages stand in one folder', false];
        yield 'frames into a folder that is not made' => ['"framesInto": "originals"', '"framesInto": "selects"', 9, 'it is not among the subfolders', false];
        yield 'a subfolder not every file system takes' => ['exports/full', 'exports/full?', 9, '"exports/full" would do', false];
        yield 'a piece in the wrong place' => ['"piece": "description"', '"piece": "sequence"', 8, '', true];
        yield 'a name is missing' => ['  "name": "Weddings, two bodies",'."\n", '', 1, '"name" is missing', true];
        yield 'twice' => ['"bring": "raw only",', '"bring": "raw only", "bring": "raw only",', 5, 'comes twice', false];
    }

    #[DataProvider('wrong')]
    public function testABadOrderIsRefusedWithTheLineThatIsWrong(string $right, string $wrong, int $line, string $because, bool $bySchemaToo): void
    {
        $text = str_replace($right, $wrong, self::FULL);
        self::assertNotSame(self::FULL, $text);
        self::assertSame(!$bySchemaToo, self::satisfiesSchema($text));
        try {
            JsonText::read($text, OrderDocument::read(...));
            self::fail('it was taken');
        } catch (BadDocument $bad) {
            self::assertSame($line, $bad->onLine, $bad->getMessage());
            self::assertStringStartsWith("Line $line: ", $bad->getMessage());
            self::assertStringContainsString($because, $bad->getMessage());
        }
    }

    /** RFC 8259; PHP's own decoder is the reference. */
    public function testJsonIsReadAsPhpReadsIt(): void
    {
        foreach (['{}', '[]', ' [1, -2.5e3, 0, true, false, null] ', '"a\u00e9\n\"\\\/"', '{"a": {"b": [[], {}]}, "": "x", "ü": 1}', "\t{\r\n\"a\"\r\n:1}", '12', '"😀"'] as $good) {
            self::assertSame(json_decode($good, true), JsonText::read($good, static fn (mixed $value): mixed => $value), $good);
        }
        foreach (['', '{', '[1,]', '{"a" 1}', '{"a":1,}', "'a'", '01', '+1', '.5', 'nul', '"a', "\"a\nb\"", '"\x"', '[1 2]', '{}{}', 'NaN', str_repeat('[', 100)] as $bad) {
            self::assertNull(json_decode($bad, true), $bad);
            try {
                JsonText::read($bad, static fn (mixed $value): mixed => $value);
                self::fail("$bad was taken");
            } catch (BadDocument $refused) {
                self::assertGreaterThan(0, $refused->onLine);
            }
        }
    }

    private static function satisfiesSchema(string $text): bool
    {
        $document = json_decode($text);

        return null !== $document && (new Validator())->validate($document, (string) file_get_contents(\dirname(__DIR__, 2).'/docs/standing-order.schema.json'))->isValid();
    }
}
