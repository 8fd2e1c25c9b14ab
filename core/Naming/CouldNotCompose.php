<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A pattern makes no names. */
final class CouldNotCompose extends \DomainException implements CouldNot
{
    use Said;

    public static function noPieces(): self
    {
        return new self('A naming pattern has at least one piece.');
    }

    public static function misplaced(PieceKind $kind, string $place): self
    {
        return new self(\sprintf('The piece "%s" cannot stand in a %s.', $kind->value, $place));
    }

    public static function between(string $between): self
    {
        return new self(\sprintf('Between pieces stands a hyphen, an underscore, a space or nothing, not "%s".', $between));
    }

    public static function start(int $start): self
    {
        return new self(\sprintf('A sequence starts at a number from 0 to 99999999, not at %d.', $start));
    }

    public static function digits(int $digits): self
    {
        return new self(\sprintf('A sequence has 1 to %d digits, not %d.', Sequence::MOST_DIGITS, $digits));
    }

    public static function fields(string $fields, string $because): self
    {
        return new self(\sprintf('The date fields "%s" cannot be used: %s.', $fields, $because));
    }

    public static function twoSequences(): self
    {
        return new self('A naming pattern has one sequence at most.');
    }

    public static function tooLong(int $most): self
    {
        return new self(\sprintf('The words of a piece are at most %d characters long.', $most));
    }

    public static function tooDeep(int $most): self
    {
        return new self(\sprintf('A folder pattern is at most %d folders deep.', $most));
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
