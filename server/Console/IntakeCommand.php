<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Doctrine\DBAL\Exception as DatabaseTrouble;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Command\SignalableCommandInterface;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Intake\BeginsOrGoesOn;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Intake\StopIntake;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\RunsElsewhere;
use VelvetLedger\Server\Work\DoesAfterwards;

/**
 * Brings in all stills of a source, or of several together, and prints the receipts. Ends with 0 only when all that was to be done is done; with 1
 * when any file could not be brought in, or nothing could begin; with 130 and 143 when it was ended by Ctrl-C or TERM.
 */
#[AsCommand('intake', 'Bring in the stills of SOURCE.')]
final class IntakeCommand extends Command implements SignalableCommandInterface
{
    private const SIGNALLED = 128;

    private ?int $signal = null;
    private float $shown = 0.0;

    public function __construct(
        private readonly BeginsOrGoesOn $begins,
        private readonly StopIntake $stop,
        private readonly SourceArgument $source,
        private readonly OrderArgument $orders,
        private readonly RunIntake $run,
        private readonly ReceiptText $receipts,
        private readonly DoesAfterwards $afterwards,
    ) {
        parent::__construct();
    }

    /** @return list<int> */
    public function getSubscribedSignals(): array
    {
        return [\SIGTERM, \SIGINT];
    }

    public function handleSignal(int $signal, int|false $previousExitCode = 0): false
    {
        $this->signal = $signal;

        return false;
    }

    protected function configure(): void
    {
        $this->addArgument('source', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'A card\'s volume, or any folder; several are brought in together')
            ->addOption('description', 'd', InputOption::VALUE_REQUIRED, 'What the shoots are called', '')
            ->addOption('order', 'o', InputOption::VALUE_REQUIRED, 'The standing order to follow; else the one last used for this card or body, or the default')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print the receipt as one JSON object; several as a list');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $notes = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            $intakes = $this->begin($input, $this->source->desk($input), $notes);
        } catch (CouldNot $error) {
            $notes->writeln(PathText::visible($error->getMessage()), OutputInterface::OUTPUT_RAW);

            return self::FAILURE;
        }
        $ended = [];
        foreach ($intakes as $intake) {
            try {
                $ended[] = $this->bringIn($intake, $notes);
            } catch (RunsElsewhere $elsewhere) {
                $notes->writeln(PathText::visible($elsewhere->getMessage()), OutputInterface::OUTPUT_RAW);

                return self::FAILURE;
            } catch (DatabaseTrouble $trouble) {
                $notes->writeln("The ledger's database stopped answering ({$trouble->getMessage()}). What is copied and proven stays. Run the command again, and it goes on.", OutputInterface::OUTPUT_RAW);

                return self::FAILURE;
            }
        }
        $output->writeln(true === $input->getOption('json') ? $this->receipts->json(...$ended) : implode("\n\n", array_map($this->receipts->text(...), $ended)), OutputInterface::OUTPUT_RAW);

        return max(array_map($this->exitCode(...), $ended));
    }

    /**
     * One after the other; after a signal those that have not begun are stopped like the one that had.
     *
     * @throws RunsElsewhere|DatabaseTrouble
     */
    private function bringIn(int $intake, OutputInterface $notes): Intake
    {
        try {
            if (null !== $this->signal) {
                throw Interrupted::bySignal($this->signal);
            }
            $ended = $this->run->run($intake, fn (int $bytes, int $files) => $this->show($bytes, $files, $notes));
            $this->afterwards->of($ended);

            return $ended;
        } catch (Interrupted) {
            return $this->stop->stop($intake, 'It was ended on the command line. What is copied and proven stays, the rest waits: run the command again, or go on from the page.');
        }
    }

    /** @return non-empty-list<int> new intakes; or those from these cards that were cut off, and that nobody works on */
    private function begin(InputInterface $input, CardsOnDesk $desk, OutputInterface $notes): array
    {
        $description = $input->getOption('description');
        $wishes = new Wishes($this->orders->of($input, $desk), otherwise: \is_string($description) ? $description : '');

        return array_map(static fn (Intake $intake): int => $intake->id(), $this->begins->of($desk, $wishes, static fn (string $said) => $notes->writeln(PathText::visible($said), OutputInterface::OUTPUT_RAW)));
    }

    private function show(int $bytes, int $files, OutputInterface $notes): void
    {
        if (null !== $this->signal) {
            throw Interrupted::bySignal($this->signal);
        }
        $onTerminal = $notes->isDecorated();
        if (microtime(true) - $this->shown > ($onTerminal ? 0.2 : 5.0)) {
            $this->shown = microtime(true);
            $line = \sprintf('%d files, %s copied', $files, Size::of($bytes));
            $notes->write($onTerminal ? "\r\033[K".$line : $line."\n", false, OutputInterface::OUTPUT_RAW);
        }
    }

    private function exitCode(Intake $ended): int
    {
        return match (true) {
            null !== $this->signal && IntakeState::Done !== $ended->state() => self::SIGNALLED + $this->signal,
            IntakeState::Done === $ended->state() && !$this->receipts->view($ended)->verdict->isTroubled => self::SUCCESS,
            default => self::FAILURE,
        };
    }
}
