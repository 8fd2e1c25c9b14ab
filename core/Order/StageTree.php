<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

use VelvetLedger\Core\Naming\PortableText;

/** A tree of a stage that work goes through, as "working" or "finished": each shoot has a folder in it that is called as the shoot's own. */
final readonly class StageTree
{
    private const LONGEST = 80;

    /**
     * @param string       $name      of the stage
     * @param string       $root      folder from its store's root that the tree stands in
     * @param string       $store     that it stands on, by name; '' for wherever the shoot lies
     * @param list<string> $make      subfolders of a shoot's folder in it
     * @param bool         $withShoot whether a shoot's folder is made with the shoot, or when it is first needed
     */
    private function __construct(public string $name, public string $root, public string $store, public array $make, public bool $withShoot)
    {
    }

    /**
     * @param list<string> $make paths from a shoot's folder in it
     *
     * @throws CouldNotOrder
     */
    public static function of(string $name, string $root, string $store = '', array $make = [], bool $withShoot = false): self
    {
        $name = trim($name);
        $portable = implode('/', array_map(PortableText::forFolder(...), explode('/', $root)));
        if ('' === $name || mb_strlen($name) > self::LONGEST) {
            throw CouldNotOrder::stageWithoutName();
        }
        if ('' === $root || $portable !== $root || str_contains("/$root/", '//') || str_contains("/$root", '/.')) {
            throw CouldNotOrder::stageRoot($name, $root);
        }

        return new self($name, $root, trim($store), Subfolders::of($make)->make, $withShoot);
    }

    /** A shoot's folder in it, from its store's root. */
    public static function folder(string $root, string $shoot): string
    {
        return "$root/$shoot";
    }
}
