<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\View;

use VelvetLedger\Server\Persistence\ReceiptLine;

/** One line of a receipt. */
final readonly class LineView
{
    public string $path;
    public string $kind;
    public int $bytes;
    public string $outcome;
    public string $reason;
    public ?string $folder;
    public ?string $name;
    public ?string $checksum;
    public ?string $provenAt;
    public ?string $date;
    public ?string $description;
    public ?string $shootFolder;

    public function __construct(ReceiptLine $line)
    {
        $this->path = $line->path;
        $this->kind = $line->kind->value;
        $this->bytes = $line->bytes;
        $this->outcome = $line->outcome->value;
        $this->reason = $line->reason;
        $this->folder = $line->folder;
        $this->name = $line->name;
        $this->checksum = $line->checksum;
        $this->provenAt = $line->provenAt?->format(\DATE_ATOM);
        $this->date = $line->shootDate;
        $this->description = $line->shootDescription;
        $this->shootFolder = $line->shootFolder;
    }
}
