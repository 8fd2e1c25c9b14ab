<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Clearance\CompareCard;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\Cards\ClearanceRepository;

/** Says whether a card may be formatted. Ends with 0 when it may, with 1 when it may not, with 2 when that cannot be said. */
#[AsCommand('clearance', 'May CARD be formatted?')]
final class ClearanceCommand extends Command
{
    public function __construct(private readonly SourceArgument $source, private readonly CardClearance $clearance, private readonly CompareCard $compare, private readonly CardRepository $cards, private readonly ClearanceRepository $known, private readonly EntityManagerInterface $ledger)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('source', InputArgument::REQUIRED, 'The card\'s volume, or a folder')
            ->addOption('compare', null, InputOption::VALUE_NONE, 'Read in full first what seems to be held')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print the verdict as one JSON object');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $volume = $this->source->volume($input);
            if (true === $input->getOption('compare')) {
                $card = $this->cards->seen($volume->identity);
                $this->ledger->flush();
                $this->known->askToCompare($card);
                $this->compare->volume($volume, static fn () => null);
            }
            $clearance = $this->clearance->of($volume);
        } catch (CouldNot $error) {
            return Refusal::tell($output, $error, self::INVALID);
        }
        if (true === $input->getOption('json')) {
            $output->writeln(json_encode($clearance, \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR), OutputInterface::OUTPUT_RAW);
        } else {
            $output->writeln($clearance->sentence, OutputInterface::OUTPUT_RAW);
            foreach ($clearance->reasons() as $reason) {
                foreach ($reason->isOfFew() ? array_filter($clearance->missing, $reason->isOf(...)) : [] as $missing) {
                    $output->writeln(PathText::visible(\sprintf('  %s: %s', $missing->path, $missing->because)), OutputInterface::OUTPUT_RAW);
                }
                if (!$reason->isOfFew()) {
                    $output->writeln(PathText::visible(\sprintf('  %s: %s', Count::of($reason->files, 'file'), $reason->because)), OutputInterface::OUTPUT_RAW);
                }
            }
        }

        return $clearance->mayBeFormatted ? self::SUCCESS : self::FAILURE;
    }
}
