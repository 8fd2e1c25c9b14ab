<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Cards;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;

/** Finds cards by what they are, and the intakes under way from them. */
final readonly class CardRepository
{
    public function __construct(private EntityManagerInterface $ledger)
    {
    }

    public function find(CardIdentity $identity): ?Card
    {
        return $this->ledger->getRepository(Card::class)->findOneBy(['name' => $identity->name()]);
    }

    /** The card, entered where it is new. */
    public function seen(CardIdentity $identity): Card
    {
        $card = $this->find($identity) ?? new Card($identity);
        $card->seenAs($identity->label);
        $this->ledger->persist($card);

        return $card;
    }

    public function underWay(CardIdentity $identity): ?Intake
    {
        $card = $this->find($identity);

        return null === $card ? null : $this->ledger->getRepository(Intake::class)->findOneBy(['card' => $card, 'state' => [IntakeState::Waiting, IntakeState::Running, IntakeState::Paused]], ['id' => 'ASC']);
    }

    /** The last intake of a card, where something happened to it and it stopped before its end: not by the photographer's word. */
    public function stoppedByAFault(CardIdentity $identity): ?Intake
    {
        $card = $this->find($identity);
        $last = null === $card ? null : $this->ledger->getRepository(Intake::class)->findOneBy(['card' => $card], ['id' => 'DESC']);

        return IntakeState::Stopped === $last?->state() && !$last->isStoppedByWish() ? $last : null;
    }
}
