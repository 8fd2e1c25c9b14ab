<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Survival\TakesIn;

/** Takes another ledger into this one: a laptop's, of an event. */
#[AsCommand('take-in', 'Take another ledger into this one, by its latest dump at STORE, the folder of a store.')]
final class TakeInCommand extends Command
{
    public function __construct(private readonly TakesIn $takes)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('store', InputArgument::REQUIRED, 'The folder of a store of the other ledger, as it is mounted here')
            ->addOption('dry-run', null, InputOption::VALUE_NONE, 'Say what would come in and what would be called otherwise, and change nothing');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $store = $input->getArgument('store');
        try {
            $output->writeln($this->takes->from(\is_string($store) ? $store : '', true === $input->getOption('dry-run')), OutputInterface::OUTPUT_RAW);
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }

        return self::SUCCESS;
    }
}
