<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Transfer\Medium;
use VelvetLedger\Core\Transfer\ReadBack;
use VelvetLedger\Core\Transfer\ReadsBack;
use VelvetLedger\Core\Transfer\ReadsBackHere;

/**
 * Reads back in a second process, server/readback.php, while this one reads the card and writes. A line for each file to
 * it ("F" where it is to be flushed, or "R", and the path in base64), a line for each back (path, checksum or "!" and the reason, and the
 * nanoseconds that it took). Where that process cannot be had, or dies, files are read back here.
 */
final class ReadsBackBeside implements ReadsBack
{
    /** @var array<array-key, bool> path => whether it is to be flushed; asked for and not answered */
    private array $asked = [];

    private ?ProcessBeside $beside = null;
    private bool $cannot = false;

    public function __construct(private readonly ReadsBackHere $here)
    {
    }

    public static function with(Medium $medium): self
    {
        return new self(new ReadsBackHere($medium));
    }

    public function ask(array $files): void
    {
        $lines = '';
        foreach ($files as $path => $flush) {
            $this->asked[$path] = $flush;
            $lines .= ($flush ? 'F' : 'R').base64_encode((string) $path)."\n";
        }
        if (!$this->cannot) {
            $this->beside ??= ProcessBeside::start('readback.php', '64M');
            $this->cannot = null === $this->beside || !$this->beside->tell($lines);
        }
    }

    public function answers(bool $wait): array
    {
        $found = [];
        do {
            foreach (null === $this->beside || $this->cannot ? [] : $this->beside->lines($wait && [] !== $this->asked) as $line) {
                [$path, $said, $took] = [...explode(' ', $line, 3), '', ''];
                $found[(string) base64_decode($path, true)] = ('!' === ($said[0] ?? '!') ? ReadBack::failed((string) base64_decode(substr($said, 1), true)) : ReadBack::of($said))->within((int) $took);
            }
            $this->asked = array_diff_key($this->asked, $found);
            $this->cannot = $this->cannot || null === $this->beside || !$this->beside->isAlive();
        } while ($wait && [] === $found && [] !== $this->asked && !$this->cannot);
        if ($this->cannot) {
            $this->here->ask($this->asked);
            $this->asked = [];
            $this->beside = null;
            $this->cannot = false; // the next file starts another
            $found += $this->here->answers($wait);
        }

        return $found;
    }
}
