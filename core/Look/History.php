<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** What of a sitting stands, and what was taken back: the last of each is the first that can be taken back, or brought again. A new judgement forgets what was taken back. */
final readonly class History
{
    /**
     * @param list<int> $standing acts, in order
     * @param list<int> $gone     acts, in the order that they were taken back
     */
    private function __construct(private array $standing, private array $gone)
    {
    }

    /** @param iterable<Act> $acts in the order that they were done */
    public static function of(iterable $acts): self
    {
        $standing = $gone = [];
        foreach ($acts as $act) {
            if (ActKind::Judge === $act->kind) {
                $standing[] = $act->id;
                $gone = [];
            } elseif (ActKind::TakeBack === $act->kind) {
                $standing = array_values(array_diff($standing, [$act->of]));
                $gone[] = $act->of ?? 0;
            } else {
                $gone = array_values(array_diff($gone, [$act->of]));
                $standing[] = $act->of ?? 0;
            }
        }

        return new self($standing, $gone);
    }

    /** @throws CouldNotJudge */
    public function toTakeBack(): int
    {
        return $this->standing[\count($this->standing) - 1] ?? throw CouldNotJudge::nothingToTakeBack();
    }

    /** @throws CouldNotJudge */
    public function toBringAgain(): int
    {
        return $this->gone[\count($this->gone) - 1] ?? throw CouldNotJudge::nothingToBringAgain();
    }

    public function canTakeBack(): bool
    {
        return [] !== $this->standing;
    }

    public function canBringAgain(): bool
    {
        return [] !== $this->gone;
    }
}
