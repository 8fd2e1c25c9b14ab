<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Format\Picture\CodedPicture;
use VelvetLedger\Core\Stamp\BeginsPictures;
use VelvetLedger\Core\Stamp\BegunPicture;
use VelvetLedger\Core\Stamp\PictureOrder;
use VelvetLedger\Core\Stamp\Stamp;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Core\Stamp\StampStyle;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Core\Transfer\QuickPrint;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Tools\IptcNamesOfExifTool;
use VelvetLedger\Server\Tools\PageCache;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\server\MeddlingMedium;
use VelvetLedger\Tests\Stills;

/** A picture is read from its card once, and stamped in a copy; whatever is wrong is said of the card's file, and nothing is left of it. */
final class BeginsPicturesTest extends TestCase
{
    private static ?StampsXmp $stamps = null;

    private Folder $card;
    private Folder $scratch;
    private int $made = 0;

    protected function setUp(): void
    {
        $this->card = new Folder();
        $this->scratch = new Folder();
    }

    public function testAnOrdinaryPictureIsReadAndStampedAtOnceAndTheCardIsAsItWas(): void
    {
        $bytes = Stills::jpeg('2026-05-04 21:14:09', 1);
        $order = $this->order($bytes);
        $begun = $this->begin($order);
        self::assertSame([true, null, null], [$begun->isStamped, $begun->unread, $begun->refused]);
        self::assertSame(hash('xxh128', $bytes), $begun->read?->checksum);
        self::assertStringEqualsFile((string) $begun->path, $bytes);
        self::assertStringEqualsFile($order->source->path, $bytes);
        self::assertSame('Ada Tern', ExifTool::tags($order->to)['Creator'] ?? null);
        self::assertSame(CodedPicture::ofFile($order->source->path), CodedPicture::ofFile($order->to));
        self::assertSame(CodedPicture::ofFile($order->to), $begun->embedding?->picture);
        self::assertGreaterThan(0, $begun->reading);
        self::assertGreaterThan(0, $begun->stamping);
        $order->discard();
        self::assertSame([], FolderNames::in($this->scratch->path));
    }

    public function testWhatAnotherHasToWriteIsReadAndLeft(): void
    {
        // The older record is ExifTool's to write; so are TIFFs.
        foreach ([[Stills::jpeg('2026-05-04 21:14:09', 1), new StampStyle(iim: true)], [Stills::raw('2026-05-04 21:14:09', 2), new StampStyle()]] as [$bytes, $style]) {
            $order = $this->order($bytes, style: $style);
            $begun = $this->begin($order);
            self::assertSame([false, null, null], [$begun->isStamped, $begun->unread, $begun->refused]);
            self::assertStringEqualsFile((string) $begun->path, $bytes);
            self::assertNotNull($begun->embedding);
            self::assertSame($order->to, $begun->embedding->target);
            self::assertFileDoesNotExist($order->to);
            $order->discard();
        }
    }

    public function testWhatCannotBeReadOrStampedLeavesNothingAndSaysWhy(): void
    {
        $jpeg = Stills::jpeg('2026-05-04 21:14:09', 1);
        $cases = [
            'is gone' => [$this->order($jpeg, before: static fn (string $path): bool => unlink($path)), 'could not be opened on the card', null],
            'is shorter' => [$this->order($jpeg, before: static fn (string $path): int|false => file_put_contents($path, 'short')), 'is not as it was when it was promised', null],
            'is another of its size' => [$this->order($jpeg, print: QuickPrint::of(\strlen($jpeg), 'other', 'bytes')), 'its size and time are the same, its bytes are others', null],
            'is no picture' => [$this->order('no picture at all'), null, 'could not be stamped'],
            'breaks off' => [$this->order(substr($jpeg, 0, 300)), null, 'be stamped'],
        ];
        foreach ($cases as $what => [$order, $unread, $refused]) {
            $begun = $this->begin($order);
            self::assertSame([null, null, null, false], [$begun->path, $begun->read, $begun->embedding, $begun->isStamped], $what);
            self::assertSame([null === $unread, null === $refused], [null === $begun->unread, null === $begun->refused], $what);
            self::assertStringContainsString($unread ?? $refused, (string) ($begun->unread ?? $begun->refused), $what);
            self::assertStringContainsString('picture.jpg', (string) ($begun->unread ?? $begun->refused), 'told of the file on the card, not of a copy of it');
            self::assertSame([], FolderNames::in($this->scratch->path), $what);
        }
    }

    public function testACardThatReadsTwoWaysIsNotStampedFrom(): void
    {
        $jpeg = Stills::jpeg('2026-05-04 21:14:09', 1);
        foreach ([false => true, true => false] as $twice => $isStamped) {
            $order = $this->order($jpeg, twice: (bool) $twice);
            $card = $order->source->path;
            // Between two readings a byte of it turns; its size and its time stay.
            $medium = new MeddlingMedium();
            $medium->meanwhile = static function () use ($card, $jpeg): void {
                $time = (int) filemtime($card);
                file_put_contents($card, substr_replace($jpeg, \chr(\ord($jpeg[-20]) ^ 1), -20, 1));
                touch($card, $time);
            };
            $begun = (new BeginsPictures(self::stamps(), $medium))->begin($order);
            self::assertSame($isStamped, $begun->isStamped);
            self::assertSame($isStamped, null === $begun->unread);
            $order->discard();
            self::assertSame([], FolderNames::in($this->scratch->path));
        }
    }

    public function testWhatComesOfOneIsTheSameBehindAPipe(): void
    {
        $order = $this->order(Stills::jpeg('2026-05-04 21:14:09', 1));
        $again = unserialize(serialize($order));
        self::assertInstanceOf(PictureOrder::class, $again);
        self::assertEquals($order, $again);
        $begun = $this->begin($again);
        $there = unserialize(serialize($begun));
        self::assertInstanceOf(BegunPicture::class, $there);
        self::assertEquals($begun, $there);
    }

    private function begin(PictureOrder $order): BegunPicture
    {
        return (new BeginsPictures(self::stamps(), new PageCache()))->begin($order);
    }

    /** @param (\Closure(string): mixed)|null $before done to the card's file after it was promised */
    private function order(string $bytes, StampStyle $style = new StampStyle(), ?string $print = null, bool $twice = false, ?\Closure $before = null): PictureOrder
    {
        $name = ++$this->made;
        $path = $this->card->put("$name/picture.jpg", $bytes);
        $source = new SourceFile($path, \strlen($bytes), (int) filemtime($path), $print);
        if (null !== $before) {
            $before($path);
        }

        return new PictureOrder($name, $source, $this->scratch->path."/$name.read", $this->scratch->path."/$name.stamped", new Stamp(StampTexts::of(StampField::Creator, 'Ada Tern'), style: $style), $twice);
    }

    private static function stamps(): StampsXmp
    {
        return self::$stamps ??= new StampsXmp(new IptcNamesOfExifTool());
    }
}
