<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Pages\ReceiptPage;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Receipts\ReceiptLineView;
use VelvetLedger\Server\View\Receipts\ReceiptView;

/** A receipt as text for a terminal, or as JSON for another program. */
final readonly class ReceiptText
{
    public function __construct(private ReceiptRepository $receipts, private ReceiptPage $page, private Stores $stores)
    {
    }

    public function view(Intake $intake): ReceiptView
    {
        return $this->page->of($intake);
    }

    public function text(Intake $intake): string
    {
        $view = $this->view($intake);
        $lines = [\sprintf('Receipt %d, %s to %s (%s)', $view->number, $view->card, $view->store, $this->stores->at($intake->store)->path)];
        foreach ($view->problems as $problem) {
            $lines[] = '  ! '.$problem;
        }
        foreach ($this->receipts->lines($intake, Outcome::Failed, Outcome::Unreadable) as $line) {
            $lines[] = \sprintf('  %s: %s: %s', $line->outcome()->value, '' === $line->path ? '/' : $line->path, $line->reason());
        }
        if (null !== $view->stoppedBecause) {
            $lines[] = '  stopped: '.$view->stoppedBecause.(null === $view->waits->now ? '' : ' '.$view->waits->now);
        }
        $lines[] = $view->sentence.(null === $view->bytesPerSecond ? '' : \sprintf(' %s at %s a second.', Size::of($view->bytesCopied), Size::of((int) $view->bytesPerSecond)));

        if ('' !== $view->waits->slow) {
            $lines[] = $view->waits->slow;
        }
        if (null !== $view->conversions) {
            $lines[] = $view->conversions->sentence;
        }

        return implode("\n", $lines);
    }

    /** One as an object, several as a list. */
    public function json(Intake ...$intakes): string
    {
        $receipts = array_map(fn (Intake $intake): array => ['receipt' => $this->view($intake), 'lines' => array_map(static fn (ReceiptLine $line): ReceiptLineView => new ReceiptLineView($line), $this->receipts->lines($intake))], array_values($intakes));

        return json_encode(
            1 === \count($receipts) ? $receipts[0] : $receipts,
            \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR,
        );
    }
}
