<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Survival\Rebuilds;

/** Makes the ledger of a fresh home from the folders of stores, where no dump is left. */
#[AsCommand('rebuild', 'Make the ledger of this home, which has none yet, from what lies at the stores STORE..., the main one first: where no dump is left.')]
final class RebuildCommand extends Command
{
    public function __construct(private readonly Rebuilds $rebuilds)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('store', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'The folders of stores, as they are mounted here');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $stores = array_values(array_filter((array) $input->getArgument('store'), \is_string(...)));
        \assert([] !== $stores);
        try {
            $this->rebuilds->rebuild($stores, static fn (array $said) => $output->writeln($said, OutputInterface::OUTPUT_RAW));
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }

        return self::SUCCESS;
    }
}
