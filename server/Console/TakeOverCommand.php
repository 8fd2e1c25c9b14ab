<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Survival\RestoresDumps;

/** Opens here a ledger that was handed over by a store. */
#[AsCommand('take-over', 'Go on here with the ledger that was handed over by STORE, the folder of a store; also back in the home that it came from.')]
final class TakeOverCommand extends Command
{
    public function __construct(private readonly RestoresDumps $restores)
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
            $document = $this->restores->takeUp(\is_string($store) ? $store : '');
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }
        $output->writeln(\sprintf('The ledger goes on here, with %d frames in %d shoots.', $document->rows['frame'] ?? 0, $document->rows['shoot'] ?? 0), OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }
}
