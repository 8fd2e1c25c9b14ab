<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\About;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Plan\PlannedShoot;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Stores\Store;
use VelvetLedger\Server\View\Desk\PlannedShootView;
use VelvetLedger\Server\View\Desk\TotalsView;

/** A plan as text for a terminal, or as JSON for another program. */
final class PlanText
{
    public static function json(Plan $plan, StandingOrder $order, CardsOnDesk $desk, Store $store): string
    {
        return json_encode([
            'source' => 1 === \count($desk->volumes) ? PathText::of($desk->first()->path) : array_values(array_map(static fn (Volume $volume): string => PathText::of($volume->path), $desk->volumes)),
            'store' => ['name' => $store->name, 'path' => $store->path, 'present' => $store->isPresent(), 'freeBytes' => $store->freeBytes()],
            'order' => OrderDocument::of($order),
            'shoots' => array_map(static fn (PlannedShoot $shoot): PlannedShootView => new PlannedShootView($shoot), $plan->shoots),
            'folders' => $plan->tree,
            'files' => array_map(static fn (PlanLine $line): array => [
                'from' => $line->file->text(),
                ...(null === $line->file->card ? [] : ['card' => $line->file->card->label]),
                'to' => $line->to(),
                'kind' => $line->file->kind->value,
                'bytes' => $line->file->bytes,
                'intent' => $line->intent->value,
                'reason' => '' === $line->reason ? null : $line->reason,
            ], $plan->lines),
            'totals' => new TotalsView($plan->totals, $store->name),
            'problems' => $plan->problems,
            'clocks' => $plan->clocks,
        ], \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR);
    }

    public static function table(Plan $plan, StandingOrder $order, CardsOnDesk $desk, Store $store): string
    {
        $lines = [\sprintf('%s to %s (%s), by the standing order "%s"', $desk->label(), $store->name, $store->path, $order->name), ''];
        foreach ($plan->shoots as $shoot) {
            $lines[] = \sprintf('  %s  %s to %s  %s of %s, %s, %s', $shoot->place->folder, substr($shoot->frames->first(), 11, 5), substr($shoot->frames->last(), 11, 5), Count::figure($shoot->counts->toBringIn), Count::of($shoot->counts->all, 'frame'), Count::of(array_sum($shoot->files->kinds), 'file'), Size::of($shoot->files->bytesToBringIn));
            $lines[] = null === $shoot->names->first ? '      nothing to bring in' : \sprintf('      %s … %s', $shoot->names->first, $shoot->names->last);
        }
        foreach ($plan->problems as $problem) {
            $lines[] = (About::Gap === $problem->about ? '    ' : '  ! ').$problem->message;
        }
        $lines[] = '';
        $lines[] = $plan->totals->sentence($store->name);

        return implode("\n", $lines);
    }
}
