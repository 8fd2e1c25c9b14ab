<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** What a key, or a command, says of frames: "keep", "drop", "unsure", "open" (no decision), "3" (stars), "label proofs", "no label", "turn right", "turn left". */
final readonly class Word
{
    private const LABEL = 'label ';
    private const LONGEST = 200;

    /** Quarters to the right. */
    private const TURNS = ['turn right' => 1, 'turn left' => -1];

    private function __construct(public string $word)
    {
    }

    /** @throws CouldNotJudge */
    public static function read(string $word): self
    {
        $word = trim($word);

        return match (true) {
            null !== Decision::tryFrom($word), \in_array($word, ['open', 'no label', ...array_keys(self::TURNS)], true), 1 === preg_match('/^[0-5]$/', $word) => new self($word),
            str_starts_with($word, self::LABEL) && mb_strlen($word) <= self::LONGEST && '' !== trim(substr($word, \strlen(self::LABEL))) => new self($word),
            default => throw CouldNotJudge::by($word),
        };
    }

    public function of(Judgement $before): Judgement
    {
        return match (true) {
            'open' === $this->word => $before->decided(null),
            'no label' === $this->word => $before->labelled(null),
            isset(self::TURNS[$this->word]) => $before->turnedBy(self::TURNS[$this->word]),
            str_starts_with($this->word, self::LABEL) => $before->labelled(substr($this->word, \strlen(self::LABEL))),
            1 === preg_match('/^\d$/', $this->word) => $before->starred((int) $this->word),
            default => $before->decided(Decision::from($this->word)),
        };
    }
}
