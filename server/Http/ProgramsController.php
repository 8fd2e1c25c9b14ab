<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Programs\PlacesNow;
use VelvetLedger\Server\Programs\Programs;

/** The next step is elsewhere: shoots, files and a receipt's folders, to be opened in a program, or told by their paths. */
final readonly class ProgramsController
{
    public function __construct(private Programs $programs, private PlacesNow $places, private ShootRepository $shoots, private ReceiptRepository $receipts)
    {
    }

    #[Route('/api/programs', methods: ['GET'])]
    public function all(): Response
    {
        return new JsonResponse($this->programs->names());
    }

    /** Opens them where a program is named; and says where they lie: absolute paths on the machine of the ledger. */
    #[Route('/api/elsewhere', methods: ['POST'])]
    public function open(Request $request): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$program, $shoot, $receipt, $frames] = $fields->make(static fn (): array => [$fields->text('program', '', 80), $fields->number('shoot', 0), $fields->number('receipt', 0), $fields->list('frames', RowNumber::given('a frame'))]);
        $paths = match (true) {
            $receipt > 0 => $this->places->ofReceipt($this->receipts->find($receipt)),
            [] !== $frames => $this->places->ofFrames($this->shoots->find($shoot), $frames),
            default => $this->places->ofShoot($this->shoots->find($shoot)),
        };
        if ('' !== $program) {
            $this->programs->open($program, $paths);
        }

        return new JsonResponse($paths);
    }
}
