<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Order\CopiesWanted;
use VelvetLedger\Core\Transfer\MadeFolders;
use VelvetLedger\Core\Transfer\Timings;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeWish;
use VelvetLedger\Server\Persistence\Intakes\Waited;
use VelvetLedger\Server\Stores\RunStores;

/** One run of an intake, and how far it is: said in the database and to whoever watches, several times a second. */
final class RunUnderWay
{
    /** Seconds between two words of how far it is. */
    private const TICK = 0.25;

    private int $bytes = 0;
    private int $files = 0;
    private float $said = 0.0;

    /** @var array<string, int> why what is copied and has its name could not be entered => files */
    private array $notEntered = [];

    public readonly MadeFolders $folders;
    public readonly Timings $timings;
    private int|float $begun;

    /**
     * @param string                    $source where the card is mounted
     * @param \Closure(int, int): mixed $watch  told of bytes and files so far; what it throws ends the run where it is
     */
    public function __construct(public readonly int $intake, public readonly int $number, public readonly string $source, public readonly RunStores $stores, public readonly CopiesWanted $wanted, private readonly IntakeRuns $runs, private readonly \Closure $watch, private readonly ClockInterface $clock)
    {
        $this->folders = new MadeFolders();
        $this->timings = new Timings();
        $this->begun = hrtime(true);
    }

    /** The same run, for lines of another receipt of the card. */
    public function onBehalfOf(int $intake, int $number): self
    {
        return new self($intake, $number, $this->source, $this->stores, $this->wanted, $this->runs, fn () => $this->report(), $this->clock);
    }

    public function moved(int $bytes): void
    {
        $this->bytes += $bytes;
        $this->report();
    }

    public function fileDone(): void
    {
        ++$this->files;
        $this->report();
    }

    /** @throws Wished */
    public function report(): void
    {
        $now = (float) $this->clock->now()->format('U.u');
        if ($now - $this->said > self::TICK) {
            $this->said = $now;
            $wish = $this->tell(false);
            ($this->watch)($this->bytes, $this->files);
            if (null !== $wish) {
                throw Wished::to($wish);
            }
        }
    }

    /** A file has its name at the stores, and the ledger did not take it: its line waits, and is entered before anything else comes in. */
    public function couldNotEnter(string $because): void
    {
        $this->notEntered[$because] = ($this->notEntered[$because] ?? 0) + 1;
    }

    /** What is to be said of that where the run ends; null where all was entered. */
    public function notEntered(): ?string
    {
        if ([] === $this->notEntered) {
            return null;
        }
        $files = array_sum($this->notEntered);

        return \sprintf('%s copied and under %s, but could not be entered in the ledger: %s. Go on when that is mended: nothing is copied twice.', 1 === $files ? '1 file is' : Count::figure($files).' files are', 1 === $files ? 'its name' : 'their names', implode('; ', array_map(strval(...), array_keys($this->notEntered))));
    }

    /** All is copied: nobody needs to be asked any more whether to go on. */
    public function reportLast(): void
    {
        $this->tell(true);
    }

    private function tell(bool $isLast): ?IntakeWish
    {
        return $this->runs->moved($this->intake, $this->number, $this->bytes, $this->files, new Waited((hrtime(true) - $this->begun) / 1e9, $this->timings->bytes(), $this->timings->seconds()), $isLast);
    }
}
