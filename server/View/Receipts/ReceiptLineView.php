<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Receipts;

use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Persistence\Intakes\LineNow;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;

/** One line of a receipt. */
final readonly class ReceiptLineView
{
    public string $path;
    public Kind $kind;
    public int $bytes;
    public Outcome $outcome;
    public string $reason;
    public ?string $folder;
    public ?string $name;
    public ?string $checksum;
    public ?string $provenAt;
    public ?string $date;
    public ?string $description;
    public ?string $shootFolder;

    /** The card that it was taken from in place of this one. */
    public ?string $twin;

    public ?int $frame;
    /** What there is of a picture that was cut off on its card. */
    public ?string $incomplete;

    /** @param LineNow|null $now what became of it since, where its frame is called, lies or belongs otherwise */
    public function __construct(ReceiptLine $line, ?LineNow $now = null)
    {
        $this->path = '' === $line->path ? '/' : $line->path;
        $this->kind = $line->kind;
        $this->incomplete = $line->incomplete;
        $this->bytes = $line->bytes;
        $this->outcome = $line->outcome();
        $this->reason = $line->reason();
        $this->folder = $now->folder ?? $line->folder;
        $this->name = $now->name ?? $line->name;
        $this->checksum = $line->checksum();
        $this->provenAt = $line->provenAt()?->format(\DATE_ATOM);
        $shoot = $now->shoot ?? $line->shoot;
        $this->date = $shoot->date;
        $this->description = $shoot->description;
        $this->shootFolder = $shoot->folder;
        $this->twin = $line->twin();
        $this->frame = $line->kind->isStill() ? $line->frame()?->id() : null;
    }
}
