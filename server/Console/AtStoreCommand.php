<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Failure\CouldNot;

/** Something that is done with the whole ledger by a store, which is named by its folder. */
abstract class AtStoreCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('store', InputArgument::REQUIRED, 'The folder of a store, as it is mounted here');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $store = $input->getArgument('store');
        try {
            $output->writeln($this->at(\is_string($store) ? $store : '', $input), OutputInterface::OUTPUT_RAW);
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }

        return self::SUCCESS;
    }

    /**
     * @return list<string> what was done, in sentences
     *
     * @throws CouldNot
     */
    abstract protected function at(string $store, InputInterface $input): array;
}
