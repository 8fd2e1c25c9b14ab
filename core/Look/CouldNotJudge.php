<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A frame cannot be judged as it was asked for; nothing was changed. */
final class CouldNotJudge extends \RuntimeException implements CouldNot
{
    use Said;

    public static function by(string $word): self
    {
        return new self(\sprintf('"%s" says nothing of a frame. Say keep, drop, unsure or open; 0 to 5 for stars; "label" and a word, or "no label".', mb_strimwidth($word, 0, 60, '…')));
    }

    public static function nothingToTakeBack(): self
    {
        return new self('Nothing in this sitting is left to be taken back.');
    }

    public static function nothingToBringAgain(): self
    {
        return new self('Nothing was taken back that could be brought again.');
    }

    public static function noSuch(string $lot): self
    {
        return new self(\sprintf('"%s" names no frames to look at. Name shoots, as "shoots-12-14", a receipt, as "receipt-3", or a day, as "day-2026-05-04".', mb_strimwidth($lot, 0, 60, '…')));
    }

    public static function notOfIt(string $frame): self
    {
        return new self(\sprintf('The frame %s is not among those that are looked at.', $frame));
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
