<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Looking;

use VelvetLedger\Core\Look\ActKind;
use VelvetLedger\Core\Look\Word;

/** An act of a sitting, as a page or a command asks for it. */
final readonly class AskedAct
{
    /**
     * @param string               $name   no other act's, so that one that is asked for twice is done once
     * @param array<int, int|null> $frames which it says something of, with the revision of what was seen of each; null where that does not matter
     * @param array<int, Word>     $words  by frame, of those of which another word is said
     */
    private function __construct(public string $name, public ActKind $kind, public ?Word $word = null, public array $frames = [], private array $words = [])
    {
    }

    /**
     * @param array<int, int|null> $frames
     * @param array<int, Word>     $words
     */
    public static function judge(string $name, Word $word, array $frames, array $words = []): self
    {
        return new self($name, ActKind::Judge, $word, $frames, $words);
    }

    public function wordOf(int $frame): ?Word
    {
        return $this->words[$frame] ?? $this->word;
    }

    public static function takeBack(string $name): self
    {
        return new self($name, ActKind::TakeBack);
    }

    public static function bringAgain(string $name): self
    {
        return new self($name, ActKind::BringAgain);
    }
}
