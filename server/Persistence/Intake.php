<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\Mapping as ORM;

/** One run of bringing frames in from a source; its id is the number on its receipt. */
#[ORM\Entity]
#[ORM\Table(name: 'intake')]
class Intake
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(length: 10)]
    public IntakeState $state = IntakeState::Waiting;

    #[ORM\Column]
    public \DateTimeImmutable $askedAt;

    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $begunAt = null;

    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $endedAt = null;

    /** Why it stopped before its end, in a sentence. */
    #[ORM\Column(type: 'text', nullable: true)]
    public ?string $stoppedBecause = null;

    /** Bytes copied by the run under way or the last one, for its rate. */
    #[ORM\Column(type: 'bigint')]
    public int $bytesMoved = 0;

    #[ORM\Column(type: 'bigint')]
    public int $filesMoved = 0;

    /**
     * @param string                  $sourcePath absolute, as PathText
     * @param string                  $store      name of the main store
     * @param list<string>            $problems   the plan's, in sentences
     * @param array<array-key, mixed> $order      the standing order it followed, as its document
     * @param list<string>            $makes      folders to make, from the store's root, though no frame goes into them
     */
    public function __construct(
        #[ORM\Column(type: 'text')]
        public string $sourceLabel,
        #[ORM\Column(type: 'text')]
        public string $sourcePath,
        #[ORM\Column(type: 'text')]
        public string $store,
        #[ORM\Column(type: 'json')]
        public array $problems,
        #[ORM\Column(name: 'standing_order', type: 'json')]
        public array $order = [],
        #[ORM\Column(type: 'json')]
        public array $makes = [],
    ) {
        $this->askedAt = new \DateTimeImmutable();
    }

    public function begin(): void
    {
        $this->state = IntakeState::Running;
        $this->begunAt = new \DateTimeImmutable();
        $this->bytesMoved = 0;
        $this->filesMoved = 0;
        $this->stoppedBecause = null;
    }

    public function stop(string $because): void
    {
        $this->state = IntakeState::Stopped;
        $this->stoppedBecause = $because;
        $this->endedAt = new \DateTimeImmutable();
    }

    public function end(): void
    {
        $this->state = IntakeState::Done;
        $this->endedAt = new \DateTimeImmutable();
    }
}
