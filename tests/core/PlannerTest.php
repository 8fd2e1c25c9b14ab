<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\Comparison;
use VelvetLedger\Core\Held\ExistingShoot;
use VelvetLedger\Core\Held\HeldAs;
use VelvetLedger\Core\Held\Known;
use VelvetLedger\Core\Order\Destination;
use VelvetLedger\Core\Plan\About;
use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\Problem;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\TreeFolder;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\StoreOf;

final class PlannerTest extends TestCase
{
    private const DAY = ['piece' => 'date taken', 'fields' => 'yyyy-MM-dd'];

    public function testOneShootForEachDateNumberedInOrderOfCapture(): void
    {
        $card = new CardContents([
            OnCard::frame('ORL_9999', '2026-05-04 21:14:09.40', ['ORW', 'JPG']),
            OnCard::frame('ORL_0001', '2026-05-04 21:14:09.55', ['ORW', 'JPG', 'WAV']),
            OnCard::frame('ORL_0002', '2026-05-05 00:00:00'),
            OnCard::frame('ORL_9998', '2026-05-04 20:00:00'),
        ], [], []);
        $plan = Planner::plan($card, new Wishes(shoots: ['2026-05-04' => new ShootWish('lantern boats')]), new StoreOf());
        $folder = '2026/2026-05-04 lantern boats/2026-05-04_lantern-boats_';
        self::assertSame([
            'DCIM/100ORREL/ORL_9998.JPG' => $folder.'0001.jpg',
            'DCIM/100ORREL/ORL_9999.ORW' => $folder.'0002.orw',
            'DCIM/100ORREL/ORL_9999.JPG' => $folder.'0002.jpg',
            'DCIM/100ORREL/ORL_0001.ORW' => $folder.'0003.orw',
            'DCIM/100ORREL/ORL_0001.JPG' => $folder.'0003.jpg',
            'DCIM/100ORREL/ORL_0001.WAV' => $folder.'0003.wav',
            'DCIM/100ORREL/ORL_0002.JPG' => '2026/2026-05-05/2026-05-05_0001.jpg',
        ], OnCard::names($plan));
        self::assertSame(['2026-05-04_lantern-boats_0001.jpg', '2026-05-04_lantern-boats_0003.wav'], [$plan->shoots[0]->names->first, $plan->shoots[0]->names->last]);
    }

