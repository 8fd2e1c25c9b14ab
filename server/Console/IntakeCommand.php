<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Http\View\LineView;
use VelvetLedger\Server\Http\View\ReceiptView;
use VelvetLedger\Server\Intake\CouldNotBegin;
use VelvetLedger\Server\Intake\Receipts;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Jobs\Job;
use VelvetLedger\Server\Jobs\JobQueue;
use VelvetLedger\Server\Orders\NoSuchOrder;
use VelvetLedger\Server\Persistence\Intake;
use VelvetLedger\Server\Persistence\IntakeState;
use VelvetLedger\Server\Persistence\ReceiptLine;
use VelvetLedger\Server\Settings\BadSettings;
use VelvetLedger\Server\Settings\Megabytes;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Settings\StoreAbsent;

/** Brings in all stills of a source and prints the receipt; ends with 1 when any frame could not be brought in. */
#[AsCommand('intake', 'Bring in the stills of SOURCE.')]
final class IntakeCommand extends Command
{
    public function __construct(
        private readonly StartIntake $start,
        private readonly OrderArgument $orders,
        private readonly RunIntake $run,
        private readonly JobQueue $queue,
        private readonly EntityManagerInterface $ledger,
        private readonly Settings $settings,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('source', InputArgument::REQUIRED, 'A card\'s volume, or any folder')
            ->addOption('description', 'd', InputOption::VALUE_REQUIRED, 'What the shoots are called', '')
            ->addOption('order', 'o', InputOption::VALUE_REQUIRED, 'The standing order to follow; else the one last used for this card or body, or the default')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print the receipt as one JSON object');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $notes = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $description = $input->getOption('description');
        $job = null;
        try {
            $volume = SourceArgument::volume($input);
            $this->start->start($volume, new Wishes($this->orders->of($input, $volume), otherwise: \is_string($description) ? $description : ''), function (Intake $intake) use (&$job): void {
                $job = $this->queue->hold((int) $intake->id);
            });
        } catch (CouldNotList|NoSuchOrder|CouldNotBegin|StoreAbsent|BadSettings $error) {
            $notes->writeln($error->getMessage(), OutputInterface::OUTPUT_RAW);

            return self::FAILURE;
        }
        \assert($job instanceof Job);
        $intake = $this->runShowing($job, $notes);
        $this->queue->end($job);
        $view = new ReceiptView($intake, Receipts::summary($this->ledger, $job->intakeId));
        $output->writeln(true === $input->getOption('json') ? $this->json($intake, $view) : $this->text($view), OutputInterface::OUTPUT_RAW);
        $troubled = array_filter($view->sums, static fn ($sum): bool => \in_array($sum->outcome, [Outcome::Failed, Outcome::Unreadable, Outcome::Waiting], true));

        return IntakeState::Done === $intake->state && [] === $troubled ? self::SUCCESS : self::FAILURE;
    }

    private function runShowing(Job $job, OutputInterface $notes): Intake
    {
        $shown = 0.0;
        $onTerminal = $notes->isDecorated();

        return $this->run->run($job->intakeId, function (Intake $intake) use ($job, $notes, $onTerminal, &$shown): void {
            if (microtime(true) - $shown < ($onTerminal ? 0.2 : 5.0)) {
                return;
            }
            $shown = microtime(true);
            $this->queue->beat($job);
            $line = \sprintf('%d files, %s copied', $intake->filesMoved, Megabytes::of($intake->bytesMoved));
            $notes->write($onTerminal ? "\r\033[K".$line : $line."\n", false, OutputInterface::OUTPUT_RAW);
        });
    }

    private function text(ReceiptView $view): string
    {
        $lines = [\sprintf('Receipt %d, %s to %s (%s)', $view->number, $view->card, $view->store, $this->settings->main->path)];
        foreach ($view->problems as $problem) {
            $lines[] = \is_string($problem) ? '  ! '.$problem : '';
        }
        $troubled = $this->ledger->getRepository(ReceiptLine::class)->findBy(['intake' => $view->number, 'outcome' => [Outcome::Failed, Outcome::Unreadable]], ['position' => 'ASC']);
        foreach ($troubled as $line) {
            $lines[] = \sprintf('  %s: %s: %s', $line->outcome->value, $line->path, $line->reason);
        }
        if (null !== $view->stoppedBecause) {
            $lines[] = '  stopped: '.$view->stoppedBecause;
        }
        $lines[] = $view->sentence.(null === $view->bytesPerSecond ? '' : \sprintf(' %s at %s a second.', Megabytes::of($view->bytesCopied), Megabytes::of((int) $view->bytesPerSecond)));

        return implode("\n", $lines);
    }

    private function json(Intake $intake, ReceiptView $view): string
    {
        $lines = $this->ledger->getRepository(ReceiptLine::class)->findBy(['intake' => $intake], ['position' => 'ASC']);

        return json_encode(
            ['receipt' => $view, 'lines' => array_map(static fn (ReceiptLine $line): LineView => new LineView($line), $lines)],
            \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR,
        );
    }
}
