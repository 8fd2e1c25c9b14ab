<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Copies\OwedSoFar;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Stores\Stores;

/** Carries out what stores are owed, where they are there. Ends with 0 when nothing is owed any more, else with 1. */
#[AsCommand('owed', 'Move, mend and make the copies that stores are owed, where they are there.')]
final class OwedCommand extends Command
{
    public function __construct(private readonly OwedSteps $owed, private readonly StepRepository $steps, private readonly Stores $stores)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        foreach (array_keys($this->steps->owed()) as $store) {
            $came = $this->owed->all($store, static fn (int $bytes) => null);
            $output->writeln(null === $came ? 'It is being done already.' : $this->came($store, $came), OutputInterface::OUTPUT_RAW);
        }

        return [] === $this->steps->owed() ? self::SUCCESS : self::FAILURE;
    }

    private function came(int $store, OwedSoFar $came): string
    {
        $left = array_filter($this->steps->owed(), static fn (int $other): bool => $other === $store, \ARRAY_FILTER_USE_KEY);
        $moved = 0 === $came->moved ? '' : Count::of($came->moved, 'copy moved', 'copies moved').', ';

        return \sprintf('%s: %s%s, %s still owed.', $this->stores->find($store)->name(), $moved, Count::of($came->made, 'copy made', 'copies made'), Count::figure(array_sum($left)));
    }
}
