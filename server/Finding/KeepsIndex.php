<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Finding;

use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Persistence\Find\FindIndex;
use VelvetLedger\Server\Settings\Settings;

/** Brings the index up to date with what was touched: a block or two while a page asks, all of it in the background. */
final readonly class KeepsIndex
{
    /** Frames of a block that is renewed while a page waits: a full one takes a second. */
    private const SMALL = 2000;

    public function __construct(private FindIndex $index, private Settings $settings, private Pace $pace)
    {
    }

    public function touched(): int
    {
        return $this->index->touched();
    }

    /** @return int blocks that are left after so many seconds */
    public function catchUp(float $seconds): int
    {
        return $this->renew($seconds, null);
    }

    /**
     * While a page waits: what is done in a moment.
     *
     * @return int blocks that are left
     */
    public function glance(): int
    {
        return $this->renew(0.1, self::SMALL);
    }

    private function renew(float $seconds, ?int $most): int
    {
        $languages = array_map(static fn (string $language): string => $language.'_stem', $this->settings->languages);
        if (0 === $this->index->touched() && $this->index->speaks($languages)) {
            return 0;
        }
        $slice = $this->pace->slice($seconds);
        do {
            $more = $this->index->renewOne($most);
        } while ($more && !$slice->isOver());
        $this->index->speak($languages);

        return $this->index->touched();
    }
}
