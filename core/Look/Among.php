<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** Frames by something that is no judgement: what tells one lot of a pass from another; '' where it says nothing. */
final readonly class Among
{
    public function __construct(public string $label = '', public string $body = '', public string $lens = '')
    {
    }

    public function lets(LookedAt $frame): bool
    {
        return ('' === $this->label || $this->label === $frame->judged->label)
            && ('' === $this->body || $this->body === $frame->body)
            && ('' === $this->lens || $this->lens === $frame->lens);
    }
}
