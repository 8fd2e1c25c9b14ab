<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Survival\HandsOver;

/** Closes the ledger here, whole at a store, so that another machine opens it from there. */
#[AsCommand('hand-over', 'Hand the ledger over to another machine by STORE, the folder of a store that both see; it is closed here.')]
final class HandOverCommand extends Command
{
    public function __construct(private readonly HandsOver $hands)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('store', InputArgument::REQUIRED, 'The folder of a store, as it is mounted here');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $store = $input->getArgument('store');
        try {
            $output->writeln($this->hands->by(\is_string($store) ? $store : ''), OutputInterface::OUTPUT_RAW);
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }

        return self::SUCCESS;
    }
}
