<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Copies\OwedCopies;
use VelvetLedger\Server\Persistence\CopyRepository;
use VelvetLedger\Server\Stores\Stores;

/** Makes what stores are owed, where they are there. Ends with 0 when nothing is owed any more, else with 1. */
#[AsCommand('owed', 'Make the copies that stores are owed, where they are there.')]
final class OwedCommand extends Command
{
    public function __construct(private readonly CopyRepository $copies, private readonly OwedCopies $owed, private readonly Stores $stores)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        foreach (array_keys($this->copies->creditors()) as $store) {
            $made = $this->owed->make($store, static fn (int $bytes) => null);
            $output->writeln(null === $made ? 'It is being done already.' : \sprintf('%s: %s, %s still owed.', $this->stores->find($store)->name(), Count::of($made[0], 'copy made', 'copies made'), Count::figure($made[1])), OutputInterface::OUTPUT_RAW);
        }

        return [] === $this->copies->creditors() ? self::SUCCESS : self::FAILURE;
    }
}
