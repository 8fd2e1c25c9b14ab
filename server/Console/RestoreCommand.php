<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Server\Survival\CouldNotRestore;
use VelvetLedger\Server\Survival\RestoresDumps;

/** Makes the ledger of a fresh home from the dumps at a store. */
#[AsCommand('restore', 'Make the ledger of this home, which has none yet, from the dumps at STORE, the folder of a store.')]
final class RestoreCommand extends AtStoreCommand
{
    private const NOT_KNOWN = 'What was judged, described, kept by name, put into albums, owed or let go after that is not known, but for what stands in the files themselves.';

    public function __construct(private readonly RestoresDumps $restores)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        parent::configure();
        $this->addOption('at', null, InputOption::VALUE_REQUIRED, 'As it was then: "2026-05-04", the end of that day, or "2026-05-04 21:14"', '');
    }

    protected function at(string $store, InputInterface $input): array
    {
        $at = $input->getOption('at');
        [$document, $because] = $this->restores->restore($store, self::time(\is_string($at) ? $at : ''));

        return [...$because, \sprintf('The ledger is as it was on %s: %d frames in %d shoots.', Day::withTime($document->at()), $document->rows['frame'] ?? 0, $document->rows['shoot'] ?? 0), self::NOT_KNOWN];
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
