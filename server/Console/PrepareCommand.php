<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Persistence\Survival\SignRepository;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Survival\CouldNotHandOver;

/** Brings the stores of the settings, the ledger and the drives together, see Stores. */
#[AsCommand('prepare', 'Mark a store that is new to this ledger, and know again one that was renamed or moved.')]
final class PrepareCommand extends Command
{
    public function __construct(private readonly Stores $stores, private readonly SignRepository $signs)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $closed = $this->signs->handedOver();
        try {
            $note = null === $closed ? $this->stores->prepare() : throw CouldNotHandOver::closed($closed);
        } catch (CouldNot $failure) {
            $output->writeln($failure->getMessage(), OutputInterface::OUTPUT_RAW);

            return self::FAILURE;
        }
        if (null !== $note) {
            $output->writeln($note, OutputInterface::OUTPUT_RAW);
        }

        return self::SUCCESS;
    }
}
