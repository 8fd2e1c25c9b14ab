<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Server\Persistence\Cards\FileOnCard;
use VelvetLedger\Server\Persistence\Row;

/** A file that a receipt still waits for: what it is on the card, and what it was promised to become. */
final readonly class WaitingFile
{
    /**
     * @param int         $line          of the receipt
     * @param int|null    $frame         that it was promised to become a file of
     * @param FileOnCard  $file          on the card
     * @param string      $to            from the store's root
     * @param string      $stem          that the names of its frame's files begin with
     * @param string|null $twin          the card that it is to be taken from in place of its own
     * @param bool        $again         whether it comes in though the ledger holds it, by the photographer's wish
     * @param bool        $isToBeStamped whether its frame was to say anything when this was looked up
     */
    private function __construct(public int $line, public ?int $frame, public FileOnCard $file, public string $to, public string $stem, public bool $again, public ?string $twin, public bool $isToBeStamped)
    {
    }

    /** @param array<string, mixed> $row of a receipt's line with its frame's stem */
    public static function ofRow(array $row): self
    {
        $is = Row::of($row);

        return new self(
            $is->int('id'),
            $is->intOrNull('frame_id'),
            new FileOnCard($is->text('path'), Kind::from($is->text('kind')), $is->int('bytes'), $is->int('modified_at'), $is->textOrNull('quick_print')),
            ltrim($is->textOrNull('folder').'/'.$is->textOrNull('name'), '/'),
            $is->textOrNull('stem') ?? '',
            $is->bool('again'),
            $is->textOrNull('twin'),
            $is->bool('is_to_be_stamped'),
        );
    }

    /** The same file, its quick print read. */
    public function printed(string $print): self
    {
        return new self($this->line, $this->frame, $this->file->printed($print), $this->to, $this->stem, $this->again, $this->twin, $this->isToBeStamped);
    }

    /** What follows its frame's stem in its name. */
    public function ending(): string
    {
        $name = basename($this->to);

        return str_starts_with($name, $this->stem) ? substr($name, \strlen($this->stem)) : $name;
    }
}
