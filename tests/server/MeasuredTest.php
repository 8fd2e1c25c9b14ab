<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\FrameReader;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Hint\FrameHint;
use VelvetLedger\Core\Hint\PerceptualPrint;
use VelvetLedger\Demo\Body;
use VelvetLedger\Demo\CameraFile;
use VelvetLedger\Demo\Fault;
use VelvetLedger\Demo\Painter;
use VelvetLedger\Demo\Scene;
use VelvetLedger\Demo\Shot;
use VelvetLedger\Server\Cards\CardHints;
use VelvetLedger\Server\Pages\FramesPage;
use VelvetLedger\Server\Persistence\Batch;
use VelvetLedger\Server\Persistence\BatchBeside;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Shoots\FrameMeasured;
use VelvetLedger\Server\Persistence\Shoots\MeasurementRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Stores\FramePictures;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Tools\KeptPictures;
use VelvetLedger\Server\View\Shoots\ShootFrameView;
use VelvetLedger\Server\Work\Land;
use VelvetLedger\Server\Work\Landings;
use VelvetLedger\Server\Work\WatchesPictures;

/** Pictures of frames are made and measured when they come in: what they hint at is said of held frames as of those on a card, and a look needs no drive. */
final class MeasuredTest extends LedgerTestCase
{
    public function testHeldFramesHintAtWhatTheyHintedAtOnTheirCard(): void
    {
        $this->comeIn();
        $volume = $this->card('CARD');
        $frames = CardContents::read($volume->path, new FrameReader(new CoreFactsReader()))->frames;
        $hints = $this->service(CardHints::class)->within($volume, $frames, 60)[2];
        $onCard = array_map(static fn (ReadFrame $frame): array => $hints[$frame->frame->key] ?? [], $frames);
        $words = static fn (FrameHint $one): string => trim($one->hint->value.' '.$one->place);
        self::assertSame([['burst 1'], ['burst 2'], ['burst 3'], ['black'], ['blown']], array_map(static fn (array $hints): array => array_map($words, $hints), $onCard));
        $held = fn (): array => array_map(static fn (ShootFrameView $frame): array => $frame->hints, $this->fresh(FramesPage::class)->frames($this->fresh(ShootRepository::class)->find(1)));
        self::assertEquals([$onCard[0], $onCard[1], $onCard[2], [], []], $held(), 'sequences need no picture');
        $this->service(Landings::class)->land(new Land([1, 2, 3, 4, 5]));
        self::assertEquals($onCard, $held());
        $prints = array_map(static fn (mixed $bits): PerceptualPrint => PerceptualPrint::ofBits(\is_string($bits) ? $bits : ''), $this->column('SELECT print FROM frame_measurement ORDER BY frame_id LIMIT 3'));
        self::assertSame([1], $this->column('SELECT DISTINCT version FROM frame_measurement'));
        self::assertLessThan($prints[0]->distance($prints[2]), $prints[0]->distance($prints[1]), 'two of one burst look more alike than another subject');
        self::assertSame([], $this->service(MeasurementRepository::class)->waiting(9));
    }

    /** What is looked at later is measured from the last to the first; a change goes from the first to the last. */
    public function testWhoeverChangesTheSameFramesJustThenIsWaitedForAndDoesNotWaitInTurn(): void
    {
        $this->comeIn();
        $database = $this->ledger()->getConnection();
        $change = new BatchBeside($database);
        $change->begin((new Batch($database))->add("UPDATE frame SET stem = 'a' WHERE id = 1")->add('SELECT pg_sleep(0.6)')->add("UPDATE frame SET stem = 'e' WHERE id = 5"));
        usleep(200_000);
        $this->service(MeasurementRepository::class)->enter(array_map(static fn (int $frame): FrameMeasured => new FrameMeasured($frame, null, null, null, null, 'not now'), [5, 4, 3, 2, 1]));
        $change->end(); // where it was made to give way, it says so
        $change->close();
        self::assertSame([['a', 1], ['e', 1]], $database->fetchAllNumeric('SELECT stem, measured_by FROM frame WHERE id IN (1, 5) ORDER BY id'));
    }

