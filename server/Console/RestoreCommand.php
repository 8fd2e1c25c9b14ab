<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Survival\CouldNotRestore;
use VelvetLedger\Server\Survival\RestoresDumps;

/** Makes the ledger of a fresh home from the dumps at a store. */
#[AsCommand('restore', 'Make the ledger of this home, which has none yet, from the dumps at STORE, the folder of a store.')]
final class RestoreCommand extends Command
{
    private const NOT_KNOWN = 'What was judged, described, kept by name, put into albums, owed or let go after that is not known, but for what stands in the files themselves.';

    public function __construct(private readonly RestoresDumps $restores)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('store', InputArgument::REQUIRED, 'The folder of a store, as it is mounted here')
            ->addOption('at', null, InputOption::VALUE_REQUIRED, 'As it was then: "2026-05-04", the end of that day, or "2026-05-04 21:14"', '');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $store = $input->getArgument('store');
        $at = $input->getOption('at');
        try {
            [$document, $because] = $this->restores->restore(\is_string($store) ? $store : '', self::time(\is_string($at) ? $at : ''));
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }
        $output->writeln([...$because, \sprintf('The ledger is as it was on %s: %d frames in %d shoots.', $document->at()->setTimezone(new \DateTimeZone(date_default_timezone_get()))->format('j F Y, H:i'), $document->rows['frame'] ?? 0, $document->rows['shoot'] ?? 0), self::NOT_KNOWN], OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }

    private static function time(string $given): ?\DateTimeImmutable
    {
        if ('' === $given) {
            return null;
        }
        foreach (['!Y-m-d' => '+1 day -1 second', '!Y-m-d H:i' => '+59 seconds'] as $form => $end) {
            $time = \DateTimeImmutable::createFromFormat($form, $given);
            if (false !== $time && $time->format(substr($form, 1)) === $given) {
                return $time->modify($end);
            }
        }
        throw CouldNotRestore::noTime($given);
    }
}
