<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Clearance\CouldNotRemove;
use VelvetLedger\Server\Clearance\Nods;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\Cards\ClearanceRepository;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\View\Cards\ClearanceView;
use VelvetLedger\Server\View\Cards\ComparisonView;
use VelvetLedger\Server\Work\Compare;
use VelvetLedger\Server\Work\Ends;
use VelvetLedger\Server\Work\Remove;

/** May the card in a reader be formatted; and what can be done where it may not. */
final readonly class ClearanceController
{
    public function __construct(private Readers $readers, private Ends $ends, private CardRepository $cards, private ClearanceRepository $known, private Settings $settings, private MessageBusInterface $bus)
    {
    }

    #[Route('/api/cards/{id}/clearance', methods: ['GET'], requirements: ['id' => '[0-9a-f]{16}'])]
    public function clearance(string $id): Response
    {
        return new JsonResponse($this->view($this->readers->volume($id)));
    }

    /** Of the card that a receipt was written from, where it is in a reader. */
    #[Route('/api/receipts/{number}/clearance', methods: ['GET'], requirements: ['number' => '\d{1,9}'])]
    public function ofReceipt(int $number, ReceiptRepository $receipts): Response
    {
        return new JsonResponse($this->view($this->readers->sourceOf($receipts->find($number))));
    }

    /** Reads in full, in the background, what seems to be held. */
    #[Route('/api/cards/{id}/clearance/compare', methods: ['POST'], requirements: ['id' => '[0-9a-f]{16}'])]
    public function compare(string $id, EntityManagerInterface $ledger): Response
    {
        $volume = $this->readers->volume($id);
        $card = $this->cards->seen($volume->identity);
        $ledger->flush();
        $this->known->askToCompare($card);
        $this->bus->dispatch(new Compare($volume->id, $volume->label()));

        return new JsonResponse($this->view($volume), 201);
    }

    /** Lets go of files that are nowhere else: those named, or "all" that were left out. */
    #[Route('/api/cards/{id}/clearance/nod', methods: ['POST'], requirements: ['id' => '[0-9a-f]{16}'])]
    public function nod(string $id, Request $request, Nods $nods): Response
    {
        $volume = $this->readers->volume($id);
        $fields = Fields::of(DeskInput::body($request));
        $paths = $fields->make(static fn (): array => $fields->texts('files'));
        $nods->to($volume, $paths);

        return new JsonResponse($this->view($volume));
    }

    /** Takes back what was let go: the files named, or where none is, all. */
    #[Route('/api/cards/{id}/clearance/nod/back', methods: ['POST'], requirements: ['id' => '[0-9a-f]{16}'])]
    public function takeBack(string $id, Request $request, Nods $nods): Response
    {
        $volume = $this->readers->volume($id);
        $fields = Fields::of(DeskInput::body($request));
        $nods->back($volume, $fields->make(static fn (): array => $fields->texts('files')));

        return new JsonResponse($this->view($volume));
    }

    /** Removes the originals that are cleared, where the settings allow it, and the card's name was typed. */
    #[Route('/api/cards/{id}/clearance/remove', methods: ['POST'], requirements: ['id' => '[0-9a-f]{16}'])]
    public function remove(string $id, Request $request): Response
    {
        $volume = $this->readers->volume($id);
        $fields = Fields::of(DeskInput::body($request));
        $label = $fields->make(static fn (): string => $fields->text('label', '', 200));
        if (!$this->settings->removeOriginals) {
            throw CouldNotRemove::notAllowed();
        }
        if ($label !== $volume->label()) {
            throw CouldNotRemove::notConfirmed($volume->label());
        }
        $this->bus->dispatch(new Remove($volume->id, $volume->label()));

        return new JsonResponse($this->view($volume), 201);
    }

    private function view(Volume $volume): ClearanceView
    {
        $card = $this->cards->find($volume->identity);
        $comparison = null === $card ? null : $this->known->comparison($card);

        return new ClearanceView($volume, $this->ends->clearance($volume), null === $comparison ? null : new ComparisonView($comparison), $this->settings->removeOriginals);
    }
}
