<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Core\Order\CouldNotOrder;
use VelvetLedger\Core\Order\SelectsHow;
use VelvetLedger\Core\Order\Subfolders;

/** Which frames of a shoot lie in a subfolder of it, and go there and back as they are judged again. */
final readonly class Selects
{
    /**
     * @param Pass|null             $pass      of which they are; null where they were picked
     * @param string                $subfolder from the shoot's folder: "selects", "exports/full"
     * @param array<int, true>|null $frames    that were picked
     */
    private function __construct(public ?Pass $pass, public string $subfolder, public SelectsHow $how, public ?array $frames)
    {
    }

    /** @throws CouldNotOrder where a folder cannot be called so */
    public static function of(Pass $pass, string $subfolder, SelectsHow $how = SelectsHow::Moved): self
    {
        return new self($pass, Subfolders::of([$subfolder])->make[0], $how, null);
    }

    /**
     * @param list<int> $frames
     *
     * @throws CouldNotOrder where a folder cannot be called so
     */
    public static function picked(array $frames, string $subfolder, SelectsHow $how): self
    {
        return new self(null, Subfolders::of([$subfolder])->make[0], $how, array_fill_keys($frames, true));
    }

    /** From a store's root. */
    public function folder(string $shoot): string
    {
        return ltrim("$shoot/$this->subfolder", '/');
    }

    public function has(LookedAt $frame): bool
    {
        return null === $this->pass ? isset($this->frames[$frame->id]) : $this->pass->lets($frame->judged);
    }

    /**
     * What is not where it belongs, of those that are moved.
     *
     * @param list<LookedAt>     $frames  of the shoot
     * @param array<int, string> $folders frame => folder from the store's root, of those of the shoot that are not set aside
     * @param string             $shoot   the shoot's folder
     */
    public function step(array $frames, array $folders, string $shoot): SelectsStep
    {
        $there = $this->folder($shoot);
        $of = [];
        foreach ($frames as $frame) {
            if (isset($folders[$frame->id])) {
                $of[($folders[$frame->id] === $there ? 'there' : 'elsewhere').($this->has($frame) ? ', belongs' : '')][] = $frame->id;
            }
        }

        return new SelectsStep($of['elsewhere, belongs'] ?? [], $of['there'] ?? [], \count($of['there, belongs'] ?? []));
    }
}
