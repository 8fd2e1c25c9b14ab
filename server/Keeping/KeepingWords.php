<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Keeping;

use VelvetLedger\Core\Keeping\KeepingPlan;
use VelvetLedger\Core\Keeping\KeepingWish;
use VelvetLedger\Core\Keeping\NamesAsked;
use VelvetLedger\Core\Keeping\ShootKept;
use VelvetLedger\Core\Shoot\ClockCorrection;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Day;

/** A change of places in words: for the day book, and to be taken back by. */
final class KeepingWords
{
    public static function of(KeepingPlan $plan, KeepingWish $wish, ShootKept $before, ?ShootKept $into): string
    {
        $after = $plan->shoots[$before->id] ?? $plan->shoots[0] ?? null;
        $said = array_values(array_filter([
            null === $into ? '' : ("{$before->name()}: ".Count::of(\count($plan->frames), 'frame')." to {$into->name()}"),
            !$wish->going->apart || null === $after ? '' : Count::of(\count($plan->frames), 'frame')." of {$before->name()} to a shoot of their own, {$after->name()}",
            0 === $wish->clock->seconds ? '' : Count::of(\count($plan->frames), 'frame').' '.ClockCorrection::by($wish->clock->seconds)->inWords(),
            ...null !== $into || $wish->going->apart || null === $after ? [] : self::ofShoot($before, $after),
        ], static fn (string $one): bool => '' !== $one));
        $renamed = $plan->renamed();
        if ($renamed > 0) {
            $said[] = match ($wish->names->asked) {
                NamesAsked::Anew => Count::of($renamed, 'frame').' named anew',
                NamesAsked::Replace => Count::of($renamed, 'frame')." renamed, \"{$wish->names->find}\" is \"{$wish->names->with}\"",
                NamesAsked::OnCard => Count::of($renamed, 'frame').' called as on the card',
                default => Count::of($renamed, 'frame').' renamed',
            };
        }

        return [] === $said ? Count::of(\count($plan->frames), 'frame').' changed' : implode('; ', $said);
    }

    /** @return list<string> */
    private static function ofShoot(ShootKept $before, ShootKept $after): array
    {
        return [
            $before->description === $after->description ? '' : ('' === $before->description ? 'described: "'.$after->name().'"' : "\"{$before->name()}\" is ".('' === $after->description ? 'without a description' : "\"{$after->name()}\"")),
            $before->date === $after->date ? '' : Day::of($before->date).' is '.Day::of($after->date),
            $before->kindOfWork === $after->kindOfWork ? '' : ('' === $after->kindOfWork ? 'of no kind of work' : "kind of work: $after->kindOfWork"),
            $before->folder === $after->folder ? '' : "$before->folder is $after->folder",
            $before->notes === $after->notes ? '' : 'notes changed',
            $before->cover === $after->cover ? '' : 'another cover',
        ];
    }
}
