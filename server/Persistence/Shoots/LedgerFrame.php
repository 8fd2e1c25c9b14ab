<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Card\CameraNumber;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Held\ExposureIdentity;
use VelvetLedger\Core\Shoot\TimedFrame;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;

/** One exposure in the ledger, from the moment that it is promised: its name, what the camera recorded, and its files as they come in. */
#[ORM\Entity]
#[ORM\Table(name: 'frame')]
#[ORM\UniqueConstraint(name: 'frame_of_intake', columns: ['intake_id', 'card_key'])]
#[ORM\Index(name: 'frame_shoot_time', columns: ['shoot_id', 'taken_at'])]
#[ORM\Index(name: 'frame_shoot_number', columns: ['shoot_id', 'sequence'])]
#[ORM\Index(name: 'frame_sequence', columns: ['sequence_scope', 'sequence'])]
#[ORM\Index(name: 'frame_folder', columns: ['folder'])]
#[ORM\Index(name: 'frame_exposure', columns: ['exposure_identity'])]
#[ORM\Index(name: 'frame_taken_at', columns: ['taken_at'])]
#[ORM\Index(name: 'frame_body', columns: ['body', 'serial'])]
#[ORM\Index(name: 'frame_lens', columns: ['lens'])]
#[ORM\Index(name: 'frame_iso', columns: ['iso'])]
class LedgerFrame
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private int $id = 0;

    /** @var Collection<int, LedgerFile> */
    #[ORM\OneToMany(targetEntity: LedgerFile::class, mappedBy: 'frame')]
    #[ORM\OrderBy(['ending' => 'ASC', 'id' => 'ASC'])]
    private Collection $files;

    /** Its key on the card of its intake. */
    #[ORM\Column(length: 16)]
    public readonly string $cardKey;

    /** Its name on that card, before the extension. */
    #[ORM\Column(type: 'text')]
    public readonly string $originalName;

    /** The number in the camera's name (DCF 2.0: its last four digits). */
    #[ORM\Column(length: 4, nullable: true)]
    public readonly ?string $originalNumber;

    /** See ExposureIdentity; by what the camera recorded, so that no later change of name or clock hides it. */
    #[ORM\Column(length: 32, nullable: true)]
    public readonly ?string $exposureIdentity;

    /** Path on the card of the file that the facts are of; null where there are none, or an earlier version did not say. */
    #[ORM\Column(type: 'text', nullable: true)]
    private readonly ?string $factsFrom;

    #[ORM\Embedded(columnPrefix: false)]
    public readonly FrameTime $time;

    #[ORM\Embedded(columnPrefix: false)]
    public readonly FrameFacts $facts;

    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Shoot $shoot,
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Intake $intake,
        #[ORM\Embedded(columnPrefix: false)]
        public readonly GivenName $name,
        TimedFrame $frame,
    ) {
        $this->files = new ArrayCollection();
        $this->cardKey = $frame->key();
        $this->originalName = mb_scrub($frame->read->frame->stem, 'UTF-8');
        $this->originalNumber = CameraNumber::in($this->originalName);
        $this->exposureIdentity = ExposureIdentity::of($frame->read->facts, $this->originalName);
        $this->factsFrom = $frame->read->factsFrom?->text();
        $this->time = FrameTime::of($frame);
        $this->facts = new FrameFacts($frame->read->facts);
        $this->along = $frame->read->isLoose();
        $this->asideFrom = null;
    }

    /** Whether it is no frame, but a file that came along with some. */
    #[ORM\Column(options: ['default' => false])]
    public readonly bool $along;

    /** The folder that it comes back to, where it is set aside. */
    #[ORM\Column(type: 'text', nullable: true)]
    public readonly ?string $asideFrom;

    /** @var array<string, mixed>|null what its files are to say, see Persistence/StampQueue; null where nothing was asked for */
    #[ORM\Column(type: 'json', nullable: true)]
    private ?array $stamp = null;

    /** Of the stamp; 0 before there is one. */
    #[ORM\Column]
    private int $stampRevision = 0;

    /** Whether files of it are still to be given their stamp. */
    #[ORM\Column]
    private bool $restamp = false;

    public function id(): int
    {
        return $this->id;
    }

    /** @param array<string, mixed> $stamp as Stamps\FrameStamp writes it; files that come in are given it on their way, or say then that they lack it */
    public function comesToSay(array $stamp): void
    {
        $this->stamp = $stamp;
        $this->stampRevision = 1;
    }

    /** @param array<string, mixed> $stamp the same, of one whose files are in */
    public function isToSay(array $stamp): void
    {
        $this->stamp = $stamp;
        ++$this->stampRevision;
        $this->restamp = true;
    }

    /** @return array<string, mixed>|null */
    public function stamp(): ?array
    {
        return $this->stamp;
    }

    public function waitsForStamp(): bool
    {
        return $this->restamp;
    }

    /** @return Collection<int, LedgerFile> in the order of their endings, whichever came in first */
    public function files(): Collection
    {
        return $this->files;
    }

    /** Whether what the camera recorded of it was read from this very file. */
    public function hasFactsOf(LedgerFile $file): bool
    {
        return null !== $this->factsFrom && $this->factsFrom === $file->original?->path && Making::AsItIs === $file->making();
    }

    /** Whether it is the picture that this was read of, however that is stamped. */
    public function hasPictureOf(LedgerFile $file): bool
    {
        return null !== $this->factsFrom && $this->factsFrom === $file->original?->path && \in_array($file->making(), [Making::AsItIs, Making::Stamped], true);
    }

    /** @return list<LedgerFile> its stills that are there to be looked at, the best first: that which its facts are of, raws before others */
    public function pictures(): array
    {
        $stills = array_values(array_filter($this->filesThere(), static fn (LedgerFile $file): bool => true === $file->original?->kind->isStill()));
        usort($stills, fn (LedgerFile $a, LedgerFile $b): int => !$this->hasFactsOf($a) <=> !$this->hasFactsOf($b));

        return $stills;
    }

    /** @return list<LedgerFile> all that no other took the place of: raws, then other stills, then what goes with them */
    public function filesThere(): array
    {
        $there = array_values($this->files->filter(static fn (LedgerFile $file): bool => !$file->isLetGo())->toArray());
        $rank = static fn (LedgerFile $file): array => [Kind::StillRaw !== $file->original?->kind, true !== $file->original?->kind->isStill(), $file->ending, $file->id()];
        usort($there, static fn (LedgerFile $a, LedgerFile $b): int => $rank($a) <=> $rank($b));

        return $there;
    }
}
