<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Core\Look\History;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Core\Look\Tally;

/** Where a sitting stands: what it comes to, how many frames each pass would have, the last act, and what can be taken back or brought again. */
final readonly class StandingView
{
    public string $sentence;
    public int $all;
    public int $open;
    public int $dropped;
    public int $kept;

    /** @var list<PassCountView> */
    public array $passes;

    public bool $canTakeBack;
    public bool $canBringAgain;

    /**
     * @param int $act     the last one of any sitting
     * @param int $waiting frames whose stars or label are not written yet
     */
    public function __construct(Tally $tally, History $history, public int $act, public int $waiting)
    {
        $this->sentence = $tally->sentence;
        $this->all = $tally->all;
        $this->open = $tally->open;
        $this->dropped = $tally->dropped;
        $this->kept = $tally->kept;
        $this->passes = array_map(static fn (Pass $pass): PassCountView => new PassCountView($pass, $tally->passes[$pass->value] ?? 0), Pass::cases());
        $this->canTakeBack = $history->canTakeBack();
        $this->canBringAgain = $history->canBringAgain();
    }
}
