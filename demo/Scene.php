<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** The places and evenings of Quillhaven that the demo's cameras saw. */
enum Scene: string
{
    case FerryBell = 'ferry bell';
    case LanternBoats = 'lantern boats';
    case RopeWalk = 'rope walk';
    case KilnOpening = 'kiln opening';
    case SaltPans = 'salt pans';
    case SignalTower = 'signal tower';
    case NightFerry = 'night ferry';

    /**
     * Exposure time as numerator and denominator, f-number in tenths, ISO, focal length in mm.
     *
     * @return array{array{int, int}, int, int, int}
     */
    public function settings(): array
    {
        return match ($this) {
            self::FerryBell => [[1, 250], 56, 200, 50],
            self::LanternBoats => [[1, 60], 28, 3200, 35],
            self::RopeWalk => [[1, 125], 40, 1600, 28],
            self::KilnOpening => [[1, 80], 28, 6400, 42],
            self::SaltPans => [[1, 800], 80, 100, 35],
            self::SignalTower => [[1, 500], 71, 100, 60],
            self::NightFerry => [[1, 30], 18, 6400, 35],
        };
    }
}
