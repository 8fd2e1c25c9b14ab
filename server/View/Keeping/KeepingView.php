<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Keeping;

use VelvetLedger\Core\Keeping\KeepingPlan;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\ShootKept;
use VelvetLedger\Core\Order\Samples;

/** A change of places before it is made: how all is called and lies now, and afterwards. */
final readonly class KeepingView
{
    /** In words. */
    public string $what;
    public int $frames;
    public int $files;
    public int $renamed;
    public int $moved;

    /** Of the shoot, or the one that frames go to. */
    public string $folderBefore;
    public string $folderAfter;

    /** Whether numbers count as frames were taken afterwards. */
    public bool $inOrder;

    /** @var list<NameChangeView> in the order they were taken: those that were searched for, as many as a page shows */
    public array $names;

    /** How many those are in all. */
    public int $found;
    public Samples $samples;

    /** Whether anything would change. */
    public bool $changes;

    /**
     * @param list<string> $away   stores that follow when they are back
     * @param string       $search in names before and after
     */
    public function __construct(KeepingPlan $plan, string $what, ShootKept $before, ?ShootKept $into, public array $away, string $search, int $most)
    {
        $this->what = $what;
        $this->frames = \count($plan->frames);
        $this->files = array_sum(array_map(static fn (KeptFrame $frame): int => \count($frame->endings), $plan->frames));
        $this->renamed = $plan->renamed();
        $this->moved = $plan->moved();
        $this->folderBefore = $before->folder;
        $this->folderAfter = null !== $into ? $into->folder : ($plan->shoots[$before->id] ?? $plan->shoots[0] ?? $before)->folder;
        $this->inOrder = $plan->inOrder;
        $names = array_map(static fn (KeptFrame $frame): NameChangeView => new NameChangeView($frame, $plan->renaming->wanted[$frame->id]), $plan->inOrderOfCapture());
        $found = '' === $search ? $names : array_values(array_filter($names, static fn (NameChangeView $one): bool => $one->has($search)));
        $this->names = \array_slice($found, 0, $most);
        $this->found = \count($found);
        $this->samples = $plan->samples;
        $this->changes = !$plan->isNothing();
    }
}
