<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Transfer\Care;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Core\Transfer\Copying;
use VelvetLedger\Core\Transfer\PublishesByClaim;
use VelvetLedger\Core\Transfer\PublishesByLink;
use VelvetLedger\Core\Transfer\PublishesByRename;
use VelvetLedger\Core\Transfer\ReadBack;
use VelvetLedger\Core\Transfer\ReadingsApart;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\Timings;
use VelvetLedger\Core\Transfer\Writer;
use VelvetLedger\Server\Tools\PageCache;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\LaterReadBack;
use VelvetLedger\Tests\OrderTo;

/** Many files on their way at once, to a main store and a mirror: what is published when, and what is not. */
final class CopyingTest extends TestCase
{
    private const MAIN = 1;
    private const MIRROR = 2;

    private Folder $card;
    private Folder $main;
    private Folder $mirror;
    private LaterReadBack $readsBack;
    private Copying $copying;

    protected function setUp(): void
    {
        $this->card = new Folder();
        $this->main = new Folder();
        $this->mirror = new Folder();
        $this->readsBack = new LaterReadBack();
        $this->copying = new Copying(new Writer(new PageCache()), new ReadingsApart($this->readsBack), new PublishesByRename(new PublishesByLink(new PublishesByClaim())));
    }

    public function testNothingBearsItsNameBeforeItIsReadBack(): void
    {
        $this->start(1);
        self::assertSame([['.1.jpg.i7-3.part'], ['.1.jpg.i7-3.part']], [$this->names($this->main), $this->names($this->mirror)]);
        self::assertSame([true, true], array_values($this->readsBack->asked), 'both are flushed and read back');
        $done = $this->copying->settle(true);
        self::assertSame([[self::MAIN, self::MIRROR], []], [array_keys($done[0]->copies), $done[0]->failed]);
        self::assertSame([['1.jpg'], ['1.jpg']], [$this->names($this->main), $this->names($this->mirror)]);
        self::assertTrue($this->copying->isEmpty());
    }

    /** A sidecar goes with its raw: settled when both are read back, and named only where the raw was. */
    public function testWhatGoesWithAFileIsNamedAfterItOrNotAtAll(): void
    {
        $this->start(1);
        $this->along(1);
        $this->readsBack->atATime = 3;
        self::assertSame([], $this->copying->settle(false));
        self::assertNotContains('1.jpg', $this->names($this->main), 'the raw is read back at both, its sidecar at one');
        [$raw, $sidecar] = $this->copying->settle(true);
        self::assertSame([1, -1, 1], [$raw->order->name, $sidecar->order->name, $sidecar->order->after]);
        self::assertSame([['1.jpg', '1.xmp'], ['1.jpg', '1.xmp']], [$this->names($this->main), $this->names($this->mirror)]);
        self::assertStringEqualsFile($this->mirror->path.'/1.xmp', 'what is said of 1');

        $this->readsBack->says[$this->main->path.'/.2.jpg.i7-3.part'] = ReadBack::failed('it gave an input error');
        $this->start(2);
        $this->along(2);
        foreach ($this->settleAll() as $copied) {
            self::assertSame([[], [self::MAIN, self::MIRROR]], [$copied->copies, array_keys($copied->failed)]);
        }
        self::assertNotContains('2.xmp', [...$this->names($this->main), ...$this->names($this->mirror)]);

        $this->main->put('3.xmp', "somebody else's");
        $this->start(3);
        $this->along(3);
        self::assertSame([[3, []], [-3, [self::MAIN, self::MIRROR]]], array_map(static fn (Copied $copied): array => [$copied->order->name, array_keys($copied->failed)], $this->settleAll()), 'the raw comes without it');
        self::assertStringEqualsFile($this->main->path.'/3.xmp', "somebody else's");
        self::assertSame([], array_filter([...$this->names($this->main), ...$this->names($this->mirror)], static fn (string $name): bool => str_ends_with($name, '.part')));
    }

    public function testAFileWaitsForTheSlowerOfItsStores(): void
    {
        $this->start(1);
        $this->readsBack->atATime = 1;
        self::assertSame([], $this->copying->settle(false));
        self::assertSame(['.1.jpg.i7-3.part'], $this->names($this->main), 'read back at main, and not at its mirror yet');
        self::assertCount(1, $this->copying->settle(true));
    }

    public function testFilesArePublishedManyAtATime(): void
    {
        $this->start(0);
        $this->copying->settle(true);
        for ($i = 1; $i <= 600; ++$i) {
            $this->start($i);
        }
        $this->readsBack->atATime = 2;
        $lump = $this->copying->settle(true);
        self::assertGreaterThan(1, \count($lump), 'not one by one, where more are on their way');
        self::assertLessThanOrEqual(256, \count($lump));
        $all = $lump;
        while (!$this->copying->isEmpty()) {
            array_push($all, ...$this->copying->settle(true));
        }
        self::assertSame(range(1, 600), array_map(static fn (Copied $copied): int => $copied->order->name, $all), 'each once, in their order');
        self::assertCount(601, $this->names($this->mirror));
    }

    public function testSoManyFilesOrBytesAreUnderWayAtOnce(): void
    {
        for ($i = 1; $i <= 1023; ++$i) {
            $this->start($i);
            self::assertFalse($this->copying->isFull());
        }
        $this->start(1024);
        self::assertTrue($this->copying->isFull());
        $this->copying->settle(true);
        self::assertFalse($this->copying->isFull());
    }

