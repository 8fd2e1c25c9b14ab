<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Pages\StoresPage;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\View\Stores\StorePageView;

/** Lists the stores. Ends with 0 when all are there, nothing is owed and nothing is bad, and every file has as many proven copies as its order asks for; else with 1. */
#[AsCommand('stores', 'List the stores: what they hold, and what they are owed.')]
final class StoresCommand extends Command
{
    public function __construct(private readonly StoresPage $page, private readonly CopyRepository $copies)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('json', null, InputOption::VALUE_NONE, 'Print them as one JSON object');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $stores = $this->page->view()->stores;
        $short = $this->copies->short();
        if (true === $input->getOption('json')) {
            $output->writeln(json_encode(['stores' => $stores, 'short' => $short], \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR), OutputInterface::OUTPUT_RAW);
        } else {
            array_map(static fn (StorePageView $store) => $output->writeln(self::line($store), OutputInterface::OUTPUT_RAW), $stores);
            0 === $short ? null : $output->writeln('! '.self::shortOf($short), OutputInterface::OUTPUT_RAW);
        }
        $well = [] === array_filter($stores, static fn (StorePageView $store): bool => !$store->present || $store->sums->owed + $store->sums->changes->all + $store->sums->bad > 0);

        return $well && 0 === $short ? self::SUCCESS : self::FAILURE;
    }

    public static function shortOf(int $files): string
    {
        return \sprintf('%s fewer proven copies than the standing order asks for, at the stores that are used.', Count::of($files, 'file has', 'files have'));
    }

    private static function line(StorePageView $store): string
    {
        $facts = array_filter([
            $store->present ? Size::of($store->freeBytes ?? 0).' free' : 'away',
            Count::of($store->sums->proven, 'proven copy', 'proven copies'),
            $store->sums->owed > 0 ? Count::figure($store->sums->owed).' owed' : '',
            $store->sums->changes->inWords,
            $store->sums->bad > 0 ? Count::figure($store->sums->bad).' missing or different' : '',
        ], static fn (string $fact): bool => '' !== $fact);

        return \sprintf('%s (%s, %s): %s', $store->name, $store->role->value, $store->path, implode(', ', $facts)).implode('', array_map(static fn (string $warning): string => "\n  ! ".$warning, $store->warnings));
    }
}
