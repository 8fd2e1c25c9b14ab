<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Card\CameraNumber;
use VelvetLedger\Core\Held\ExposureIdentity;
use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Shoot\TimeSource;

/** One exposure in the ledger: its name now, what the camera recorded, and its files. */
#[ORM\Entity]
#[ORM\Table(name: 'frame')]
#[ORM\UniqueConstraint(columns: ['intake_id', 'card_key'])]
class Frame
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** @var Collection<int, LedgerFile> */
    #[ORM\OneToMany(targetEntity: LedgerFile::class, mappedBy: 'frame', cascade: ['persist'])]
    #[ORM\OrderBy(['id' => 'ASC'])]
    public Collection $files;

    #[ORM\Column(length: 40, nullable: true)]
    public ?string $subsecond;

    #[ORM\Column(type: 'text', nullable: true)]
    public ?string $body;

    /** The number in the camera's name (DCF 2.0: its last four digits). */
    #[ORM\Column(length: 4, nullable: true)]
    public ?string $originalNumber;

    /** See ExposureIdentity; by what the camera recorded, so that no later change of name or clock hides it. */
    #[ORM\Column(length: 32, nullable: true)]
    public ?string $exposureIdentity;

    /**
     * @param string   $cardKey         its key on the card of its intake
     * @param string   $originalName    its name on that card, before the extension
     * @param string   $stem            name of its files before the extension
     * @param string   $takenAt         by its camera's clock as corrected, or by what $timeSource says
     * @param int      $clockCorrection seconds by which the camera's clock was put on
     * @param int|null $sequence        number in its name, and over what that counts
     */
    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public Shoot $shoot,
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public Intake $intake,
        #[ORM\Column(length: 16)]
        public string $cardKey,
        #[ORM\Column(type: 'text')]
        public string $originalName,
        #[ORM\Column(type: 'text')]
        public string $stem,
        #[ORM\Column(length: 19)]
        public string $takenAt,
        #[ORM\Column(length: 24)]
        public TimeSource $timeSource,
        #[ORM\Column]
        public int $clockCorrection,
        #[ORM\Column(nullable: true)]
        public ?int $sequence,
        #[ORM\Column(length: 12, nullable: true)]
        public ?Scope $sequenceScope,
        #[ORM\Column(type: FactsType::NAME, nullable: true)]
        public ?CaptureFacts $facts,
    ) {
        $this->files = new ArrayCollection();
        $this->subsecond = $facts?->takenAt?->subsecond;
        $this->body = $facts?->model;
        $this->exposureIdentity = ExposureIdentity::of($facts, $originalName);
        $this->originalNumber = CameraNumber::in($originalName);
    }
}
