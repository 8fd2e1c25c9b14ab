<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Cards;

use VelvetLedger\Core\Clearance\Clearance;
use VelvetLedger\Core\Clearance\Lack;
use VelvetLedger\Core\Clearance\Missing;
use VelvetLedger\Core\Clearance\Reason;
use VelvetLedger\Server\Cards\Volume;

/** Whether a card may be formatted, and if not, why, by file. */
final readonly class ClearanceView
{
    public string $card;
    public string $label;
    public bool $mayBeFormatted;
    public string $sentence;
    public int $files;
    public int $cleared;
    public int $letGo;

    /** Files of which that was said to this card, and can be taken back. */
    public int $nods;

    /** @var list<Missing> the first of them; see missingInAll */
    public array $missing;

    public int $missingInAll;

    /** @var list<Reason> of all of them */
    public array $reasons;

    /** Whether the ends of files are still being read. */
    public bool $reading;

    private const MOST = 1000;

    /**
     * @param ComparisonView|null $comparison how far the reading of what seems to be held is
     * @param bool                $mayRemove  whether the settings let originals be removed from the card
     */
    public function __construct(Volume $volume, Clearance $clearance, public ?ComparisonView $comparison, public bool $mayRemove)
    {
        $this->card = $volume->id;
        $this->label = $volume->label();
        $this->mayBeFormatted = $clearance->mayBeFormatted;
        $this->sentence = $clearance->sentence;
        $this->files = $clearance->files;
        $this->cleared = $clearance->cleared;
        $this->letGo = $clearance->letGo;
        $this->nods = $clearance->nods;
        $this->missing = \array_slice($clearance->missing, 0, self::MOST);
        $this->reading = $clearance->lacks(Lack::EndsUnread);
        $this->reasons = $clearance->reasons();
        $this->missingInAll = \count($clearance->missing);
    }
}
