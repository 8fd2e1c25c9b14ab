<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** Which frames are gone through, by how they are judged. */
enum Pass: string
{
    case All = 'all';
    case Open = 'not yet judged';
    case Unsure = 'unsure';
    case Kept = 'kept';
    case Starless = 'kept without stars';
    case OneUp = '1 star and more';
    case TwoUp = '2 stars and more';
    case ThreeUp = '3 stars and more';
    case FourUp = '4 stars and more';
    case Five = '5 stars';
    case Dropped = 'dropped';

    public function lets(Judgement $judged): bool
    {
        return match ($this) {
            self::All => true,
            self::Open => null === $judged->decision,
            self::Unsure => Decision::Unsure === $judged->decision,
            self::Kept => Decision::Keep === $judged->decision,
            self::Starless => Decision::Keep === $judged->decision && 0 === $judged->stars,
            self::OneUp, self::TwoUp, self::ThreeUp, self::FourUp, self::Five => Decision::Drop !== $judged->decision && $judged->stars >= $this->stars(),
            self::Dropped => Decision::Drop === $judged->decision,
        };
    }

    private function stars(): int
    {
        return match ($this) {
            self::OneUp => 1,
            self::TwoUp => 2,
            self::ThreeUp => 3,
            self::FourUp => 4,
            default => 5,
        };
    }
}