    /** @return iterable<string, array{array<string, mixed>, array<string, string>, list<string>}> part of an order, frames, stems of their new names */
    public static function namings(): iterable
    {
        $burst = ['ORL_0009' => '2026-05-04 21:14:09.10', 'ORL_0010' => '2026-05-04 21:14:09.35', 'ORL_0011' => '2026-05-04 21:14:09.60', 'ORL_0012' => '2026-05-04 21:14:10'];
        $pieces = static fn (array ...$pieces): array => ['names' => ['pieces' => $pieces]];
        $time = ['piece' => 'date taken', 'fields' => 'yyyyMMdd-HHmmss'];
        $number = static fn (string $scope, int $start = 1, int $digits = 3): array => ['piece' => 'sequence', 'start' => $start, 'digits' => $digits, 'scope' => $scope];
        yield 'one second, several frames: in order' => [$pieces($time), $burst, ['20260504-211409', '20260504-211409_2', '20260504-211409_3', '20260504-211410']];
        yield 'fraction of the second' => [$pieces(['piece' => 'date taken', 'fields' => 'HHmmss-SSS']), $burst, ['211409-100', '211409-350', '211409-600', '211410-000']];
        yield 'camera number, original name' => [$pieces(['piece' => 'camera file number'], ['piece' => 'original name']), $burst, ['0009_ORL_0009', '0010_ORL_0010', '0011_ORL_0011', '0012_ORL_0012']];
        yield 'the whole number of the camera' => [$pieces(['piece' => 'whole camera file number'], ['piece' => 'camera file number']), ['P1000123' => '2026-05-04 21:00:00', 'ORL_0031' => '2026-05-04 21:00:01', 'IMG12345' => '2026-05-04 21:00:02', 'VID_20260504' => '2026-05-04 21:00:03'], ['1000123_0123', '0031_0031', '12345_2345', '0504_0504']];
        yield 'body, initials, words' => [$pieces(['piece' => 'body'], ['piece' => 'initials', 'text' => 'TT'], ['piece' => 'words', 'text' => 'Night Ferry'], $number('this shoot')), ['A' => '2026-05-04 21:00:00'], ['orrel-m4_TT_night-ferry_001']];
        $twoDays = ['A' => '2026-05-04 21:00:00', 'B' => '2026-05-04 23:59:59', 'C' => '2026-05-05 03:00:00'];
        yield 'numbers of the shoot' => [$pieces(self::DAY, $number('this shoot')), $twoDays, ['2026-05-04_001', '2026-05-04_002', '2026-05-05_001']];
        yield 'numbers that run on' => [$pieces(self::DAY, $number('running on', 51, 2)), $twoDays, ['2026-05-04_51', '2026-05-04_52', '2026-05-05_53']];
        yield 'numbers of the day, two shoots of it' => [['shoots' => ['pauseMinutes' => 60]] + $pieces(['piece' => 'date taken', 'fields' => 'HH'], $number('this day', 0)), $twoDays, ['21_000', '23_001', '03_000']];
        yield 'a shoot that ends after midnight' => [['shoots' => ['dayTurnsAt' => 4]] + $pieces(self::DAY, $number('this shoot')), $twoDays, ['2026-05-04_001', '2026-05-04_002', '2026-05-05_003']];
        yield 'leap day and year end' => [$pieces(['piece' => 'date taken', 'fields' => 'yyyy-MM-dd EEEE']), ['A' => '2028-02-29 23:59:59', 'B' => '2028-12-31 00:00:00'], ['2028-02-29 Tuesday', '2028-12-31 Sunday']];
        yield 'too few digits grow, so that they sort' => [$pieces($number('this shoot', 8, 1)), $twoDays, ['8', '9', '10']]; // the next day: delivered together, none has another's name
        yield 'more frames than digits' => [$pieces($number('running on', 8, 1)), $twoDays, ['08', '09', '10']];
        yield 'digits are alike in all shoots of a scope' => [['shoots' => ['pauseMinutes' => 60]] + $pieces($number('this day', 9, 1)), $twoDays, ['09', '10', '9']];
        yield 'nothing to say: the original name' => [$pieces(['piece' => 'description']), ['ORL_0001' => '2026-05-04 21:00:00'], ['ORL_0001']];
    }

    /**
     * @param array<string, mixed>  $order
     * @param array<string, string> $frames
     * @param list<string>          $stems
     */
    #[DataProvider('namings')]
    public function testFramesAreNamedByThePiecesOfTheirPattern(array $order, array $frames, array $stems): void
    {
        $plan = Planner::plan(OnCard::card($frames), new Wishes(OnCard::order($order)), new StoreOf());
        self::assertSame($stems, array_map(static fn (?string $to): string => pathinfo((string) $to, \PATHINFO_FILENAME), array_values(OnCard::names($plan))));
    }

    /** Two shoots of neighbouring days, or of one day, are delivered together, and what is called alike is lost in one of two folders. */
    public function testNoNameIsGivenTwiceInShootsOfADayAndItsNeighbours(): void
    {
        $pieces = ['names' => ['pieces' => [['piece' => 'description'], ['piece' => 'sequence', 'start' => 1, 'digits' => 3, 'scope' => 'this shoot']]]];
        $wishes = new Wishes(OnCard::order($pieces), otherwise: 'quay');
        $names = static fn (Plan $plan): array => array_map(static fn (?string $to): string => pathinfo((string) $to, \PATHINFO_FILENAME), array_values(OnCard::names($plan)));
        $days = OnCard::card(['A' => '2026-05-04 21:00:00', 'B' => '2026-05-05 09:00:00', 'C' => '2026-05-06 09:00:00', 'D' => '2026-05-09 09:00:00']);
        $plan = Planner::plan($days, $wishes, new StoreOf());
        self::assertSame(['quay_001', 'quay_002', 'quay_001', 'quay_001'], $names($plan), 'two days on it begins anew');
        self::assertSame(['1 name of shoots of the same days is not given again: what is delivered together has no name twice.'], self::about($plan, About::Collision));
        self::assertSame(['quay_003', 'quay_001', 'quay_003', 'quay_001'], $names(Planner::plan($days, $wishes, new StoreOf(around: ['2026-05-04' => ['Quay_001', 'quay_002'], '2026-05-06' => ['QUAY_002']]))), 'nor what is held');
        $clock = ['shoots' => ['pauseMinutes' => 60], 'names' => ['pieces' => [['piece' => 'date taken', 'fields' => 'HHmm']]]];
        self::assertSame(['0900', '0900_2'], $names(Planner::plan(OnCard::card(['A' => '2026-05-04 09:00:00', 'B' => '2026-05-05 09:00:30']), new Wishes(OnCard::order($clock)), new StoreOf())), 'without numbers one is added');
    }

