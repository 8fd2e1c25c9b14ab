<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/** How frames are numbered: from where, in how many digits at least, and over what. */
final readonly class Sequence
{
    public const MOST_DIGITS = 8;

    private function __construct(public int $start, public int $digits, public Scope $scope)
    {
    }

    /** @throws CouldNotCompose */
    public static function of(int $start = 1, int $digits = 4, Scope $scope = Scope::Shoot): self
    {
        if ($start < 0 || $start > 99_999_999) {
            throw CouldNotCompose::start($start);
        }

        return $digits >= 1 && $digits <= self::MOST_DIGITS ? new self($start, $digits, $scope) : throw CouldNotCompose::digits($digits);
    }

    /** Digits that all of $count numbers from $first on can be written with, so that they sort as they count. */
    public function digitsFor(int $first, int $count): int
    {
        return max($this->digits, \strlen((string) ($first + max(0, $count - 1))));
    }
}
