<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\FactsDocument;

/** What the camera recorded of a frame, once: what is searched and sorted by in columns of its own, the rest as a document. */
#[ORM\Embeddable]
final class FrameFacts
{
    private const IN_COLUMNS = ['takenAt' => 0, 'subsecond' => 0, 'offset' => 0, 'make' => 0, 'model' => 0, 'serial' => 0, 'lens' => 0, 'iso' => 0, 'orientation' => 0, 'width' => 0, 'height' => 0];

    /** By the camera's own clock, never corrected: "2026-05-04T21:14:09". */
    #[ORM\Column(length: 19, nullable: true)]
    private ?string $cameraTime;

    #[ORM\Column(length: 9, nullable: true)]
    private ?string $subsecond;

    #[ORM\Column(length: 6, nullable: true)]
    private ?string $utcOffset;

    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $make;

    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $body;

    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $serial;

    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $lens;

    #[ORM\Column(nullable: true)]
    private ?int $iso;

    #[ORM\Column(type: 'smallint', nullable: true)]
    private ?int $orientation;

    #[ORM\Column(nullable: true)]
    private ?int $width;

    #[ORM\Column(nullable: true)]
    private ?int $height;

    /** @var array<string, mixed>|null null where nothing is known of the frame */
    #[ORM\Column(name: 'facts', type: 'json', nullable: true)]
    private ?array $rest;

    public function __construct(?CaptureFacts $facts)
    {
        $this->cameraTime = $facts?->takenAt?->local;
        $this->subsecond = $facts?->takenAt?->subsecond;
        $this->utcOffset = $facts?->takenAt?->offset;
        $this->make = $facts?->gear->make;
        $this->body = $facts?->gear->model;
        $this->serial = $facts?->gear->serial;
        $this->lens = $facts?->gear->lens;
        $this->iso = $facts?->exposure->iso;
        $this->orientation = $facts?->image->orientation;
        $this->width = $facts?->image->width;
        $this->height = $facts?->image->height;
        $this->rest = null === $facts ? null : array_diff_key(FactsDocument::of($facts), self::IN_COLUMNS);
    }

    public function facts(): ?CaptureFacts
    {
        return null === $this->rest ? null : FactsDocument::toFacts([
            'takenAt' => $this->cameraTime,
            'subsecond' => $this->subsecond,
            'offset' => $this->utcOffset,
            'make' => $this->make,
            'model' => $this->body,
            'serial' => $this->serial,
            'lens' => $this->lens,
            'iso' => $this->iso,
            'orientation' => $this->orientation,
            'width' => $this->width,
            'height' => $this->height,
        ] + $this->rest);
    }
}
