<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use VelvetLedger\Core\Card\TakenFromTwin;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\StampStyle;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Server\Persistence\Shoots\Making;
use VelvetLedger\Server\Persistence\Stamps\StampedFile;

/** A file that came in: what passed from the card, the copies that there are of it, and those that are owed. */
final readonly class BroughtIn
{
    /**
     * @param array<int, string>              $owed    store => why its copy is still to be made
     * @param int                             $main    the main store's number: its copy is there
     * @param string                          $reason  what is to be known of it
     * @param TakenFromTwin|null              $twin    the card that it was taken from in place of this one
     * @param CameInStamped|null              $stamped where it got its stamp on the way
     * @param array{StampedFile, Copied}|null $sidecar that came in with it
     */
    public function __construct(public WaitingFile $waiting, private Copied $copied, private int $main, private array $owed, private string $reason = '', private ?TakenFromTwin $twin = null, private ?CameInStamped $stamped = null, public ?array $sidecar = null)
    {
    }

    /**
     * @param array<self> $files
     *
     * @return list<int> frames that they are of
     */
    public static function frames(array $files): array
    {
        return array_values(array_unique(array_filter(array_map(static fn (self $file): ?int => $file->waiting->frame, $files), \is_int(...))));
    }

    /** @return array<string, mixed> */
    public function row(): array
    {
        $main = $this->copied->copies[$this->main];

        return [
            'line' => $this->waiting->line,
            'frame' => $this->waiting->frame,
            'path' => $this->waiting->file->path,
            'kind' => $this->waiting->file->kind->value,
            'bytes' => $this->waiting->file->bytes,
            'modified' => $this->waiting->file->modifiedAt,
            'print' => ($this->stamped->read ?? $this->copied->written)->print,
            'original' => ($this->stamped->read ?? $this->copied->written)->checksum,
            'checksum' => $this->copied->written->checksum,
            'size' => $this->stamped->bytes ?? $this->waiting->file->bytes,
            'making' => (null === $this->stamped ? Making::AsItIs : Making::Stamped)->value,
            'written' => $this->stamped?->written->document(),
            'revision' => $this->stamped->revision ?? 0,
            'bears' => Place::ofEnding($this->waiting->ending(), new StampStyle(dngSidecar: false))->value,
            'bears_jpeg' => Place::ofEnding($this->waiting->ending(), new StampStyle(jpegSidecar: true, dngSidecar: false))->value,
            'bears_dng' => Place::ofEnding($this->waiting->ending(), new StampStyle())->value,
            'picture' => $this->stamped?->picture,
            'sha256' => $this->copied->written->sha256,
            'ending' => $this->waiting->ending(),
            'reason' => $main->keepsTime ? $this->reason : trim($this->reason.' the drive did not take the time at which it was written'),
            'twin' => $this->twin?->card,
            'twin_agreed' => $this->twin?->agreed,
            'at' => $main->provenAt->format('Y-m-d H:i:s.uP'),
        ];
    }

    /** @return list<array<string, int|string|null>> */
    public function copies(): array
    {
        $rows = [];
        foreach ($this->copied->copies as $store => $copy) {
            $rows[] = ['line' => $this->waiting->line, 'store' => $store, 'path' => $this->waiting->to, 'because' => null, 'at' => $copy->provenAt->format('Y-m-d H:i:s.uP')];
        }
        foreach (array_diff_key($this->owed, $this->copied->copies) as $store => $because) {
            $rows[] = ['line' => $this->waiting->line, 'store' => $store, 'path' => $this->waiting->to, 'because' => $because, 'at' => null];
        }

        return $rows;
    }
}
