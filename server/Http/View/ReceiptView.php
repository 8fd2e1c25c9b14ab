<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\View;

use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Receipt\Sum;
use VelvetLedger\Core\Receipt\Summary;
use VelvetLedger\Server\Persistence\Intake;
use VelvetLedger\Server\Persistence\IntakeState;

/** An intake's receipt: where it stands, its sums, and while it runs, its rate in bytes a second and the seconds left. */
final readonly class ReceiptView
{
    public int $number;
    public string $card;
    public string $store;
    public string $state;
    public string $askedAt;
    public ?string $begunAt;
    public ?string $endedAt;
    public ?string $stoppedBecause;
    public string $sentence;

    /** @var list<Sum> */
    public array $sums;

    public int $files;
    public int $bytes;
    public int $filesToCopy;
    public int $filesCopied;
    public int $bytesToCopy;
    public int $bytesCopied;
    public ?float $bytesPerSecond;
    public ?float $secondsLeft;

    /** @var array<mixed> */
    public array $problems;

    public function __construct(Intake $intake, Summary $summary)
    {
        $this->number = (int) $intake->id;
        $this->card = $intake->sourceLabel;
        $this->store = $intake->store;
        $this->state = $intake->state->value;
        $this->askedAt = $intake->askedAt->format(\DATE_ATOM);
        $this->begunAt = $intake->begunAt?->format(\DATE_ATOM);
        $this->endedAt = $intake->endedAt?->format(\DATE_ATOM);
        $this->stoppedBecause = $intake->stoppedBecause;
        $this->sentence = $summary->sentence();
        $this->sums = $summary->sums;
        $this->files = $summary->files();
        $this->bytes = $summary->bytes();
        $this->filesToCopy = $summary->files(Outcome::BroughtIn, Outcome::Waiting, Outcome::Failed);
        $this->filesCopied = $summary->files(Outcome::BroughtIn);
        $this->bytesToCopy = $summary->bytes(Outcome::BroughtIn, Outcome::Waiting, Outcome::Failed);
        $this->bytesCopied = $summary->bytes(Outcome::BroughtIn);
        $until = IntakeState::Running === $intake->state ? new \DateTimeImmutable() : $intake->endedAt;
        $seconds = null === $intake->begunAt || null === $until ? 0.0 : (float) $until->format('U.u') - (float) $intake->begunAt->format('U.u');
        $this->bytesPerSecond = $seconds > 0.2 && $intake->bytesMoved > 0 ? $intake->bytesMoved / $seconds : null;
        $this->secondsLeft = null === $this->bytesPerSecond ? null : $summary->bytes(Outcome::Waiting) / $this->bytesPerSecond;
        $this->problems = $intake->problems;
    }
}
