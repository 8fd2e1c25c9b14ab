<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Server\Persistence\Copy;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Settings\StoreAbsent;

/** Marks the main store as such when it is new, so that its absence is told from an empty folder later. */
#[AsCommand('prepare', 'Mark the stores of the settings, if they are new to this ledger.')]
final class PrepareCommand extends Command
{
    public function __construct(private readonly Settings $settings, private readonly EntityManagerInterface $ledger)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $main = $this->settings->main;
        if ($main->isPresent()) {
            return self::SUCCESS;
        }
        if (0 !== $this->ledger->getRepository(Copy::class)->count(['store' => $main->name])) {
            $output->writeln(StoreAbsent::notMounted($main)->getMessage());

            return self::SUCCESS;
        }
        try {
            $main->mark();
        } catch (StoreAbsent $absent) {
            $output->writeln($absent->getMessage());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }
}