    /** @return iterable<string, array{array<string, mixed>, ShootWish, string}> order, wish, where ORL_0001 of 2026-05-04 21:14:09 goes */
    public static function places(): iterable
    {
        $boats = new ShootWish('Lantern boats');
        $folders = static fn (array ...$levels): array => ['folders' => ['levels' => $levels], 'names' => ['pieces' => [['piece' => 'camera file number']]]];
        $description = ['piece' => 'description', 'style' => 'as written'];
        yield 'year, month, day' => [$folders([['piece' => 'date taken', 'fields' => 'yyyy']], [['piece' => 'date taken', 'fields' => 'MM MMMM']], [self::DAY, $description]), $boats, '2026/05 May/2026-05-04 Lantern boats/0001.jpg'];
        yield 'one folder per description' => [$folders([$description]), $boats, 'Lantern boats/0001.jpg'];
        yield 'no description: its date' => [$folders([$description]), new ShootWish(), '2026-05-04/0001.jpg'];
        yield 'flat' => [$folders(), $boats, '0001.jpg'];
        yield 'the card\'s own folders' => [$folders([['piece' => 'card folders']]), $boats, 'DCIM/100ORREL/0001.jpg'];
        yield 'by body, below the day' => [$folders([self::DAY], [['piece' => 'body', 'style' => 'as written']]), $boats, '2026-05-04/Orrel M4/0001.jpg'];
        yield 'by the day of the intake, where that is chosen' => [$folders([['piece' => 'date of intake', 'fields' => 'yyyy-MM-dd']]), $boats, '2026-11-23/0001.jpg'];
        yield 'by the first number of the series' => [$folders([self::DAY, ['piece' => 'first camera file number']]), $boats, '2026-05-04 0001/0001.jpg'];
        yield 'kind of work' => [['destination' => ['kindOfWork' => 'Own projects', 'folder' => 'own/long term']] + $folders([['piece' => 'kind of work', 'style' => 'as written']], [self::DAY]), $boats, 'own/long term/Own projects/2026-05-04/0001.jpg'];
        yield 'a destination of the shoot\'s own' => [$folders([self::DAY]), new ShootWish('', destination: Destination::of('Tests', 'tests')), 'tests/2026-05-04/0001.jpg'];
        yield 'into one folder, as nobody\'s file system takes it' => [$folders([self::DAY]), new ShootWish('', folder: 'jobs/Acme: "x"?/CON'), 'jobs/Acme x/CON_/0001.jpg'];
        yield 'into one folder' => [$folders([self::DAY]), new ShootWish('', folder: 'wedding/all'), 'wedding/all/0001.jpg'];
        yield 'frames into a subfolder' => [['subfolders' => ['make' => ['originals', 'exports/web'], 'framesInto' => 'originals']] + $folders([self::DAY]), $boats, '2026-05-04/originals/0001.jpg'];
        yield 'into a shoot that is held' => [['subfolders' => ['make' => ['originals'], 'framesInto' => 'originals']] + $folders([self::DAY]), new ShootWish('', into: new ExistingShoot(3, '2026/2026-05-03 quay', '2026/2026-05-03 quay/raw', '2026-05-03', 'quay')), '2026/2026-05-03 quay/raw/0001.jpg'];
        yield 'a device, a slash and a full stop' => [$folders([$description]), new ShootWish('../nul'), 'nul_/0001.jpg'];
    }

    /** @param array<string, mixed> $order */
    #[DataProvider('places')]
    public function testShootsGoWhereThePatternOrThePhotographerSays(array $order, ShootWish $wish, string $to): void
    {
        $plan = Planner::plan(OnCard::card(['ORL_0001' => '2026-05-04 21:14:09']), new Wishes(OnCard::order($order), ['2026-05-04' => $wish]), new StoreOf(), null, CapturedAt::fromText('2026-11-23 10:00'));
        self::assertSame([$to], array_values(OnCard::names($plan)));
    }

