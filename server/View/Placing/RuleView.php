<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Placing;

use VelvetLedger\Core\Placing\PlacingRule;

/** A rule of where some work lands, what mirrors it and where it ends. */
final readonly class RuleView
{
    /** Null for that of all work which no other rule takes. */
    public ?int $id;
    public string $kind;
    public string $order;
    public ?int $fromYear;
    public ?int $toYear;
    public int $main;

    /** @var list<int> */
    public array $mirrors;

    /** @var list<int> */
    public array $archives;
    public string $inWords;

    /** @var list<string>|null subfolders whose other files are kept; null for all of them, none for nothing */
    public ?array $beside;
    public int $days;

    /**
     * @param array<int, string> $names   of stores
     * @param int                $shoots  that follow it
     * @param bool               $isAlone no other rule takes any
     */
    public function __construct(PlacingRule $rule, array $names, public int $shoots, bool $isAlone)
    {
        [$this->id, $this->kind, $this->order, $this->fromYear, $this->toYear] = [$rule->id, $rule->which->kind, $rule->which->order, $rule->which->fromYear, $rule->which->toYear];
        [$this->main, $this->mirrors, $this->archives] = [$rule->main, $rule->mirrors, $rule->archives];
        [$this->beside, $this->days] = [$rule->beside->subfolders, $rule->beside->days];
        $this->inWords = $rule->inWords($names, $isAlone);
    }
}
