<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Survival;

/** What is said of the ledger's dumps, and what would be gone with this machine, or with a drive. */
final readonly class SurvivalView
{
    /**
     * @param string         $dump       what is said of the latest dump
     * @param string|null    $warning    what is to be done about it
     * @param bool           $isUnderWay whether one is made or asked for
     * @param list<LossView> $losses     this machine first
     */
    public function __construct(public string $dump, public ?string $warning, public bool $isUnderWay, public array $losses)
    {
    }
}
