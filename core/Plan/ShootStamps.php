<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Order\StampsWanted;
use VelvetLedger\Core\Stamp\StampTexts;

/** What is to be stamped on a shoot's frames: what its order says, and what is said of the shoot itself. */
final readonly class ShootStamps
{
    public StampTexts $texts;

    /** @param list<list<string>> $own keywords beside the order's */
    public function __construct(public StampsWanted $wanted = new StampsWanted(), ?StampTexts $texts = null, private array $own = [])
    {
        $this->texts = $texts ?? StampTexts::none();
    }

    /** @return list<list<string>> each once */
    public function keywords(): array
    {
        $paths = [];
        foreach ([...$this->wanted->keywords, ...$this->own] as $path) {
            $paths[mb_strtolower(implode("\0", $path))] ??= $path;
        }

        return array_values($paths);
    }
}
