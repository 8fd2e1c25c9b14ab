<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** The year that Tern & Tallow had before the cards on the desk: jobs of the two of them in Quillhaven, as small pictures. */
final readonly class Year
{
    private const WIDTH = 480;
    private const HEIGHT = 320;

    /** @param list<array{string, string, Scene, int, string, string, string, list<list<string>>}> $jobs first frame's time, description, scene, frames, event, place, job, keywords */
    private function __construct(private array $jobs, private Painter $painter)
    {
    }

    public static function ofTernAndTallow(): self
    {
        $at = static fn (string ...$words): array => [array_values($words)];

        return new self([
            ['2025-05-11 06:20:00', 'low tide at the pans', Scene::SaltPans, 48, '', 'salt pans', '', $at('landscape', 'salt pans')],
            ['2025-05-24 19:40:00', 'lantern boats trial', Scene::LanternBoats, 44, 'Lantern boats', 'town quay', 'TT-2511', $at('boats', 'lantern boats')],
            ['2025-06-02 10:05:00', 'rope walk portraits', Scene::RopeWalk, 52, '', 'rope walk', 'TT-2512', [['people', 'rope makers'], ['work', 'rope walk']]],
            ['2025-06-14 15:30:00', 'quay wedding', Scene::KilnOpening, 66, 'A wedding at the quay', 'town quay', 'TT-2513', [['people', 'wedding'], ['people', 'guests']]],
            ['2025-06-21 22:10:00', 'midsummer ferry', Scene::NightFerry, 40, 'Midsummer', 'ferry pier', '', [['boats', 'night ferry'], ['seasons', 'midsummer']]],
            ['2025-07-03 09:15:00', 'signal tower survey', Scene::SignalTower, 38, '', 'signal tower', 'TT-2514', $at('buildings', 'signal tower')],
            ['2025-07-12 18:00:00', 'kiln firing', Scene::KilnOpening, 50, 'Summer firing', 'kiln yard', 'TT-2515', [['work', 'kiln'], ['people', 'potters']]],
            ['2025-07-26 07:40:00', 'regatta morning', Scene::FerryBell, 46, 'Regatta', 'outer harbour', 'TT-2516', $at('boats', 'regatta')],
            ['2025-07-26 14:10:00', 'regatta finish', Scene::LanternBoats, 58, 'Regatta', 'outer harbour', 'TT-2516', [['boats', 'regatta'], ['people', 'crews']]],
            ['2025-08-09 05:50:00', 'salt harvest', Scene::SaltPans, 62, 'Salt harvest', 'salt pans', 'TT-2517', [['work', 'salt harvest'], ['people', 'rakers']]],
            ['2025-08-16 20:30:00', 'lantern boats', Scene::LanternBoats, 74, 'Lantern boats', 'town quay', 'TT-2518', [['boats', 'lantern boats'], ['people', 'children']]],
            ['2025-08-17 11:00:00', 'red boat for sale', Scene::LanternBoats, 36, '', 'boat yard', 'TT-2519', [['boats', 'red boat']]],
            ['2025-09-01 08:30:00', 'school opening', Scene::RopeWalk, 34, '', 'town school', 'TT-2520', $at('people', 'children')],
            ['2025-09-13 16:20:00', 'second quay wedding', Scene::KilnOpening, 68, 'A wedding at the quay', 'town quay', 'TT-2521', [['people', 'wedding']]],
            ['2025-09-27 06:40:00', 'autumn fog', Scene::SaltPans, 42, '', 'salt pans', '', [['landscape', 'fog'], ['seasons', 'autumn']]],
            ['2025-10-04 10:10:00', 'rope walk at work', Scene::RopeWalk, 56, '', 'rope walk', 'TT-2522', [['work', 'rope walk']]],
            ['2025-10-18 21:15:00', 'night ferry crew', Scene::NightFerry, 48, '', 'ferry pier', 'TT-2523', [['boats', 'night ferry'], ['people', 'crews']]],
            ['2025-11-02 13:00:00', 'tower scaffolding', Scene::SignalTower, 44, '', 'signal tower', 'TT-2524', [['buildings', 'signal tower'], ['work', 'scaffolding']]],
            ['2025-11-15 07:55:00', 'storm on the mole', Scene::FerryBell, 50, '', 'outer harbour', '', [['landscape', 'storm']]],
            ['2025-11-29 17:30:00', 'kiln in winter', Scene::KilnOpening, 42, '', 'kiln yard', 'TT-2525', [['work', 'kiln'], ['seasons', 'winter']]],
            ['2025-12-13 19:05:00', 'winter lights', Scene::LanternBoats, 54, 'Winter lights', 'town quay', 'TT-2526', [['boats', 'lantern boats'], ['seasons', 'winter']]],
            ['2025-12-31 23:20:00', 'turn of the year', Scene::NightFerry, 40, 'Turn of the year', 'ferry pier', '', [['boats', 'night ferry']]],
            ['2026-01-10 09:45:00', 'frozen pans', Scene::SaltPans, 46, '', 'salt pans', '', [['landscape', 'ice'], ['seasons', 'winter']]],
            ['2026-01-24 11:30:00', 'boat yard repairs', Scene::RopeWalk, 44, '', 'boat yard', 'TT-2601', [['boats', 'red boat'], ['work', 'repairs']]],
            ['2026-02-07 15:00:00', 'tower lamp room', Scene::SignalTower, 40, '', 'signal tower', 'TT-2602', [['buildings', 'signal tower']]],
            ['2026-02-21 18:40:00', 'potters evening', Scene::KilnOpening, 46, '', 'kiln yard', 'TT-2603', [['people', 'potters']]],
            ['2026-03-07 06:30:00', 'spring tide', Scene::SaltPans, 52, 'Spring tide', 'salt pans', '', [['landscape', 'spring tide'], ['seasons', 'spring']]],
            ['2026-03-15 12:00:00', 'ferry in dock', Scene::FerryBell, 38, '', 'boat yard', 'TT-2604', [['boats', 'night ferry'], ['work', 'repairs']]],
            ['2026-03-28 20:10:00', 'choir at the pier', Scene::NightFerry, 44, '', 'ferry pier', 'TT-2605', [['people', 'choir']]],
            ['2026-04-11 16:45:00', 'red boat launch', Scene::LanternBoats, 60, 'The red boat is launched', 'boat yard', 'TT-2606', [['boats', 'red boat'], ['people', 'guests']]],
            ['2026-04-19 08:05:00', 'rope walk in spring', Scene::RopeWalk, 48, '', 'rope walk', 'TT-2607', [['work', 'rope walk'], ['seasons', 'spring']]],
            ['2026-04-25 17:20:00', 'spring firing', Scene::KilnOpening, 54, 'Spring firing', 'kiln yard', 'TT-2608', [['work', 'kiln']]],
        ], new Painter());
    }

    /** @return list<array{description: string, date: string, event: string, place: string, job: string, keywords: list<list<string>>, frames: int}> */
    public function jobs(): array
    {
        return array_map(static fn (array $job): array => ['description' => $job[1], 'date' => substr($job[0], 0, 10), 'event' => $job[4], 'place' => $job[5], 'job' => $job[6], 'keywords' => $job[7], 'frames' => $job[3]], $this->jobs);
    }

    /**
     * What the two of them say of their rights; neither is the slip that is stamped unasked.
     *
     * @return array<string, array<string, string>> by name
     */
    public static function slips(): array
    {
        $both = ['usageTerms' => 'No use without leave.', 'mail' => 'desk@tern.example', 'addressCity' => 'Quillhaven'];

        return ['Ada Tern' => ['creator' => 'Ada Tern', 'notice' => '© [year] Tern & Tallow', ...$both], 'Bo Tallow' => ['creator' => 'Bo Tallow', 'notice' => '© [year] Tern & Tallow', ...$both]];
    }

    /** @return list<array<string, mixed>> standing orders, as documents */
    public static function orders(): array
    {
        return [
            self::order('Weddings', ['copies' => ['number' => 2, 'readTwice' => true], 'stamps' => ['slip' => 'Ada Tern', 'keywords' => [['people', 'wedding']]], 'subfolders' => ['make' => ['print', 'web']], 'afterwards' => ['selects' => 'moved', 'album' => 'weddings of the year']]),
            self::order('Boats and the harbour', ['stamps' => ['slip' => 'Bo Tallow', 'keywords' => [['boats']]], 'dng' => ['mode' => 'beside the raw']]),
        ];
    }

    /**
     * @param array<string, mixed> $more
     *
     * @return array<string, mixed>
     */
    private static function order(string $name, array $more): array
    {
        return ['velvetLedger' => 'standing order', 'version' => 1, 'name' => $name, ...$more];
    }

    /**
     * Writes the card of a job, as the first body or the second took it, below a folder: a few views, each a few times.
     *
     * @param int|null $most its first frames only
     */
    public function write(int $number, string $folder, ?int $most = null): void
    {
        [$begun, , $scene, $frames] = $this->jobs[$number];
        $body = 0 === $number % 3 ? Body::vantry6() : Body::orrelM4();
        $clock = (new \DateTimeImmutable($begun.' UTC'))->getTimestamp();
        for ($i = 0; $i < min($frames, $most ?? $frames); ++$i) {
            $clock += 0 === $i % 4 ? 90 + 37 * ($i % 7) : 2;
            $shot = new Shot($scene, 1 + (1373 * $number + $i) % 9999, $clock, 7 * $i % 100, 20_000 + 100 * $number + intdiv($i, 4), shift: 0.015 * ($i % 4));
            $path = \sprintf('%s/DCIM/%s/%s%04d.JPG', $folder, $body->folder, $body->filePrefix, $shot->number);
            @mkdir(\dirname($path), 0o777, true);
            $picture = CameraFile::jpeg($body, $shot, CodedPicture::of($this->painter->paint($shot, self::WIDTH, self::HEIGHT)));
            if (\strlen($picture) !== file_put_contents($path, $picture)) {
                throw new \RuntimeException("Could not write $path: the disk may be full.");
            }
            touch($path, $shot->takenAt + $body->secondsFast);
        }
    }
}
