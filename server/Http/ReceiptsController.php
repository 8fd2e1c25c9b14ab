<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Server\Intake\GoOn;
use VelvetLedger\Server\Intake\HoldIntake;
use VelvetLedger\Server\Intake\TakeBack;
use VelvetLedger\Server\Pages\ReceiptPage;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\View\Receipts\ReceiptLineView;
use VelvetLedger\Server\View\Receipts\ReceiptShootsView;
use VelvetLedger\Server\View\Receipts\ReceiptShootView;
use VelvetLedger\Server\View\Receipts\ReceiptsView;
use VelvetLedger\Server\Work\BringIn;
use VelvetLedger\Server\Work\Dngs;
use VelvetLedger\Server\Work\FailedWork;

/** Receipts: each intake, under way or done, and the line of every file that was on the card; and work that failed. */
final readonly class ReceiptsController
{
    private const MOST = 200;

    public function __construct(private ReceiptRepository $receipts, private ReceiptPage $page, private FailedWork $failed)
    {
    }

    /** A page of them; ?before= a receipt's number for those that are older. */
    #[Route('/api/receipts', methods: ['GET'])]
    public function receipts(Request $request): Response
    {
        $before = RowNumber::of($request, 'before');
        $found = $this->receipts->page($before > 0 ? $before : null);
        $page = \array_slice($found, 0, ReceiptRepository::PAGE);

        return new JsonResponse(new ReceiptsView(array_map($this->page->of(...), $page), \count($found) > \count($page) ? $page[\count($page) - 1]->id() : null, $before > 0 ? [] : $this->failed->all()));
    }

    /** The shoots of some receipts: ?of= their numbers, with commas between. */
    #[Route('/api/receipts/shoots', methods: ['GET'])]
    public function shoots(Request $request, ShootRepository $shoots): Response
    {
        $numbers = array_map(intval(...), \array_slice(array_filter(explode(',', $request->query->getString('of')), static fn (string $one): bool => 1 === preg_match('/^\d{1,9}$/', $one)), 0, self::MOST));
        $found = $shoots->ofReceipts($numbers);

        return new JsonResponse(array_map(static fn (int $number): ReceiptShootsView => new ReceiptShootsView($number, array_map(static fn (array $one): ReceiptShootView => new ReceiptShootView(...$one), $found[$number] ?? [])), $numbers));
    }

    #[Route('/api/receipts/{number}', methods: ['GET'], requirements: ['number' => '\d{1,9}'])]
    public function receipt(int $number): Response
    {
        return new JsonResponse($this->page->of($this->receipts->find($number)));
    }

    #[Route('/api/receipts/{number}/lines', methods: ['GET'], requirements: ['number' => '\d{1,9}'])]
    public function lines(int $number): Response
    {
        $intake = $this->receipts->find($number);
        $now = $this->receipts->changedSince($intake);

        return new JsonResponse(array_map(static fn (ReceiptLine $line): ReceiptLineView => new ReceiptLineView($line, $now[$line->id()] ?? null), $this->receipts->lines($intake)));
    }

    /** Goes on with an intake that stopped, and tries again what failed. */
    #[Route('/api/receipts/{number}/continue', methods: ['POST'], requirements: ['number' => '\d{1,9}'])]
    public function goOn(int $number, GoOn $goOn, MessageBusInterface $bus): Response
    {
        $intake = $goOn->with($number, function (Intake $again) use ($bus): void {
            $this->failed->forgetReceipt($again->id());
            $bus->dispatch(new BringIn($again->id()));
        });

        return new JsonResponse($this->page->of($intake));
    }

    /** Tries again to convert the raws that could not be. */
    #[Route('/api/receipts/{number}/convert', methods: ['POST'], requirements: ['number' => '\d{1,9}'])]
    public function convert(int $number, Dngs $dngs): Response
    {
        $intake = $this->receipts->find($number);
        $dngs->again($number);

        return new JsonResponse($this->page->of($intake));
    }

    /** Pauses an intake that is under way; "go on" continues it. */
    #[Route('/api/receipts/{number}/pause', methods: ['POST'], requirements: ['number' => '\d{1,9}'])]
    public function pause(int $number, HoldIntake $hold): Response
    {
        return new JsonResponse($this->page->of($hold->pause($number)));
    }

    /** Stops it: what is done stays done. */
    #[Route('/api/receipts/{number}/stop', methods: ['POST'], requirements: ['number' => '\d{1,9}'])]
    public function stop(int $number, HoldIntake $hold): Response
    {
        return new JsonResponse($this->page->of($hold->stop($number)));
    }

    /** Takes its beginning back, where nothing of it was copied yet. */
    #[Route('/api/receipts/{number}/take-back', methods: ['POST'], requirements: ['number' => '\d{1,9}'])]
    public function takeBack(int $number, TakeBack $takeBack): Response
    {
        return new JsonResponse($this->page->of($takeBack->takeBack($number)));
    }

    /** The frames that came in last, to be looked at while more come. */
    #[Route('/api/receipts/{number}/landed', methods: ['GET'], requirements: ['number' => '\d{1,9}'])]
    public function landed(int $number): Response
    {
        return new JsonResponse($this->receipts->landed($this->receipts->find($number)));
    }

    /** Every line with its checksum and its copies, as CSV (RFC 4180). */
    #[Route('/api/receipts/{number}.csv', methods: ['GET'], requirements: ['number' => '\d{1,9}'])]
    public function table(int $number): Response
    {
        return CsvAnswer::of("receipt-$number.csv", ['on the card', 'kind', 'bytes', 'outcome', 'reason', 'folder', 'name', 'xxh128', 'sha256', 'proven at', 'copies'], $this->receipts->table($this->receipts->find($number)));
    }

    /** The same as JSON. */
    #[Route('/api/receipts/{number}.json', methods: ['GET'], requirements: ['number' => '\d{1,9}'])]
    public function document(int $number): Response
    {
        $intake = $this->receipts->find($number);
        $lines = array_map(static fn (array $row): array => array_combine(['path', 'kind', 'bytes', 'outcome', 'reason', 'folder', 'name', 'xxh128', 'sha256', 'provenAt', 'copies'], $row), [...$this->receipts->table($intake)]);

        return new JsonResponse(['receipt' => $this->page->of($intake), 'lines' => $lines], 200, ['Content-Disposition' => HeaderUtils::makeDisposition('attachment', "receipt-$number.json")]);
    }

    /** Tries again what failed as often as it is tried. */
    #[Route('/api/failed/{id}/again', methods: ['POST'], requirements: ['id' => '\d{1,18}'])]
    public function tryAgain(string $id): Response
    {
        $this->failed->again($id);

        return new JsonResponse(null, 204);
    }
}
