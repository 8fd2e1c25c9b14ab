<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use Psr\Log\LoggerInterface;
use Psr\Log\NullLogger;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Stamp\CouldNotStamp;
use VelvetLedger\Core\Stamp\PictureChange;
use VelvetLedger\Server\Persistence\Copies\Finding;
use VelvetLedger\Server\Persistence\Stamps\FileToStamp;
use VelvetLedger\Server\Persistence\Stamps\FrameToStamp;

/** Why files of frames could not be stamped, and what was found to have come to them. */
final class StampNotes
{
    /** What came to a file, the gravest last: what is offered about a frame goes by that. */
    private const GRAVITY = [PictureChange::OnlyWhatIsSaid, PictureChange::Unknown, PictureChange::Edit, PictureChange::Damage];

    /** @var array<int, list<string>> by frame, in words */
    private array $words = [];

    /** @var array<int, int> by frame, as in GRAVITY */
    private array $changes = [];

    /** @var list<Finding> copies that were read and are not as the ledger has them */
    private array $findings = [];

    public function __construct(private readonly LoggerInterface $log = new NullLogger())
    {
    }

    public function add(FrameToStamp $frame, CouldNot $failure): void
    {
        $this->log->notice('Frame {frame} was not stamped: {reason}', ['frame' => $frame->id, 'reason' => $failure->getMessage(), 'exception' => $failure]);
        $this->words[$frame->id][] = $failure->getMessage();
        $change = $failure instanceof CouldNotStamp ? array_search($failure->change(), self::GRAVITY, true) : false;
        if (false !== $change) {
            $this->changes[$frame->id] = max($this->changes[$frame->id] ?? 0, $change);
        }
    }

    /** @param string $checksum that was read of its copy at a store */
    public function differs(?FileToStamp $file, int $store, string $checksum, PictureChange $change): void
    {
        foreach ($file->copies ?? [] as $copy) {
            if ($copy['store'] === $store) {
                $this->findings[] = Finding::differs($copy['id'], $checksum, $change->inShort());
            }
        }
    }

    /** @return list<Finding> */
    public function findings(): array
    {
        return $this->findings;
    }

    public function frames(): int
    {
        return \count($this->words);
    }

    /** @return array<int, array{string, string|null}> by frame: in words, and what came to it, see PictureChange */
    public function rows(): array
    {
        $rows = [];
        foreach ($this->words as $frame => $words) {
            $rows[$frame] = [implode(' ', $words), isset($this->changes[$frame]) ? self::GRAVITY[$this->changes[$frame]]->value : null];
        }

        return $rows;
    }
}
