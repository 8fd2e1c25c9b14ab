<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Core\Order\CouldNotOrder;
use VelvetLedger\Core\Order\Subfolders;

/** Which frames of a shoot lie in a subfolder of it, and go there and back as they are judged again. */
final readonly class Selects
{
    /** @param string $subfolder from the shoot's folder: "selects", "exports/full" */
    private function __construct(public Pass $pass, public string $subfolder)
    {
    }

    /** @throws CouldNotOrder where a folder cannot be called so */
    public static function of(Pass $pass, string $subfolder): self
    {
        return new self($pass, Subfolders::of([$subfolder])->make[0]);
    }

    /**
     * What is not where it belongs.
     *
     * @param list<LookedAt>     $frames  of the shoot
     * @param array<int, string> $folders frame => folder from the store's root, of those of the shoot that are not set aside
     * @param string             $shoot   the shoot's folder
     */
    public function step(array $frames, array $folders, string $shoot): SelectsStep
    {
        $there = ltrim("$shoot/$this->subfolder", '/');
        $of = [];
        foreach ($frames as $frame) {
            if (isset($folders[$frame->id])) {
                $of[($folders[$frame->id] === $there ? 'there' : 'elsewhere').($this->pass->lets($frame->judged) ? ', belongs' : '')][] = $frame->id;
            }
        }

        return new SelectsStep($of['elsewhere, belongs'] ?? [], $of['there'] ?? [], \count($of['there, belongs'] ?? []));
    }
}
