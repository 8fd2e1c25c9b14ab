<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Receipts;

use VelvetLedger\Core\Receipt\CopiesAt;
use VelvetLedger\Core\Receipt\OfWhich;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Receipt\Sum;
use VelvetLedger\Core\Receipt\Summary;
use VelvetLedger\Core\Receipt\Verdict;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;

/** An intake's receipt: where it stands, its sums, and while it runs, its rate in bytes a second and the seconds left. */
final readonly class ReceiptView
{
    public int $number;
    public string $card;
    /** Names the desk that it was begun on, with the other cards that lay there. */
    public string $desk;
    public string $store;
    public IntakeState $state;
    public string $askedAt;
    public ?string $begunAt;
    public ?string $endedAt;
    public ?string $stoppedBecause;
    public string $sentence;

    /** Whether it tells what was found in a store's folders, and no card was there. */
    public bool $isFound;
    public Verdict $verdict;

    /** @var list<Sum> */
    public array $sums;

    public int $cutOff;
    public int $files;
    public int $bytes;
    public int $filesToCopy;
    public int $filesCopied;
    public int $bytesToCopy;
    public int $bytesCopied;
    public ?float $bytesPerSecond;
    public ?float $secondsLeft;

    /** @var list<string> */
    public array $problems;

    /** @var list<BegunTogetherView> */
    public array $together;

    /**
     * @param list<CopiesAt> $copies store by store, the main one first
     * @param list<Intake>   $begun  it and those that were begun with it, of other cards
     */
    public function __construct(Intake $intake, Summary $summary, public array $copies, OfWhich $of = new OfWhich(), public ?ConversionsView $conversions = null, public WaitsView $waits = new WaitsView(), array $begun = [])
    {
        $this->cutOff = $of->cutOff;
        $this->number = $intake->id();
        $this->card = $intake->source->label;
        $begun = [] === $begun ? [$intake] : $begun;
        $this->desk = CardsOnDesk::name(...array_map(static fn (Intake $each): string => $each->source->desk($each->card), $begun));
        $this->together = array_values(array_map(static fn (Intake $other): BegunTogetherView => new BegunTogetherView($other), array_filter($begun, static fn (Intake $each): bool => $each !== $intake)));
        $this->store = $intake->store->name();
        $this->state = $intake->state();
        $this->askedAt = $intake->askedAt->format(\DATE_ATOM);
        $this->begunAt = $intake->begunAt()?->format(\DATE_ATOM);
        $this->endedAt = $intake->endedAt()?->format(\DATE_ATOM);
        $this->stoppedBecause = $intake->stoppedBecause();
        $this->isFound = $intake->card->isFolders();
        $this->sentence = $this->isFound ? Count::of($summary->files(), 'file was', 'files were').' found and read.' : $summary->sentence();
        $this->verdict = match (true) {
            IntakeState::Paused === $this->state => Verdict::paused(),
            IntakeState::Waiting === $this->state && null === $this->begunAt => Verdict::begins(),
            IntakeState::TakenBack === $this->state => Verdict::takenBack(),
            $this->state->isUnderWay() => Verdict::underWay(),
            $this->isFound => Verdict::found($summary, $copies),
            default => Verdict::of($summary, $copies, $of),
        };
        $this->sums = $summary->sums;
        $this->files = $summary->files();
        $this->bytes = $summary->bytes();
        $this->filesToCopy = $summary->files(Outcome::BroughtIn, Outcome::Waiting, Outcome::Failed);
        $this->filesCopied = $summary->files(Outcome::BroughtIn);
        $this->bytesToCopy = $summary->bytes(Outcome::BroughtIn, Outcome::Waiting, Outcome::Failed);
        $this->bytesCopied = $summary->bytes(Outcome::BroughtIn);
        $until = IntakeState::Running === $this->state ? new \DateTimeImmutable() : $intake->endedAt();
        $begun = $intake->begunAt();
        $seconds = null === $begun || null === $until ? 0.0 : (float) $until->format('U.u') - (float) $begun->format('U.u');
        $this->bytesPerSecond = $seconds > 0.2 && $intake->bytesMoved() > 0 ? $intake->bytesMoved() / $seconds : null;
        $this->secondsLeft = null === $this->bytesPerSecond ? null : $summary->bytes(Outcome::Waiting) / $this->bytesPerSecond;
        $this->problems = $intake->problems;
    }
}
