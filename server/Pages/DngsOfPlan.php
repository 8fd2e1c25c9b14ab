<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Order\DngMode;
use VelvetLedger\Core\Order\DngsWanted;
use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Persistence\Conversions\ConversionRepository;
use VelvetLedger\Server\Tools\InParts;
use VelvetLedger\Server\View\Desk\DngEstimateView;

/** Says what the DNGs of a plan's raws will cost in time and save in room, by what frames of the same bodies gave before. */
final readonly class DngsOfPlan
{
    public function __construct(private ConversionRepository $conversions)
    {
    }

    public function of(Plan $plan, DngsWanted $wanted): DngEstimateView
    {
        $raws = [];
        foreach (DngMode::Off === $wanted->mode ? [] : $plan->lines as $line) {
            if (Intent::BringIn === $line->intent && Kind::StillRaw === $line->file->kind) {
                $body = $line->frame?->read->facts->gear->model ?? '';
                $raws[$body] = [($raws[$body][0] ?? 0) + 1, ($raws[$body][1] ?? 0) + $line->file->bytes];
            }
        }
        [$count, $bytes] = [array_sum(array_column($raws, 0)), array_sum(array_column($raws, 1))];

        return new DngEstimateView(0 === $count ? '' : $this->estimateInWords($raws, $count, $bytes, $wanted));
    }

    /** @param array<array-key, array{int, int}> $raws body => frames, bytes */
    private function estimateInWords(array $raws, int $count, int $bytes, DngsWanted $wanted): string
    {
        [$expected, $seconds, $unknown] = [0.0, 0.0, []];
        foreach ($raws as $body => [, $of]) {
            $before = $this->conversions->before((string) $body, $wanted->how->embedsRaw);
            if (null === $before) {
                $unknown[] = '' === $body ? 'an unnamed body' : (string) $body;
            } else {
                $expected += $before[0] * $of;
                $seconds += $before[1] * $of / 1e6;
            }
        }
        if ([] !== $unknown) {
            return \sprintf('%s, %s. No raw of %s was converted so far, so time and size cannot be told.', Count::of($count, 'raw'), Size::of($bytes), implode(' or ', $unknown));
        }
        $minutes = $seconds / 60 / InParts::processors();
        $room = DngMode::Instead === $wanted->mode ? $bytes - $expected : -$expected;

        return \sprintf('%s, %s, will be about %s of DNGs, in about %s; on each store that %s %s.', Count::of($count, 'raw'), Size::of($bytes), Size::of((int) $expected), $minutes < 1 ? 'a minute' : Count::of((int) ceil($minutes), 'minute'), $room >= 0 ? 'saves' : 'takes', Size::of((int) abs($room)).($room >= 0 ? '' : ' more'));
    }
}
