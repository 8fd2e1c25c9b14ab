<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Cards;

use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Transfer\QuickPrint;

/** A file as it was on a card when it was promised. */
final readonly class FileOnCard
{
    /**
     * @param string      $path       as PathText
     * @param int         $modifiedAt Unix seconds
     * @param string|null $print      quick print, where it was read already
     * @param bool        $isAtHand   whether all of it was read just now, for its print
     */
    public function __construct(public string $path, public Kind $kind, public int $bytes, public int $modifiedAt, public ?string $print, public bool $isAtHand = false)
    {
    }

    public function printed(string $print): self
    {
        return new self($this->path, $this->kind, $this->bytes, $this->modifiedAt, $print, QuickPrint::isOfAll($this->bytes));
    }
}
