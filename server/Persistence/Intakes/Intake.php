<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Receipt\Sum;
use VelvetLedger\Core\Receipt\Summary;
use VelvetLedger\Server\Persistence\Cards\Card;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;

/**
 * One run of bringing frames in from a card; its id is the number on its receipt. How far it is, and which of its runs
 * is the one that counts, is written by IntakeRuns, beside Doctrine's unit of work.
 */
#[ORM\Entity]
#[ORM\Table(name: 'intake')]
#[ORM\Index(name: 'intake_state', columns: ['state'])]
class Intake
{
    private const STOPPED_BY_WISH = 'You stopped it. What is copied and proven stays, the rest waits on the card.';

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    #[ORM\Column(length: 10)]
    private IntakeState $state = IntakeState::Waiting;

    #[ORM\Column]
    public readonly \DateTimeImmutable $askedAt;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $begunAt = null;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $endedAt = null;

    /** Why it stopped before its end, in a sentence. */
    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $stoppedBecause = null;

    #[ORM\Column(options: ['default' => false])]
    private bool $stoppedByWish = false;

    /** Bytes copied by the run under way or the last one, for its rate. */
    #[ORM\Column(type: 'bigint', insertable: false, updatable: false, options: ['default' => 0])]
    private int $bytesMoved = 0;

    #[ORM\Column(type: 'bigint', insertable: false, updatable: false, options: ['default' => 0])]
    private int $filesMoved = 0;

    /** @var list<array{outcome: string, files: int, frames: int, bytes: int}> */
    #[ORM\Column(type: 'json')]
    private array $sums = [];

    #[ORM\Column]
    private int $unlisted = 0;

    /** The first of the intakes that were begun on one desk with this one; null where it was begun by itself. */
    #[ORM\Column(nullable: true)]
    private ?int $begunWith = null;

    /**
     * @param LedgerStore             $store    the main store
     * @param list<string>            $problems the plan's, in sentences
     * @param array<array-key, mixed> $order    the standing order it followed, as its document
     * @param list<string>            $makes    folders to make, from the store's root, though no frame goes into them
     * @param string|null             $machine  where it was begun, and its card is; null in an older ledger
     * @param list<int>|null          $mirrors  stores that get its copies too, while it is brought in; null in an older ledger: all in use
     */
    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Card $card,
        #[ORM\Embedded]
        public readonly IntakeSource $source,
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly LedgerStore $store,
        #[ORM\Column(type: 'json')]
        public readonly array $problems,
        #[ORM\Column(name: 'standing_order', type: 'json')]
        public readonly array $order = [],
        #[ORM\Column(type: 'json')]
        public readonly array $makes = [],
        #[ORM\Column(length: 16, nullable: true)]
        public readonly ?string $machine = null,
        #[ORM\Column(type: 'json', nullable: true)]
        public readonly ?array $mirrors = null,
    ) {
        $this->askedAt = new \DateTimeImmutable();
    }

    public function id(): int
    {
        return $this->id;
    }

    public function begunWith(): ?int
    {
        return $this->begunWith;
    }

    public function isBegunWith(self $first): void
    {
        $this->begunWith = $first->id;
    }

    public function state(): IntakeState
    {
        return $this->state;
    }

    public function begunAt(): ?\DateTimeImmutable
    {
        return $this->begunAt;
    }

    public function endedAt(): ?\DateTimeImmutable
    {
        return $this->endedAt;
    }

    public function stoppedBecause(): ?string
    {
        return $this->stoppedBecause;
    }

    public function bytesMoved(): int
    {
        return $this->bytesMoved;
    }

    public function filesMoved(): int
    {
        return $this->filesMoved;
    }

    /** As it was when the receipt was last written to its end. */
    public function summary(): Summary
    {
        return new Summary(array_map(static fn (array $sum): Sum => new Sum(Outcome::from($sum['outcome']), $sum['files'], $sum['frames'], $sum['bytes']), $this->sums), $this->unlisted);
    }

    /** Somebody is to work on it, from where it is. */
    public function waits(): void
    {
        $this->state = IntakeState::Waiting;
        $this->stoppedBecause = null;
    }

    public function pauses(Summary $summary): void
    {
        $this->state = IntakeState::Paused;
        $this->endedAt = new \DateTimeImmutable();
        $this->sumUp($summary);
    }

    public function begins(): void
    {
        $this->state = IntakeState::Running;
        $this->begunAt = new \DateTimeImmutable();
        $this->stoppedBecause = null;
    }

    /** Whether it was stopped by the photographer's word, and not by what happened to it. */
    public function isStoppedByWish(): bool
    {
        return IntakeState::Stopped === $this->state && $this->stoppedByWish;
    }

    public function stopByWish(Summary $summary): void
    {
        $this->stop(self::STOPPED_BY_WISH, $summary);
        $this->stoppedByWish = true;
    }

    public function stop(string $because, Summary $summary): void
    {
        $this->state = IntakeState::Stopped;
        $this->stoppedBecause = $because;
        $this->stoppedByWish = false;
        $this->endedAt = new \DateTimeImmutable();
        $this->sumUp($summary);
    }

    public function isTakenBack(Summary $summary): void
    {
        $this->state = IntakeState::TakenBack;
        $this->endedAt = new \DateTimeImmutable();
        $this->sumUp($summary);
    }

    public function end(Summary $summary): void
    {
        $this->state = IntakeState::Done;
        $this->endedAt = new \DateTimeImmutable();
        $this->sumUp($summary);
    }

    public function sumUp(Summary $summary): void
    {
        $this->sums = array_map(static fn (Sum $sum): array => ['outcome' => $sum->outcome->value, 'files' => $sum->files, 'frames' => $sum->frames, 'bytes' => $sum->bytes], $summary->sums);
        $this->unlisted = $summary->unlisted;
    }
}
