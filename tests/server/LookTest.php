<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Exception as DatabaseRefuses;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Format\Picture\CodedPicture;
use VelvetLedger\Core\Look\Judgement;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Look\Word;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Server\Keeping\TakesBack;
use VelvetLedger\Server\Looking\AskedAct;
use VelvetLedger\Server\Looking\Judged;
use VelvetLedger\Server\Looking\JudgesFrames;
use VelvetLedger\Server\Looking\RestsSittings;
use VelvetLedger\Server\Looking\SaidElsewhere;
use VelvetLedger\Server\Pages\LookPage;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Looks\JudgementEntries;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\FramePictures;
use VelvetLedger\Server\Work\Sensors;
use VelvetLedger\Tests\Stills;

/** Judging frames in a sitting: kept at once, taken back to its beginning, met in two windows, and written when it rests. */
final class LookTest extends LedgerTestCase
{
    private int $acts = 0;

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        for ($i = 1; $i <= 4; ++$i) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg("2026-05-04 21:14:0$i", $i));
        }
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
    }

    public function testJudgedAtOnceTakenBackAndBroughtAgainOverClosingThePage(): void
    {
        $this->say('keep', 1, 2);
        $this->say('3', 2);
        $this->say('drop', 3);
        self::assertSame(['keep', 'keep, 3 stars', 'drop', 'not judged'], $this->judged());
        self::assertSame('kept 2 of 4, dropped 1, 1 to go', $this->fresh(LookPage::class)->view(Lot::shoots(1))->standing->sentence);
        $this->act(AskedAct::takeBack('b1'), AskedAct::takeBack('b2'));
        self::assertSame(['keep', 'keep', 'not judged', 'not judged'], $this->judged());
        $this->act(AskedAct::takeBack('b3'), AskedAct::bringAgain('b4'), AskedAct::bringAgain('b5'));
        self::assertSame(['keep', 'keep, 3 stars', 'not judged', 'not judged'], $this->judged());
        $this->say('unsure', 4);
        self::assertFalse($this->fresh(LookPage::class)->view(Lot::shoots(1))->standing->canBringAgain);
        self::assertSame([0, 0], [...$this->column("SELECT count(*) FROM day_book_entry WHERE entry LIKE 'Looked at%'"), ...$this->column('SELECT count(*) FROM frame WHERE stamp IS NOT NULL')], 'and nothing is written by it');
        try {
            $this->ledger()->getConnection()->executeStatement("UPDATE look_judged SET to_decision = 'keep'");
            self::fail('what was judged is never changed');
        } catch (DatabaseRefuses $refused) {
            self::assertStringContainsString('what was judged is added, never changed', $refused->getMessage());
        }
    }

    public function testTwoWindowsLoseNothingAndWhatIsPostedTwiceIsDoneOnce(): void
    {
        $first = AskedAct::judge('window 1', Word::read('keep'), [1 => 0, 2 => 0]);
        self::assertSame([[1, 2], []], [$this->act($first)->frames, $this->act($first)->met]);
        $met = $this->act(AskedAct::judge('window 2', Word::read('drop'), [2 => 0, 3 => 0]));
        self::assertSame([[3, 2], [2], ['keep', 'keep', 'drop', 'not judged']], [$met->frames, $met->met, $this->judged()]);
        $since = $this->service(LookPage::class)->since(Lot::shoots(1), 1);
        self::assertSame([3], array_column($since->frames, 'frame'), 'which the first window asks for');
        $this->act(AskedAct::judge('window 1, again', Word::read('5'), [3 => 1]), AskedAct::takeBack('c1'), AskedAct::takeBack('c2'), AskedAct::takeBack('c3'));
        self::assertSame(['not judged', 'not judged', 'not judged', 'not judged'], $this->judged());
        $elsewhere = $this->service(JudgesFrames::class)->act(Lot::read('receipt-1'), [AskedAct::judge('another sitting', Word::read('drop'), [1 => null])], static fn (int $sitting) => null);
        self::assertSame([2, [1]], [$elsewhere->sitting, $elsewhere->frames]);
        self::assertSame([[1], ['drop', 'keep', 'not judged', 'not judged']], [$this->act(AskedAct::bringAgain('c4'))->met, $this->judged()], 'what another sitting judged since stays');
    }

    public function testWhatItCameToIsWrittenOnEveryStoreWhenItRests(): void
    {
        $this->say('keep', 1);
        $this->say('4', 2);
        $this->say('label proofs', 2);
        $this->say('drop', 3);
        self::assertSame([1], $this->service(RestsSittings::class)->rest(Lot::shoots(1)));
        self::assertSame([], $this->service(RestsSittings::class)->rest(Lot::shoots(1)), 'once');
        self::assertSame(['Looked at: stars, label or turn of 2 frames changed.'], $this->column("SELECT entry FROM day_book_entry WHERE entry LIKE 'Looked at%'"));
        $this->service(ChangeStamps::class)->write(1, static fn () => null, []);
        foreach (['Anvil', 'Bellows'] as $drive) {
            self::assertSame([['', ''], ['4', 'proofs'], ['-1', ''], ['', '']], $this->written($drive), $drive);
        }
        $elsewhere = fn (): array => array_map(static fn (Judgement $said): string => $said->inWords(), $this->service(SaidElsewhere::class)->of(Lot::shoots(1), 0)[0]);
        self::assertSame([], $elsewhere());
        $this->act(...array_map(static fn (int $i): AskedAct => AskedAct::takeBack("d$i"), range(1, 4)));
        $this->service(RestsSittings::class)->rest(Lot::shoots(1));
        $this->service(ChangeStamps::class)->write(1, static fn () => null, []);
        self::assertSame([['', ''], ['0', ''], ['0', ''], ['', '']], $this->written('Anvil'), 'taken back after it was written, that is written too');
        foreach (['0002' => ['5', 'client'], '0004' => ['0', 'proofs']] as $number => [$rating, $label]) {
            (new Process(['exiftool', '-q', '-overwrite_original', "-XMP-xmp:Rating=$rating", "-XMP-xmp:Label=$label", $this->onDrive('Anvil', "2026/2026-05-04 boats/2026-05-04_boats_$number.jpg")]))->mustRun();
        }
        self::assertSame([2 => '5 stars, client', 4 => 'proofs'], $elsewhere(), 'what another program wrote is told, and taken only if wished');
        $this->say('label proofs', 4);
        self::assertSame([2 => '5 stars, client'], $elsewhere());
    }

    /** Read back by ExifTool and Exiv2; the pictures that are shown are turned whether it is written yet or not. */
    public function testWhatIsTurnedIsWrittenAsOrientationAndShownSoBeforeAndAfter(): void
    {
        $this->reader->put('RAWS/DCIM/100ORREL/ORL_0009.ORW', Stills::raw('2026-05-04 21:14:09', 9));
        $this->bringIn('RAWS', new Wishes(otherwise: 'boats'));
        $size = function (?int $quarters): string {
            $seen = getimagesizefromstring((string) shell_exec('vips autorot '.escapeshellarg($this->reader->put('shown.jpg', $this->fresh(FramePictures::class)->of(1, 480, $quarters))).' .jpg'));

            return false === $seen ? 'none' : ($seen[0] > $seen[1] ? 'wide' : 'tall');
        };
        $pictures = CodedPicture::ofFile($this->onDrive('Anvil', '2026/2026-05-04 boats/2026-05-04_boats_0001.jpg'));
        $sensor = $this->fresh(Sensors::class)->ask(5);
        self::assertTrue(null !== $sensor && null === $sensor->because && $sensor->stops > 0.0 && $sensor->stops < 12.0 && $sensor->red < 0.01, 'read from the samples of the raw, decoded by LibRaw');
        self::assertSame('there is no raw of it that is proven', $this->fresh(Sensors::class)->ask(4)?->because);
        self::assertSame(['wide', 'wide', 'tall'], [$size(0), $size(null), $size(1)]);
        $this->say('turn right', 1, 5);
        $this->say('turn left', 2);
        self::assertSame(['wide', 'tall'], [$size(0), $size(null)], 'at once');
        $this->service(RestsSittings::class)->rest(Lot::shoots(1));
        $this->service(ChangeStamps::class)->write(1, static fn () => null, []);
        $of = fn (string $command, string $drive, string $file): string => trim((string) shell_exec($command.' '.escapeshellarg($this->onDrive($drive, "2026/2026-05-04 boats/2026-05-04_boats_$file"))));
        foreach (['Anvil', 'Bellows'] as $drive) {
            self::assertSame(['6', '8', '6'], [$of('exiftool -s3 -n -IFD0:Orientation', $drive, '0001.jpg'), $of('exiv2 -q -Pv -K Exif.Image.Orientation', $drive, '0002.jpg'), $of('exiftool -s3 -n -XMP-tiff:Orientation', $drive, '0005.xmp')]);
        }
        self::assertSame($pictures, CodedPicture::ofFile($this->onDrive('Anvil', '2026/2026-05-04 boats/2026-05-04_boats_0001.jpg')), 'never by coding it again');
        self::assertSame(['wide', 'tall', 'tall'], [$size(0), $size(1), $size(null)], 'and what is written turns it no further');
        $this->service(TakesBack::class)->last($this->ledger()->find(Shoot::class, 1) ?? throw new \LogicException(), AskedBy::Page);
        self::assertSame('not judged', $this->judged()[0]);
        $this->service(ChangeStamps::class)->write(1, static fn () => null, []);
        self::assertSame(['1', ''], [$of('exiftool -s3 -n -IFD0:Orientation', 'Anvil', '0001.jpg'), $of('exiftool -s3 -n -XMP-tiff:Orientation', 'Anvil', '0005.xmp')], 'as the camera recorded it');
    }

    public function testWhatIsChangedOnTheShootsPageIsTheJudgementToo(): void
    {
        $this->say('drop', 1);
        $this->say('keep', 2);
        $shoot = $this->ledger()->find(Shoot::class, 1);
        self::assertNotNull($shoot);
        $this->service(ChangeStamps::class)->change($shoot, [1, 2, 3], StampChange::read(Fields::of(['rating' => 2, 'texts' => ['creator' => 'Ada Tern']])));
        self::assertSame(['keep, 2 stars', 'keep, 2 stars', '2 stars', 'not judged'], $this->judged());
        $this->service(ChangeStamps::class)->change($shoot, [1, 2], StampChange::read(Fields::of(['texts' => ['creator' => 'Ada Tallow']])));
        $this->say('5', 1);
        $this->service(TakesBack::class)->last($shoot, AskedBy::Page);
        self::assertSame(['keep, 5 stars', 'keep, 2 stars', '2 stars', 'not judged'], $this->judged(), 'words that are taken back leave the stars alone');
    }

    public function testThePageAsksAndIsAnswered(): void
    {
        $browser = $this->browser();
        $ask = static function (string $method, string $path, mixed $body = null) use ($browser): array {
            $browser->request($method, "/api/look/$path", [], [], ['CONTENT_TYPE' => 'application/json'], null === $body ? '' : json_encode($body, \JSON_THROW_ON_ERROR));

            return self::answer($browser);
        };
        $view = $ask('GET', 'shoots-1');
        self::assertSame(['2026-05-04 boats', 4, 'kept 0 of 4, 4 to go'], [$view['title'], \count((array) $view['frames']), ((array) $view['standing'])['sentence']]);
        $answer = $ask('POST', 'shoots-1/acts', ['acts' => [['name' => 'a', 'kind' => 'judge', 'word' => '3', 'frames' => [['frame' => 2, 'revision' => 0]]], ['name' => 'b', 'kind' => 'judge', 'word' => 'drop', 'frames' => [['frame' => 2, 'revision' => 1], ['frame' => 3, 'revision' => 0]]]]]);
        self::assertSame([['frame' => 2, 'decision' => 'drop', 'stars' => 3, 'label' => null, 'turned' => 0, 'revision' => 2], ['frame' => 3, 'decision' => 'drop', 'stars' => 0, 'label' => null, 'turned' => 0, 'revision' => 1]], $answer['frames']);
        self::assertSame(['kept 0 of 4, dropped 2, 2 to go', 2], [((array) $answer['standing'])['sentence'], ((array) $answer['standing'])['waiting']]);
        self::assertSame(['frames' => [1, 4]], $ask('GET', 'day-2026-05-04/pass?pass=not%20yet%20judged'));
        self::assertStringContainsString('is not among those that are looked at', (string) json_encode($ask('POST', 'receipt-1/acts', ['acts' => [['name' => 'c', 'kind' => 'judge', 'word' => 'keep', 'frames' => [['frame' => 99, 'revision' => 0]]]]])));
        $ask('POST', 'shoots-1/rest');
        $this->work('stamps');
        self::assertSame([0], $this->column('SELECT count(*) FROM judgement WHERE written_revision < revision'));
    }

    public function testTheCommandPrintsAndJudges(): void
    {
        $tester = new CommandTester((new Application(self::bootKernel()))->find('look'));
        self::assertSame(0, $tester->execute(['shoot' => '1', '--set' => ['2026-05-04_boats_0001=keep', '2026-05-04_boats_0002=4', '2026-05-04_boats_0002=label proofs']]));
        self::assertSame("2026-05-04_boats_0001: keep\n2026-05-04_boats_0002: keep, 4 stars, proofs\n2026-05-04_boats_0003: not judged\n2026-05-04_boats_0004: not judged\nKept 2 of 4, 2 to go.\n", $tester->getDisplay());
        foreach (['2026-05-04_boats_0009=keep' => 'is not among those', '2026-05-04_boats_0003=maybe' => 'says nothing of a frame'] as $set => $why) {
            self::assertSame(1, $tester->execute(['shoot' => '2026/2026-05-04 boats', '--set' => ['2026-05-04_boats_0004=drop', $set]]));
            self::assertStringContainsString($why, $tester->getDisplay());
        }
        self::assertSame(['keep', 'keep, 4 stars, proofs', 'not judged', 'not judged'], $this->judged(), 'all of them or none');
    }

    private function say(string $word, int ...$frames): void
    {
        $this->act(AskedAct::judge('act '.++$this->acts, Word::read($word), array_fill_keys($frames, null)));
    }

    private function act(AskedAct ...$acts): Judged
    {
        return $this->service(JudgesFrames::class)->act(Lot::shoots(1), array_values($acts), static fn (int $sitting) => null);
    }

    /** @return list<string> */
    private function judged(): array
    {
        return array_map(static fn (array $one): string => $one[0]->inWords(), array_values($this->service(JudgementEntries::class)->now([1, 2, 3, 4])));
    }

    /** @return list<array{string, string}> xmp:Rating and xmp:Label of each, as ExifTool reads them */
    private function written(string $drive): array
    {
        $read = new Process(['exiftool', '-json', '-XMP-xmp:Rating', '-XMP-xmp:Label', $this->onDrive($drive, '2026/2026-05-04 boats'), '-ext', 'jpg']);
        $read->mustRun();
        $found = (array) json_decode($read->getOutput(), true);
        usort($found, static fn (mixed $a, mixed $b): int => ((array) $a)['SourceFile'] <=> ((array) $b)['SourceFile']);

        return array_map(static fn (mixed $one): array => ['null' === json_encode(((array) $one)['Rating'] ?? null) ? '' : (string) json_encode(((array) $one)['Rating'] ?? ''), \is_string(((array) $one)['Label'] ?? null) ? ((array) $one)['Label'] : ''], $found);
    }
}
