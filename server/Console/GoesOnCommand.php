<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Words\Names;
use VelvetLedger\Server\Survival\GoesOn;

/** Where two ledgers were made from one, says that this one goes on: the other changes nothing any more at the stores that are there now. */
#[AsCommand('goes-on', 'This ledger goes on at the stores that are there; another that was made from the same dump does not.')]
final class GoesOnCommand extends Command
{
    public function __construct(private readonly GoesOn $goesOn)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $there = $this->goesOn->here();
        $output->writeln([] === $there ? 'No store is there; this ledger goes on where one comes back that no other took over.' : \sprintf('This ledger goes on at %s.', Names::of($there)), OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }
}
