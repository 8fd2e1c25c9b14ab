<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** How a frame is judged: what is to become of it, how good it is, a word for it, and which way up it stands. */
final readonly class Judgement
{
    public const MOST_STARS = 5;

    /** xmp:Rating of what is dropped (XMP Specification Part 2, 3.2: "-1 (rejected) or in the range [0..5]"). */
    private const REJECTED = -1;

    /**
     * @param int         $stars  0 for none, to 5
     * @param string|null $label  a word of the photographer's
     * @param int         $turned quarters to the right from how the camera recorded it, 0 to 3
     */
    private function __construct(public ?Decision $decision, public int $stars, public ?string $label, public int $turned = 0)
    {
    }

    public static function none(): self
    {
        return new self(null, 0, null);
    }

    /** As a file says it, by xmp:Rating and xmp:Label; that something was kept, no file says. */
    public static function written(?int $rating, ?string $label): self
    {
        return new self(self::REJECTED === $rating ? Decision::Drop : null, max(0, min(self::MOST_STARS, $rating ?? 0)), self::word($label));
    }

    public static function of(?Decision $decision, int $stars, ?string $label, int $turned = 0): self
    {
        return new self($decision, max(0, min(self::MOST_STARS, $stars)), self::word($label), ($turned % 4 + 4) % 4);
    }

    public function decided(?Decision $decision): self
    {
        return new self($decision, $this->stars, $this->label, $this->turned);
    }

    /** Nobody stars what goes: what has stars is kept. Without any, the decision stays. */
    public function starred(int $stars): self
    {
        return self::of($stars > 0 ? Decision::Keep : $this->decision, $stars, $this->label, $this->turned);
    }

    /** As a stamp says it that was changed by another hand: what has stars is kept, what is rejected dropped; where it says neither, the decision stays, but that it was dropped. */
    public function following(?int $rating, ?string $label): self
    {
        $said = self::written($rating, $label)->turnedBy($this->turned);

        return match (true) {
            $said->stars > 0 => $said->decided(Decision::Keep),
            null === $said->decision && Decision::Drop !== $this->decision => $said->decided($this->decision),
            default => $said,
        };
    }

    public function labelled(?string $label): self
    {
        return new self($this->decision, $this->stars, self::word($label), $this->turned);
    }

    /** @param int $quarters to the right */
    public function turnedBy(int $quarters): self
    {
        return self::of($this->decision, $this->stars, $this->label, $this->turned + $quarters);
    }

    /** What xmp:Rating says of it. */
    public function rating(): int
    {
        return Decision::Drop === $this->decision ? self::REJECTED : $this->stars;
    }

    public function is(self $other): bool
    {
        return $this->decision === $other->decision && $this->stars === $other->stars && $this->label === $other->label && $this->turned === $other->turned;
    }

    /** "keep, 3 stars, proofs"; "not judged". */
    public function inWords(): string
    {
        $parts = array_filter([$this->decision->value ?? '', 0 === $this->stars ? '' : $this->stars.(1 === $this->stars ? ' star' : ' stars'), $this->label ?? '', [0 => '', 1 => 'turned right', 2 => 'upside down', 3 => 'turned left'][$this->turned]], static fn (string $part): bool => '' !== $part);

        return [] === $parts ? 'not judged' : implode(', ', $parts);
    }

    private static function word(?string $label): ?string
    {
        $label = trim($label ?? '');

        return '' === $label ? null : $label;
    }
}