    public function testNumbersGoOnInAShootThatIsHeldAndStepOverFilesThatNobodyEntered(): void
    {
        $card = OnCard::card(['A' => '2026-05-04 21:00:00', 'B' => '2026-05-04 21:00:01']);
        $name = static fn (StoreOf $store): array => array_map(static fn (?string $to): string => (string) $to, array_values(OnCard::names(Planner::plan($card, new Wishes(), $store))));
        self::assertSame(['2026/2026-05-04/2026-05-04_0046.jpg', '2026/2026-05-04/2026-05-04_0047.jpg'], $name(new StoreOf(['2026/2026-05-04/x'], ['2026/2026-05-04' => 45])));
        $plan = Planner::plan($card, new Wishes(), new StoreOf(['2026/2026-05-04/2026-05-04_0001.JPG', '2026/2026-05-04/2026-05-04_0003.jpg']));
        self::assertSame(['2026/2026-05-04/2026-05-04_0002.jpg', '2026/2026-05-04/2026-05-04_0004.jpg'], array_values(OnCard::names($plan)));
        self::assertSame(['2 numbers are in use in 2026/2026-05-04: files there have these numbers, 1 to 3; new ones step over them.'], self::about($plan, About::Collision));
    }

    public function testANameInUseTakesASuffixForAllFilesOfTheFrame(): void
    {
        $order = OnCard::order(['names' => ['pieces' => [self::DAY]]]);
        $plan = Planner::plan(new CardContents([OnCard::frame('ORL_0001', '2026-05-04 21:14:09', ['ORW', 'JPG'])], [], []), new Wishes($order), new StoreOf(['2026/2026-05-04/2026-05-04.jpg', '2026/2026-05-04/2026-05-04_2.orw']));
        self::assertSame(['2026/2026-05-04/2026-05-04_3.orw', '2026/2026-05-04/2026-05-04_3.jpg'], array_values(OnCard::names($plan)));
        self::assertStringContainsString('1 frame here: the new name is in use in 2026/2026-05-04', implode('', self::about($plan, About::Collision)));
    }

    public function testTwoFramesNeverShareANameThoughTheirExtensionsDiffer(): void
    {
        $order = OnCard::order(['names' => ['pieces' => [['piece' => 'original name']]], 'folders' => ['levels' => []]]);
        $plan = Planner::plan(new CardContents([
            OnCard::frame('ORL_0001', '2026-05-04 21:00:00', ['ORW']),
            OnCard::frame('ORL_0001', '2026-05-04 21:00:01', ['JPG'], 'Vantry 6', 'DCIM/101VANTR'),
            OnCard::frame('ORL_0002', '2026-05-04 21:00:02', ['JPG', 'jpg'], 'Vantry 6', 'DCIM/101VANTR'),
            OnCard::frame('ORL_0002b', '2026-05-04 21:00:03', ['TIF']),
            OnCard::frame('ORL_0003', '2026-05-04 21:00:04'),
        ], [], []), new Wishes($order), new StoreOf(['ORL_0003.xmp']));
        self::assertSame(['ORL_0001.orw', 'ORL_0001_2.jpg', 'ORL_0002.jpg', 'ORL_0002b.jpg', 'ORL_0002b_2.tif', 'ORL_0003_2.jpg'], array_values(OnCard::names($plan)));
    }

    public function testFilesThatDifferInCaseOnlyKeepApartAndFoldersThatDoAreOne(): void
    {
        $plan = Planner::plan(new CardContents([OnCard::frame('ORL_0001', '2026-05-04 21:14:09', ['JPG', 'jpg'])], [], []), new Wishes(), new StoreOf());
        self::assertSame(['2026/2026-05-04/2026-05-04_0001.jpg', '2026/2026-05-04/2026-05-04_0001b.jpg'], array_values(OnCard::names($plan)));
        $order = OnCard::order(['folders' => ['levels' => [[['piece' => 'description', 'style' => 'as written']]]]]);
        $wishes = new Wishes($order, ['2026-05-04' => new ShootWish('Quai Étoile'), '2026-05-05' => new ShootWish("quai e\u{301}toile")]);
        $plan = Planner::plan(OnCard::card(['A' => '2026-05-04 21:00:00', 'B' => '2026-05-05 21:00:00']), $wishes, new StoreOf());
        self::assertSame(['Quai Étoile', 'Quai Étoile'], array_map(static fn ($shoot): string => $shoot->place->folder, $plan->shoots));
        $plan = Planner::plan(OnCard::card(['A' => '2026-05-04 21:00:00']), $wishes, new StoreOf(['QUAI ÉTOILE/x.jpg']));
        self::assertSame('QUAI ÉTOILE', $plan->shoots[0]->place->folder, 'as it is spelled at the store');
    }

