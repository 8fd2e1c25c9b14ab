<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Placing;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A rule of where work lies that cannot be, or a shoot that cannot be filed, leave or come back just now. */
final class CouldNotPlace extends \RuntimeException implements CouldNot
{
    use Said;

    public static function ofAnything(): self
    {
        return new self('Say what work the rule is for: a kind of work, a standing order or years. All other work follows what the stores are for.');
    }

    public static function yearsTurned(int $from, int $to): self
    {
        return new self("The years of a rule run from the earlier to the later: $from to $to does not.");
    }

    public static function storeTwice(): self
    {
        return new self('A rule names a store once: where work lands, what mirrors it, or where it ends.');
    }

    public static function nowhere(string $shoot): self
    {
        return new self("No rule says where $shoot ends: give its work an archive, on the page of stores. Nothing was changed.");
    }

    public static function isNotAt(string $shoot, string $store): self
    {
        return new self("Nothing of $shoot lies on $store. Nothing was changed.", $store);
    }

    /** @param string $because what is lacking, without a full stop */
    public static function mayNotLeave(string $shoot, string $store, string $because): self
    {
        return new self("$shoot stays on $store: $because. Nothing was changed.", $store, $because);
    }

    public static function hasNoOtherHome(string $shoot, string $store): self
    {
        return new self("$shoot stays on $store, its home: no other store that is there has all of it. File it away first. Nothing was changed.", $store);
    }

    public static function isWorkedOnThere(string $shoot, string $store): self
    {
        return new self("$shoot has its home on $store already, and all of it is there. Nothing was changed.", $store);
    }

    public static function ruleNamed(string $store, string $rule): self
    {
        return new self("A rule names $store: “{$rule}” Change that rule first.", $store);
    }

    public static function unknownStore(int $store): self
    {
        return new self("A rule names store $store, which is not one that is used.");
    }

    public static function isUnderWay(): self
    {
        return new self('A card is being brought in: rules can be changed when that has ended.');
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
