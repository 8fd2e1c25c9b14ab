<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Naming\Beside;
use VelvetLedger\Core\Naming\NameSource;

/** What the names and folders of a held frame can draw on, beside its shoot's. */
final readonly class HeldSource
{
    /**
     * @param CapturedAt $taken       as the ledger has it
     * @param CapturedAt $broughtIn   when its intake was begun
     * @param string     $cardFolders from the card's root, '/' between them
     * @param int        $intake      whose standing order named it
     * @param bool       $along       a file that came along: it keeps its name
     * @param Beside     $beside      without its names
     */
    public function __construct(
        public CapturedAt $taken,
        public CapturedAt $broughtIn,
        public string $originalName,
        public string $body,
        public string $cardFolders,
        public int $intake,
        public bool $along = false,
        public Beside $beside = new Beside(),
    ) {
    }

    /** By a clock that is put on by so many seconds. */
    public function putOn(int $seconds): self
    {
        return 0 === $seconds ? $this : new self($this->taken->movedBy($seconds), $this->broughtIn, $this->originalName, $this->body, $this->cardFolders, $this->intake, $this->along, $this->beside);
    }

    public function inName(ShootKept $shoot, string $nameNow): NameSource
    {
        return $this->source($this->taken, $shoot, $nameNow, '');
    }

    /** For its folder: of the shoot's day, for what was taken after midnight lies with the evening. */
    public function inFolder(ShootKept $shoot, self $first): NameSource
    {
        return $this->source(CapturedAt::fromText($shoot->date.substr($first->taken->local, 10)) ?? $first->taken, $shoot, '', $first->originalName);
    }

    private function source(CapturedAt $taken, ShootKept $shoot, string $nameNow, string $firstName): NameSource
    {
        return new NameSource($taken, $this->broughtIn, $shoot->description, $this->originalName, $this->body, $this->cardFolders, $shoot->kindOfWork, $this->beside->named($nameNow, $firstName));
    }
}
