<?php

declare(strict_types=1);

namespace VelvetLedger\Tests;

use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\ReadBack;
use VelvetLedger\Core\Transfer\ReadsBack;

/** Reads back only what it is let, and says of a file what it is told to. */
final class LaterReadBack implements ReadsBack
{
    /** @var array<array-key, bool> path => whether it was to be flushed */
    public array $asked = [];

    /** @var array<string, ReadBack> path => what is said of it in place of its checksum */
    public array $says = [];

    /** How many are answered at a time. */
    public int $atATime = \PHP_INT_MAX;

    public int $waits = 0;

    public function ask(array $files): void
    {
        $this->asked += $files;
    }

    public function answers(bool $wait): array
    {
        $this->waits += $wait ? 1 : 0;
        $answers = [];
        foreach (\array_slice(array_keys($this->asked), 0, $wait ? max(1, $this->atATime) : $this->atATime) as $path) {
            $answers[$path] = $this->says[(string) $path] ?? (is_file((string) $path) ? ReadBack::of(Checksum::ofFile((string) $path)) : ReadBack::failed('it is gone'));
            unset($this->asked[$path]);
        }

        return $answers;
    }
}
