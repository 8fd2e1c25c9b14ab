<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Copies\Mending;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Server\Pages\BadCopies;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Copies\ProvingRow;
use VelvetLedger\Server\Persistence\Copies\ProvingState;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Stores\BadCopyView;
use VelvetLedger\Server\View\Stores\ProvingView;

/** Proves stores again. Ends with 0 when all copies are as the ledger has them and every file has as many as its order asks for, with 1 when not, with 2 when a store could not be proven. */
#[AsCommand('prove', 'Read the copies at STORE again, or at all stores that are there, and compare them with the ledger.')]
final class ProveCommand extends Command
{
    public function __construct(private readonly Stores $stores, private readonly ProvingRepository $provings, private readonly Proving $proving, private readonly BadCopies $bad, private readonly Mending $mending, private readonly CopyRepository $copies)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('store', InputArgument::OPTIONAL, 'The name of a store; all that are there where it is left away', '')
            ->addOption('mend', null, InputOption::VALUE_NONE, 'Mend what is missing or different from good copies')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print what was found as one JSON object');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $notes = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $stores = $this->asked($input);
        if ([] === $stores) {
            $notes->writeln('There is no store to prove: none is called so, or none is there.', OutputInterface::OUTPUT_RAW);

            return self::INVALID;
        }
        $rows = array_map(fn (int $store): ProvingRow => $this->prove($store), $stores);
        if (true === $input->getOption('mend')) {
            $this->mend($notes);
        }
        $bad = array_values(array_filter($this->bad->of(0, 0), static fn (BadCopyView $copy): bool => \in_array($copy->store, $stores, true)));
        if (true === $input->getOption('json')) {
            $output->writeln(json_encode(['proofs' => array_map(static fn (ProvingRow $row): ProvingView => new ProvingView($row), $rows), 'bad' => $bad], \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR), OutputInterface::OUTPUT_RAW);
        } else {
            $this->write($rows, $bad, $output);
        }
        $short = $this->copies->short();
        0 === $short ? null : $notes->writeln('! '.StoresCommand::shortOf($short), OutputInterface::OUTPUT_RAW);

        return match (true) {
            [] !== array_filter($rows, static fn (ProvingRow $row): bool => ProvingState::Done !== $row->state()) => self::INVALID,
            [] !== $bad, 0 !== $short => self::FAILURE,
            default => self::SUCCESS,
        };
    }

    /** @return list<int> */
    private function asked(InputInterface $input): array
    {
        $name = $input->getArgument('store');

        return array_values(array_map(static fn (LedgerStore $store): int => $store->id(), array_filter($this->stores->all(), fn (LedgerStore $store): bool => '' === $name ? $this->stores->at($store)->isPresent() : $store->name() === $name)));
    }

    private function prove(int $store): ProvingRow
    {
        $id = $this->provings->ask($store, null, null);
        for ($this->proving->prove($id, static fn () => null); $this->provings->find($id)->isOpen(); $this->proving->prove($id, static fn () => null)) {
            usleep(200_000); // a worker has a slice of it in hand
        }

        return $this->provings->find($id);
    }

    private function mend(OutputInterface $notes): void
    {
        foreach ($this->bad->of(0, 0) as $copy) {
            try {
                $this->mending->mend($copy->id);
            } catch (CouldNot $failure) {
                $notes->writeln($failure->getMessage(), OutputInterface::OUTPUT_RAW);
            }
        }
    }

    /**
     * @param list<ProvingRow>  $rows
     * @param list<BadCopyView> $bad
     */
    private function write(array $rows, array $bad, OutputInterface $output): void
    {
        foreach ($rows as $row) {
            $held = 0 === $row->int('files_read') && null !== $row->text('stopped_because') ? 'nothing is known' : 'all as the ledger has them';
            $output->writeln(\sprintf('%s: %s, %s%s', $this->stores->find($row->store())->name(), Count::of($row->int('files_read'), 'copy read', 'copies read'), 0 === $row->int('bad') ? $held : Count::figure($row->int('bad')).' missing or different', null === $row->text('stopped_because') ? '' : '. '.$row->text('stopped_because')), OutputInterface::OUTPUT_RAW);
            foreach ($row->unknown as $path) {
                $output->writeln("  not the ledger's: ".$path, OutputInterface::OUTPUT_RAW);
            }
        }
        foreach ($bad as $copy) {
            $output->writeln(\sprintf('  %s: %s: %s: %s', $copy->storeName, $copy->state->value, $copy->path, $copy->because), OutputInterface::OUTPUT_RAW);
        }
    }
}
