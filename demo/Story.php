<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** The frames of the demo's cards: which scene, when, and what went wrong. Times are Quillhaven's own. */
final class Story
{
    /** @var list<Shot> */
    private array $shots = [];
    private int $clock = 0;
    private int $wobble = 0;

    private function __construct(private int $number, private readonly int $seed)
    {
    }

    /**
     * What both slots of the Orrel M4 hold: a stray morning in April, then three days in May.
     *
     * @return list<Shot>
     */
    public static function orrel(): array
    {
        $story = new self(1198, 4100);
        $story->at('2026-04-02 07:12:20');
        $story->frames(Scene::FerryBell, 4, 95);

        $story->at('2026-05-04 21:14:09');
        $story->frames(Scene::LanternBoats, 3, 47, raw: true);
        $story->frames(Scene::LanternBoats, 3, 12, raw: true, fault: Fault::LensCap);
        $story->frames(Scene::LanternBoats, 6, 38, raw: true);
        $story->frames(Scene::LanternBoats, 1, 20, raw: true, fault: Fault::Shaken);
        $story->at('2026-05-04 22:01:03');
        $story->frames(Scene::LanternBoats, 5, 33, raw: true);
        $story->burst(Scene::LanternBoats, 8);
        $story->frames(Scene::LanternBoats, 2, 15, raw: true, fault: Fault::Blown);
        $story->frames(Scene::LanternBoats, 7, 52, raw: true);
        $story->bracket(Scene::LanternBoats);
        $story->frames(Scene::LanternBoats, 2, 9, raw: true, fault: Fault::LensCap);
        $story->frames(Scene::LanternBoats, 5, 61, raw: true);

        $story->at('2026-05-06 09:40:31');
        $story->frames(Scene::RopeWalk, 26, 71);

        $story->at('2026-05-07 18:02:11');
        $story->frames(Scene::KilnOpening, 19, 84);

        return $story->shots;
    }

    /**
     * What the second photographer's body saw: the same evening at the quay, and the salt pans.
     *
     * @return list<Shot>
     */
    public static function vantry(): array
    {
        $story = new self(411, 7300);
        $story->at('2026-05-04 21:20:40');
        $story->frames(Scene::LanternBoats, 16, 112);
        $story->frames(Scene::NightFerry, 8, 64);
        $story->at('2026-05-09 06:05:12');
        $story->frames(Scene::SaltPans, 5, 88, raw: true);
        $story->frames(Scene::SaltPans, 13, 88);

        return $story->shots;
    }

    /**
     * The signal tower's repair, on one short card; its first frames are raws as large as such a body's are.
     *
     * @return list<Shot>
     */
    public static function tower(): array
    {
        $story = new self(1320, 9900);
        $story->at('2026-06-18 15:30:05');
        $story->frames(Scene::SignalTower, 3, 140, raw: true, rawScale: 6);
        $story->frames(Scene::SignalTower, 11, 140);

        return $story->shots;
    }

    private function at(string $moment): void
    {
        $this->clock = (new \DateTimeImmutable($moment.' UTC'))->getTimestamp();
    }

    private function frames(Scene $scene, int $count, int $pause, bool $raw = false, Fault $fault = Fault::None, int $rawScale = 1): void
    {
        for ($i = 0; $i < $count; ++$i) {
            $this->add($scene, $raw, $fault, rawScale: $rawScale);
            $this->clock += $pause + ($this->wobble = ($this->wobble * 7 + 11) % 23) - 11;
        }
    }

    /** Frames a quarter of a second apart, the view drifting a little. */
    private function burst(Scene $scene, int $count): void
    {
        for ($i = 0; $i < $count; ++$i) {
            $this->add($scene, true, Fault::None, seedOf: 900, centisecond: ($i % 4) * 25, shift: $i * 0.012);
            $this->clock += 3 === $i % 4 ? 1 : 0;
        }
        $this->clock += 30;
    }

    /** The same view three times, two stops apart. */
    private function bracket(Scene $scene): void
    {
        foreach ([0.0, -2.0, 2.0] as $i => $ev) {
            $this->add($scene, true, Fault::None, seedOf: 950, centisecond: $i * 31, ev: $ev);
        }
        $this->clock += 25;
    }

    private function add(Scene $scene, bool $raw, Fault $fault, ?int $seedOf = null, ?int $centisecond = null, float $shift = 0.0, float $ev = 0.0, int $rawScale = 1): void
    {
        $this->shots[] = new Shot($scene, $this->number, $this->clock, $centisecond ?? ($this->number * 37) % 100, $this->seed + ($seedOf ?? $this->number), $raw, $fault, $shift, $ev, $rawScale);
        ++$this->number;
    }
}
