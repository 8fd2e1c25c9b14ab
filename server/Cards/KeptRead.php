<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\SharedParts;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\ReadFrame;

/** What was read of a frame, without the frame itself, which is listed anew each time. */
final readonly class KeptRead
{
    /**
     * @param int|null              $factsFrom  place in the frame of the file that gave the facts
     * @param array<string, string> $unreadable as in ReadFrame
     * @param array<string, string> $incomplete as in ReadFrame
     */
    private function __construct(private ?CaptureFacts $facts, private ?int $factsFrom, private ?string $caution, private array $unreadable, private array $incomplete)
    {
    }

    public static function of(ReadFrame $read): self
    {
        $place = array_search($read->factsFrom, $read->frame->files, true);

        return new self($read->facts, false === $place ? null : $place, $read->caution, $read->unreadable, $read->incomplete);
    }

    /** @param Frame $frame of the same files */
    public function frame(Frame $frame): ReadFrame
    {
        return new ReadFrame($frame, $this->facts, null === $this->factsFrom ? null : $frame->files[$this->factsFrom] ?? null, $this->caution, $this->unreadable, [], $this->incomplete);
    }

    public function sharing(SharedParts $parts): self
    {
        return new self($this->facts?->sharing($parts), $this->factsFrom, $this->caution, $this->unreadable, $this->incomplete);
    }
}