    public function testWhatWasWaitedForStampsIsTheCardsInSoFarAsItWasRead(): void
    {
        $timings = new Timings();
        $timings->stamped(hrtime(true) - 4_000_000_000);
        $timings->stampedBeside(2, 1);
        $timings->stampedBeside(1, 0);
        self::assertEqualsWithDelta([Timings::CARD => 3.0, Timings::STAMPS => 1.0], $timings->seconds(), 0.2);
    }

    public function testAMirrorThatReadsBackOtherBytesHasNoCopyAndMainHas(): void
    {
        $this->readsBack->says[$this->mirror->path.'/.1.jpg.i7-3.part'] = ReadBack::of(str_repeat('0', 32));
        $this->start(1);
        $done = $this->copying->settle(true)[0];
        self::assertSame([[self::MAIN], [self::MIRROR]], [array_keys($done->copies), array_keys($done->failed)]);
        self::assertStringContainsString('do not trust this drive', $done->failed[self::MIRROR]->getMessage());
        self::assertSame([['1.jpg'], []], [$this->names($this->main), $this->names($this->mirror)]);
    }

    public function testWithoutMainsCopyNoOtherIsPublished(): void
    {
        $this->readsBack->says[$this->main->path.'/.1.jpg.i7-3.part'] = ReadBack::failed('it gave an input error');
        $this->start(1);
        $done = $this->copying->settle(true)[0];
        self::assertSame([[], [self::MAIN, self::MIRROR]], [$done->copies, array_keys($done->failed)]);
        self::assertStringContainsString('it gave an input error', $done->failed[self::MAIN]->getMessage());
        self::assertSame([[], []], [$this->names($this->main), $this->names($this->mirror)]);
    }

    public function testANameThatSomebodyTookMeanwhileIsLeftToThem(): void
    {
        $this->start(1);
        $this->main->put('1.jpg', 'somebody else\'s');
        $done = $this->copying->settle(true)[0];
        self::assertStringContainsString('1.jpg', $done->failed[self::MAIN]->getMessage());
        self::assertSame([['1.jpg'], []], [$this->names($this->main), $this->names($this->mirror)]);
        self::assertStringEqualsFile($this->main->path.'/1.jpg', 'somebody else\'s');
    }

    public function testWhatARunLeftPublishedIsTakenAsItStands(): void
    {
        $this->start(1);
        $this->main->put('1.jpg', 'bytes of 1', 1_777_900_000);
        $done = $this->copying->settle(true)[0];
        self::assertSame([], $done->failed);
        self::assertSame([['1.jpg'], ['1.jpg']], [$this->names($this->main), $this->names($this->mirror)], 'nothing temporary is left');
    }

    public function testACardReadTwiceMustSayTheSameTwice(): void
    {
        $this->start(1, new Care(readTwice: true));
        self::assertFalse($this->readsBack->asked[$this->card->path.'/1.jpg'], 'a source is read, never flushed');
        self::assertSame([], $this->copying->settle(true)[0]->failed);
        $this->readsBack->says[$this->card->path.'/2.jpg'] = ReadBack::of(str_repeat('0', 32));
        $this->start(2, new Care(readTwice: true));
        $failed = $this->copying->settle(true)[0]->failed;
        self::assertSame([self::MAIN, self::MIRROR], array_keys($failed));
        self::assertStringContainsString('2.jpg', $failed[self::MAIN]->getMessage());
        self::assertSame(['1.jpg'], $this->names($this->main));
    }

    public function testSha256IsTakenOnTheWayWhereAskedFor(): void
    {
        $this->start(1, new Care(sha256: true));
        $this->start(2);
        [$with, $without] = $this->copying->settle(true);
        self::assertSame([hash('sha256', 'bytes of 1'), null], [$with->written->sha256, $without->written->sha256]);
        // The reference program: sha256sum of GNU coreutils.
        self::assertStringStartsWith($with->written->sha256.' ', (string) shell_exec('sha256sum '.escapeshellarg($this->main->path.'/1.jpg')));
    }

    public function testWhatIsAbandonedLeavesNothing(): void
    {
        foreach ([1, 2, 3] as $number) {
            $this->start($number);
        }
        $this->copying->abandon();
        self::assertSame([[], [], [], true], [$this->names($this->main), $this->names($this->mirror), $this->readsBack->asked, $this->copying->isEmpty()]);
        $this->start(4);
        self::assertCount(1, $this->copying->settle(true));
    }

    private function along(int $name): void
    {
        $to = [self::MAIN => $this->main->path."/$name.xmp", self::MIRROR => $this->mirror->path."/$name.xmp"];
        $this->copying->start(OrderTo::places(-$name, SourceFile::ofText("$name.xmp", "what is said of $name"), $to)->after($name), static fn (int $bytes) => null);
    }

    /** @return list<Copied> */
    private function settleAll(): array
    {
        $all = [];
        while (!$this->copying->isEmpty()) {
            array_push($all, ...$this->copying->settle(true));
        }

        return $all;
    }

    private function start(int $number, Care $care = new Care()): void
    {
        $bytes = "bytes of $number";
        $source = new SourceFile($this->card->put("$number.jpg", $bytes, 1_777_900_000), \strlen($bytes), 1_777_900_000);
        $this->copying->start(OrderTo::places($number, $source, [self::MAIN => $this->main->path."/$number.jpg", self::MIRROR => $this->mirror->path."/$number.jpg"], care: $care), static fn (int $bytes) => null);
    }

    /** @return list<string> */
    private function names(Folder $folder): array
    {
        return FolderNames::in($folder->path);
    }
}
