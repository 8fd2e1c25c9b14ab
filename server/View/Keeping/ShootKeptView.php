<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Keeping;

use VelvetLedger\Core\Keeping\ShootKept;
use VelvetLedger\Server\View\WrittenAs;

/** What is said of a shoot by hand, and how its frames are named. */
final readonly class ShootKeptView
{
    public string $kindOfWork;
    public string $notes;
    public ?int $cover;

    /**
     * By which its frames were named.
     *
     * @var array<string, mixed>
     */
    #[WrittenAs('NamePattern')]
    public array $pattern;

    /**
     * @param array<string, mixed> $pattern
     * @param bool                 $inOrder whether numbers count as frames were taken
     * @param list<string>         $bodies  that took them
     */
    public function __construct(ShootKept $shoot, array $pattern, public bool $inOrder, public array $bodies)
    {
        $this->pattern = $pattern;
        $this->kindOfWork = $shoot->kindOfWork;
        $this->notes = $shoot->notes;
        $this->cover = $shoot->cover;
    }
}
