<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Survival\SettlesRestored;

/** Looks through the stores that are there for what came after the dump that this ledger was restored from. */
#[AsCommand('restored', 'Hold a restored ledger against the stores that are there; FOLDER is a store that is mounted elsewhere than it was.')]
final class RestoredCommand extends Command
{
    public function __construct(private readonly SettlesRestored $settles, private readonly Stores $stores)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('folder', InputArgument::OPTIONAL, '', '');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $folder = $input->getArgument('folder');
        try {
            if (\is_string($folder) && '' !== $folder) {
                $this->stores->liesNowAt($folder);
            }
            $this->stores->prepare();
            $output->writeln($this->settles->settle(), OutputInterface::OUTPUT_RAW);
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }

        return self::SUCCESS;
    }
}
