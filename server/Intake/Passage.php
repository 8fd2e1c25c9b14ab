<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Card\TakenFromTwin;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Core\Transfer\Copying;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;
use VelvetLedger\Server\Persistence\Stamps\FrameToStamp;
use VelvetLedger\Server\Persistence\Stamps\StampedFile;
use VelvetLedger\Server\Stamps\StampedCardPicture;

/** The lines of a run whose files are on their way, and the prints that no other run may bring in meanwhile. */
final class Passage
{
    /** @var array<int, WaitingFile> */
    private array $lines = [];

    /** @var array<string, int> print => line */
    private array $prints = [];

    /** @var array<int, list<string>> line => its prints */
    private array $printsOf = [];

    /** @var list<string> prints of lines that are done with, whose locks this run still has */
    private array $done = [];

    /** @var array<int, array<int, string>> line => store => why its copy is owed */
    private array $owed = [];

    /** @var array<int, TakenFromTwin> line => that its bytes come from another card in place of its own */
    private array $twins = [];

    /** @var array<int, StampedCardPicture|string> line => what is copied in its place, or why it has no stamp */
    private array $stamped = [];

    /** @var array<int, array{FrameToStamp, list<Keyword>}> line => what a sidecar beside its raw is to say */
    private array $beside = [];

    /** @var array<int, StampedFile> line => the sidecar that is on its way with it */
    private array $along = [];

    /** What is entered while the next files are copied. */
    public ?ComingIn $coming = null;

    public function __construct(public readonly Copying $copying)
    {
    }

    public function has(string $print): bool
    {
        return isset($this->prints[$print]);
    }

    public function take(string $print, WaitingFile $line): void
    {
        $this->prints[$print] = $line->line;
        $this->printsOf[$line->line][] = $print;
    }

    /** @param array<int, string> $owed store => why */
    public function begins(WaitingFile $line, array $owed): void
    {
        $this->lines[$line->line] = $line;
        $this->owed[$line->line] = $owed;
    }

    public function comesFrom(WaitingFile $line, TakenFromTwin $twin): void
    {
        $this->twins[$line->line] = $twin;
    }

    public function isStamped(int $line, StampedCardPicture|string $as): void
    {
        $this->stamped[$line] = $as;
    }

    public function stamp(int $line): StampedCardPicture|string|null
    {
        return $this->stamped[$line] ?? null;
    }

    /** @param list<Keyword> $keywords */
    public function isToBear(WaitingFile $line, FrameToStamp $frame, array $keywords): void
    {
        $this->beside[$line->line] = [$frame, $keywords];
    }

    /** @return array{FrameToStamp, list<Keyword>}|null */
    public function toBear(int $line): ?array
    {
        return $this->beside[$line] ?? null;
    }

    public function comesWith(WaitingFile $line, StampedFile $sidecar): void
    {
        $this->along[$line->line] = $sidecar;
    }

    public function sidecar(int $line): ?StampedFile
    {
        return $this->along[$line] ?? null;
    }

    public function line(int $line): WaitingFile
    {
        return $this->lines[$line];
    }

    /** @return array<int, string> */
    public function owed(int $line): array
    {
        return $this->owed[$line] ?? [];
    }

    public function twin(int $line): ?TakenFromTwin
    {
        return $this->twins[$line] ?? null;
    }

    /** It is done with; its prints are let go of next, by takeDone() or, whatever comes between, takeAll(). */
    public function drop(WaitingFile $line): void
    {
        $stamped = $this->stamped[$line->line] ?? null;
        if ($stamped instanceof StampedCardPicture) {
            @unlink($stamped->path);
        }
        unset($this->along[$line->line], $this->beside[$line->line], $this->stamped[$line->line], $this->lines[$line->line], $this->owed[$line->line], $this->twins[$line->line]);
        foreach ($this->printsOf[$line->line] ?? [] as $print) {
            unset($this->prints[$print]);
            $this->done[] = $print;
        }
        unset($this->printsOf[$line->line]);
    }

    /** @return list<string> prints of what is done with, to be let go of */
    public function takeDone(): array
    {
        [$prints, $this->done] = [$this->done, []];

        return $prints;
    }

    /** @return list<string> all prints, to be let go of */
    public function takeAll(): array
    {
        $prints = [...$this->takeDone(), ...array_map(strval(...), array_keys($this->prints))];
        $this->prints = $this->printsOf = [];

        return $prints;
    }
}
