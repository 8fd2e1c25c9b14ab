<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Http\View\LineView;
use VelvetLedger\Server\Http\View\ReceiptView;
use VelvetLedger\Server\Intake\Receipts;
use VelvetLedger\Server\Jobs\JobQueue;
use VelvetLedger\Server\Persistence\Intake;
use VelvetLedger\Server\Persistence\IntakeState;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\ReceiptLine;

/** Receipts: each intake, under way or done, and the line of every file that was on the card. */
final readonly class ReceiptsController
{
    public function __construct(private EntityManagerInterface $ledger)
    {
    }

    #[Route('/api/receipts', methods: ['GET'])]
    public function receipts(): Response
    {
        $intakes = $this->ledger->getRepository(Intake::class)->findBy([], ['id' => 'DESC'], 200);

        return new JsonResponse(array_map($this->view(...), $intakes));
    }

    #[Route('/api/receipts/{number}', methods: ['GET'], requirements: ['number' => '\d{1,9}'])]
    public function receipt(int $number): Response
    {
        return new JsonResponse($this->view($this->find($number)));
    }

    #[Route('/api/receipts/{number}/lines', methods: ['GET'], requirements: ['number' => '\d{1,9}'])]
    public function lines(int $number): Response
    {
        $lines = $this->ledger->getRepository(ReceiptLine::class)->findBy(['intake' => $this->find($number)], ['position' => 'ASC']);

        return new JsonResponse(array_map(static fn (ReceiptLine $line): LineView => new LineView($line), $lines));
    }

    /** Goes on with an intake that stopped, and tries again what failed. */
    #[Route('/api/receipts/{number}/continue', methods: ['POST'], requirements: ['number' => '\d{1,9}'])]
    public function goOn(int $number, JobQueue $queue): Response
    {
        $this->ledger->wrapInTransaction(function () use ($number, $queue): void {
            $intake = $this->find($number);
            if (IntakeState::Stopped === $intake->state || IntakeState::Done === $intake->state) {
                $this->ledger->getConnection()->executeStatement('UPDATE receipt_line SET outcome = ?, reason = \'\' WHERE intake_id = ? AND outcome = ?', [Outcome::Waiting->value, $number, Outcome::Failed->value]);
                $intake->state = IntakeState::Waiting;
                $queue->ask($number);
            }
        });

        return new JsonResponse($this->view($this->find($number)));
    }

    private function view(Intake $intake): ReceiptView
    {
        return new ReceiptView($intake, Receipts::summary($this->ledger, (int) $intake->id));
    }

    private function find(int $number): Intake
    {
        return $this->ledger->find(Intake::class, $number) ?? throw NotInLedger::receipt($number);
    }
}