    public function testTheTreeSaysWhatIsNewWhatExistsAndWhatIsJoined(): void
    {
        $order = OnCard::order(['subfolders' => ['make' => ['originals', 'exports/web'], 'framesInto' => 'originals']]);
        $plan = Planner::plan(OnCard::card(['A' => '2026-05-04 21:00:00', 'B' => '2026-05-05 21:00:00']), new Wishes($order), new StoreOf(['2026/2026-05-04/originals/x.jpg']));
        self::assertSame([
            '2026 exists 0',
            '2026/2026-05-04 exists 0',
            '2026/2026-05-04/originals joined 1',
            '2026/2026-05-05 new 0',
            '2026/2026-05-05/exports new 0',
            '2026/2026-05-05/exports/web new 0',
            '2026/2026-05-05/originals new 1',
        ], array_map(static fn (TreeFolder $folder): string => "$folder->path {$folder->state->value} $folder->frames", $plan->tree));
        self::assertSame([[], ['2026/2026-05-05/originals', '2026/2026-05-05/exports/web']], array_map(static fn ($shoot): array => $shoot->place->makes, $plan->shoots));
    }

    public function testLeftOutAndUnreadableAndOthersStayAndTheTotalsAddUp(): void
    {
        $out = OnCard::frame('ORL_0002', '2026-05-04 21:14:30');
        $plan = Planner::plan(new CardContents(
            [OnCard::frame('ORL_0001', '2026-05-04 21:14:09'), $out, OnCard::frame('ORL_0003', '2026-05-04 21:15:00', ['ORW', 'JPG'], unreadable: ['ORW']), OnCard::frame('ORL_0005', '', unreadable: ['JPG']), OnCard::frame('ORL_0009', '2026-06-01 09:00:00')],
            [new CardFile('MISC/AUTPRINT.MRK', 5, 0), new CardFile('DCIM/ORL_0010.MOV', 900, 0)],
            [],
        ), new Wishes(shoots: ['2026-06-01' => new ShootWish('quay', true)], leftOut: [$out->frame->key]), new StoreOf());
        $intents = array_count_values(array_map(static fn ($line): string => $line->intent->value, $plan->lines));
        self::assertSame(['bring in' => 2, 'left out' => 2, 'unreadable' => 2, 'not a still' => 2], $intents);
        $totals = $plan->totals;
        self::assertSame($totals->files->all, $totals->files->number(Intent::BringIn) + $totals->files->number(Intent::LeaveOut) + $totals->files->number(Intent::NotAStill) + $totals->files->number(Intent::Unreadable));
        self::assertSame([5, 2, 2, 1], [$totals->frames->all, $totals->frames->toBringIn, $totals->frames->leftOut, $totals->frames->unreadable]);
        self::assertSame('2026/2026-05-04/2026-05-04_0002.jpg', OnCard::names($plan)['DCIM/100ORREL/ORL_0003.JPG'], 'numbers have no gap for what is left out');
        self::assertSame([1, 0, null], [$plan->shoots[1]->counts->leftOut, $plan->shoots[1]->counts->toBringIn, $plan->shoots[1]->names->first]);
        self::assertSame([], self::about($plan, About::Gap), 'a number on the card is not missing, damaged or not');
    }

    public function testAFrameWithoutATimeIsDatedByItsFileOrByHandAndSaysSo(): void
    {
        $scan = OnCard::frame('SCAN', '');
        $card = new CardContents([$scan], [], []);
        $plan = Planner::plan($card, new Wishes(), new StoreOf());
        self::assertSame(date('Y-m-d', OnCard::MODIFIED), $plan->shoots[0]->title->date);
        self::assertStringContainsString('dated by the time of the file, first DCIM/100ORREL/SCAN.JPG', implode('', self::about($plan, About::Time)));
        $given = CapturedAt::fromText('1998-12-31 23:59') ?? self::fail();
        $plan = Planner::plan($card, new Wishes(clocks: new Clocks([], [$scan->frame->key => $given])), new StoreOf());
        self::assertSame(['1998/1998-12-31/1998-12-31_0001.jpg'], array_values(OnCard::names($plan)));
        self::assertSame([], self::about($plan, About::Time));
    }

