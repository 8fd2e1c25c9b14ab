<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use VelvetLedger\Server\Survival\TakesIn;

/** Takes another ledger into this one: a laptop's, of an event. */
#[AsCommand('take-in', 'Take another ledger into this one, by its latest dump at STORE, the folder of a store of its own.')]
final class TakeInCommand extends AtStoreCommand
{
    public function __construct(private readonly TakesIn $takes)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        parent::configure();
        $this->addOption('dry-run', null, InputOption::VALUE_NONE, 'Say what would come in and what would be called otherwise, and change nothing');
    }

    protected function at(string $store, InputInterface $input): array
    {
        return $this->takes->from($store, true === $input->getOption('dry-run'));
    }
}
