<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\About;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Settings\Megabytes;
use VelvetLedger\Server\Settings\Store;

/** A plan as text for a terminal, or as JSON for another program. */
final class PlanText
{
    public static function json(Plan $plan, StandingOrder $order, Volume $volume, Store $store): string
    {
        return json_encode([
            'source' => PathText::of($volume->path),
            'store' => ['name' => $store->name, 'path' => $store->path, 'present' => $store->isPresent(), 'freeBytes' => $store->freeBytes()],
            'order' => OrderDocument::of($order),
            'shoots' => $plan->shoots,
            'folders' => $plan->tree,
            'files' => array_map(static fn (PlanLine $line): array => [
                'from' => $line->file->text(),
                'to' => $line->to(),
                'kind' => $line->file->kind->value,
                'bytes' => $line->file->bytes,
                'intent' => $line->intent->value,
                'reason' => '' === $line->reason ? null : $line->reason,
            ], $plan->lines),
            'totals' => $plan->totals,
            'problems' => $plan->problems,
            'clocks' => $plan->clocks,
        ], \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR);
    }

    public static function table(Plan $plan, StandingOrder $order, Volume $volume, Store $store): string
    {
        $lines = [\sprintf('%s to %s (%s), by the standing order "%s"', $volume->label(), $store->name, $store->path, $order->name), ''];
        foreach ($plan->shoots as $shoot) {
            $lines[] = \sprintf('  %s  %s to %s  %d of %d frames, %d files, %s', $shoot->folder, substr($shoot->from, 11, 5), substr($shoot->to, 11, 5), $shoot->toBringIn, $shoot->frames, $shoot->files, Megabytes::of($shoot->bytes));
            $lines[] = null === $shoot->firstName ? '      nothing to bring in' : \sprintf('      %s … %s', $shoot->firstName, $shoot->lastName);
        }
        foreach ($plan->problems as $problem) {
            $lines[] = (About::Gap === $problem->about ? '    ' : '  ! ').$problem->message;
        }
        $totals = $plan->totals;
        $lines[] = '';
        $lines[] = \sprintf(
            '%d frames in %d files on the card (%s), %d already held: %d frames to bring in, %s. %d unreadable, %d files are not stills.',
            $totals->frames,
            $totals->files,
            Megabytes::of($totals->bytes),
            $totals->framesHeld,
            $totals->framesToBringIn,
            Megabytes::of($totals->bytesToBringIn),
            $totals->framesUnreadable,
            $totals->filesNotStills,
        );

        return implode("\n", $lines);
    }
}