    public function testWhatIsNotMeasuredIsAskedForAgainAndADriveThatIsAwayIsWaitedFor(): void
    {
        $this->comeIn();
        $this->nothingIsKept();
        $bus = new SentMessages();
        $watch = new WatchesPictures($this->service(MeasurementRepository::class), $this->service(Stores::class), $this->service(IntakeRuns::class), $this->ledger()->getConnection(), $bus);
        $watch->look();
        self::assertSame([[5, 4, 3, 2, 1]], self::sent($bus));
        $this->drivesAway('Anvil', 'Bellows');
        $this->service(Landings::class)->land(new Land([1, 2, 3, 4, 5]));
        self::assertSame([], $this->column('SELECT frame_id FROM frame_measurement'));
        $watch->look();
        self::assertSame([[5, 4, 3, 2, 1]], self::sent($bus), 'it waits for a drive');
        $this->drivesBack('Bellows');
        $watch->look();
        self::assertSame([5, 4, 3, 2, 1], self::sent($bus)[1] ?? [], 'from the mirror');
        $this->service(Landings::class)->land(new Land([1, 2, 3, 4, 5]));
        self::assertCount(5, $this->column('SELECT frame_id FROM frame_measurement WHERE print IS NOT NULL'));
        $this->drivesAway('Bellows');
        self::assertStringStartsWith("\xFF\xD8", $this->service(FramePictures::class)->of(3, FramePictures::SCREEN), 'a look needs no drive');
    }

    public function testOfPicturesThatAreKeptTheOneThatWasLookedAtLongestAgoGoesFirst(): void
    {
        $home = Home::fromEnvironment();
        $this->nothingIsKept();
        $kept = new KeptPictures($home, new Settings([], pictureRoom: 700));
        foreach (['a', 'b', 'c', 'd'] as $i => $name) {
            $kept->put($name, str_repeat($name, 300));
            foreach ((array) glob($home->path.'/cache/pictures/??/*.jpg') as $path) {
                file_get_contents((string) $path) === str_repeat($name, 300) ? touch((string) $path, time() - 90_000 + 3600 * $i) : null;
            }
        }
        self::assertSame(str_repeat('a', 300), $kept->get('a'), 'looked at just now');
        self::assertSame(600, $kept->makeRoom());
        self::assertSame([true, false, false, true], array_map($kept->has(...), ['a', 'b', 'c', 'd']));
        self::assertSame(0, $kept->makeRoom());
    }

    /**
     * @return list<list<int>> frames that were asked for, by message
     *
     * @phpstan-impure
     */
    private static function sent(SentMessages $bus): array
    {
        return array_map(static fn (object $land): array => $land instanceof Land ? $land->frames : [], $bus->all());
    }

    private function nothingIsKept(): void
    {
        foreach ((array) glob(Home::fromEnvironment()->path.'/cache/pictures/??/*.jpg') as $path) {
            unlink((string) $path);
        }
    }

    /** Three of a burst, of which the third is of another subject; one black, one blown. */
    private function comeIn(): void
    {
        $this->drives('Bellows');
        foreach ([[Fault::None, Scene::SaltPans, 0], [Fault::None, Scene::SaltPans, 0], [Fault::None, Scene::FerryBell, 0], [Fault::LensCap, Scene::SaltPans, 300], [Fault::Blown, Scene::SaltPans, 600]] as $i => [$fault, $scene, $after]) {
            $shot = new Shot($scene, $i + 1, 1_777_900_000 + $after, 30 * $i, 9, fault: $fault, shift: 0.01 * $i);
            $this->reader->put(\sprintf('CARD/DCIM/100ORREL/ORL_%04d.JPG', $i + 1), CameraFile::jpeg(Body::orrelM4(), $shot, (new Painter())->paint($shot, 480, 320)));
        }
        $this->bringIn('CARD');
    }
}
