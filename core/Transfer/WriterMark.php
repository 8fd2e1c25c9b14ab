<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/**
 * Whose a temporary file is: the kind of work, what that is about, and in which of its runs. It stands in the file's name,
 * so that two runs never write to one file, and whoever finds it can ask whether its writer is still at it.
 */
final readonly class WriterMark
{
    private const PATTERN = '/\.([a-z])?(\d+)-(\d+)\.part$/';

    /** @param Task|null $task null where an earlier version wrote it that told only intakes apart: nobody is at it any more */
    private function __construct(public ?Task $task, public int $about, public int $run)
    {
    }

    /** @param int $run a number that no other run about the same has had */
    public static function of(Task $task, int $about, int $run): self
    {
        return new self($task, $about, $run);
    }

    /** That of a temporary file; null where its name is no such file's. */
    public static function in(string $name): ?self
    {
        if (!str_starts_with($name, '.') || 1 !== preg_match(self::PATTERN, $name, $found)) {
            return null;
        }
        $about = (int) $found[2];

        return new self('' !== $found[1] ? Task::tryFrom($found[1]) : (0 === $about ? null : Task::BringIn), $about, (int) $found[3]);
    }

    /** The temporary name beside a final one. */
    public function nameFor(string $final): string
    {
        return \sprintf('.%s.%s%d-%d.part', $final, $this->task?->value, $this->about, $this->run);
    }

    /** Whether it is of the same work, in an earlier run. */
    public function isEarlierOf(self $now): bool
    {
        return $this->task === $now->task && $this->about === $now->about && $this->run !== $now->run;
    }
}
