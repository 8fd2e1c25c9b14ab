<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

/** A picture that a page asks for: of a file on a card, or of a frame in the ledger where that is not 0. */
final readonly class AskedPicture
{
    /**
     * @param string   $file     from the card's root, as PathText
     * @param int      $edge     pixels along the longer side
     * @param int|null $quarters as FramePictures takes them
     */
    public function __construct(public string $card, public string $file, public int $frame, public int $edge, public ?int $quarters = 0)
    {
    }
}
