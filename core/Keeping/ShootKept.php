<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Words\Day;

/** A shoot as it is kept. */
final readonly class ShootKept
{
    /**
     * @param int      $id     0 of one that is not there yet
     * @param string   $date   its first day, "2026-05-04"
     * @param string   $folder from the store's root
     * @param int|null $cover  the frame that was chosen to stand for it
     */
    public function __construct(public int $id, public string $date, public string $description, public string $folder, public string $kindOfWork = '', public string $notes = '', public ?int $cover = null)
    {
    }

    public function described(?string $description, ?string $date, ?string $kindOfWork): self
    {
        return new self($this->id, $date ?? $this->date, $description ?? $this->description, $this->folder, $kindOfWork ?? $this->kindOfWork, $this->notes, $this->cover);
    }

    public function inFolder(string $folder): self
    {
        return new self($this->id, $this->date, $this->description, $folder, $this->kindOfWork, $this->notes, $this->cover);
    }

    public function noted(?string $notes): self
    {
        return new self($this->id, $this->date, $this->description, $this->folder, $this->kindOfWork, $notes ?? $this->notes, $this->cover);
    }

    public function covered(?int $cover): self
    {
        return new self($this->id, $this->date, $this->description, $this->folder, $this->kindOfWork, $this->notes, $cover);
    }

    public function is(self $other): bool
    {
        return [$this->date, $this->description, $this->folder, $this->kindOfWork, $this->notes, $this->cover] === [$other->date, $other->description, $other->folder, $other->kindOfWork, $other->notes, $other->cover];
    }

    /** Its description, or its day where it has none. */
    public function name(): string
    {
        return '' === $this->description ? Day::of($this->date) : PathText::visible($this->description);
    }
}