    public function testRawOnlyOnACardThatWasNotFormattedGivesNoNumberToWhatIsHeld(): void
    {
        $pairs = array_map(static fn (int $n): ReadFrame => OnCard::frame("ORL_000$n", "2026-05-04 21:00:0$n", ['ORW', 'JPG']), [1, 2, 3]);
        $prints = $known = [];
        foreach ($pairs as $pair) {
            foreach ($pair->frame->files as $file) {
                $prints[$file->path] = $file->path;
            }
        }
        $known = ['DCIM/100ORREL/ORL_0001.ORW' => [new HeldAs('a.orw', '2026-05-03', 1)], 'DCIM/100ORREL/ORL_0002.ORW' => [new HeldAs('b.orw', '2026-05-03', 2)]];
        $plan = Planner::plan(new CardContents($pairs, [], []), new Wishes(OnCard::order(['bring' => 'raw only'])), new StoreOf(), Comparison::of($pairs, $prints, new Known($known)));
        self::assertSame(['DCIM/100ORREL/ORL_0003.ORW' => '2026/2026-05-04/2026-05-04_0001.orw'], array_filter(OnCard::names($plan), \is_string(...)));
        self::assertSame([3, 1, 2, 0], [$plan->shoots[0]->counts->all, $plan->shoots[0]->counts->toBringIn, $plan->shoots[0]->counts->held, $plan->shoots[0]->counts->leftOut]);
        self::assertSame('3 frames on the card, 2 already held: 1 to bring in to Anvil, 100 bytes.', $plan->totals->sentence('Anvil'));
    }

    public function testATwinsUniqueCompanionComesInAndASidecarIsHeldWithItsOwnStillOnly(): void
    {
        $first = OnCard::frame('ORL_0001', '2026-05-04 21:00:01', ['ORW', 'xmp']);
        $twin = OnCard::frame('ORL_0001', '2026-05-04 21:00:01', ['ORW', 'JPG'], folder: 'DCIM/101COPY');
        $new = OnCard::frame('ORL_0002', '2026-05-04 21:00:02', ['JPG', 'xmp']);
        $frames = [$first, $twin, $new];
        $prints = ['DCIM/100ORREL/ORL_0001.ORW' => 'raw', 'DCIM/101COPY/ORL_0001.ORW' => 'raw', 'DCIM/100ORREL/ORL_0001.xmp' => 'five stars', 'DCIM/100ORREL/ORL_0002.xmp' => 'five stars'];
        $said = static fn (Known $known): array => array_column(array_map(static fn ($line): array => [$line->file->path, $line->to() ?? $line->intent->value], Planner::plan(new CardContents($frames, [], []), new Wishes(), new StoreOf(), Comparison::of($frames, $prints, $known))->lines), 1, 0);
        $of = static fn (string $path): string => "2026/2026-05-04/2026-05-04_$path";
        self::assertSame([
            'DCIM/100ORREL/ORL_0001.ORW' => $of('0001.orw'),
            'DCIM/100ORREL/ORL_0001.xmp' => $of('0001.xmp'),
            'DCIM/101COPY/ORL_0001.ORW' => 'left out',
            'DCIM/101COPY/ORL_0001.JPG' => $of('0002.jpg'),
            'DCIM/100ORREL/ORL_0002.JPG' => $of('0003.jpg'),
            'DCIM/100ORREL/ORL_0002.xmp' => $of('0003.xmp'),
        ], $said(new Known()));
        $held = $said(new Known(['raw' => [new HeldAs('a.orw', '2026-05-03', 1)], 'five stars' => [new HeldAs('z.xmp', '2026-05-01', 9), new HeldAs('a.xmp', '2026-05-03', 1)]]));
        self::assertSame(['held', 'held', $of('0002.xmp')], [$held['DCIM/100ORREL/ORL_0001.ORW'], $held['DCIM/100ORREL/ORL_0001.xmp'], $held['DCIM/100ORREL/ORL_0002.xmp']]);
    }

    /** @return list<string> */
    private static function about(Plan $plan, About $about): array
    {
        return array_values(array_map(static fn (Problem $problem): string => $problem->message, array_filter($plan->problems, static fn (Problem $problem): bool => $about === $problem->about)));
    }
}
