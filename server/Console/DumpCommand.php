<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Survival\DumpsInWords;
use VelvetLedger\Server\Survival\KeepsDumps;

/** Dumps the ledger now. Ends with 0 when the dump was proven and lies at every store that is there, else with 1. */
#[AsCommand('dump', 'Dump the ledger now to every store that is there, and prove the dump.')]
final class DumpCommand extends Command
{
    public function __construct(private readonly KeepsDumps $keeps, private readonly DumpsInWords $words)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            [$dump, $failed] = $this->keeps->keep(true);
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }
        $output->writeln([$this->words->sentence(), ...array_values($failed)], OutputInterface::OUTPUT_RAW);

        return null !== $dump->provenAt && [] === $failed && [] !== $dump->stores ? self::SUCCESS : self::FAILURE;
    }
}
