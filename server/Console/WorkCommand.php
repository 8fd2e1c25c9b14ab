<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Command\SignalableCommandInterface;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Jobs\Job;
use VelvetLedger\Server\Jobs\JobQueue;
use VelvetLedger\Server\Persistence\Intake;

/** A worker: takes jobs from the queue for as long as it runs; any number may run side by side. */
#[AsCommand('work', 'Take jobs from the queue until stopped.')]
final class WorkCommand extends Command implements SignalableCommandInterface
{
    private const IDLE_SECONDS = 5;

    private bool $stopping = false;

    public function __construct(private readonly JobQueue $queue, private readonly RunIntake $run, private readonly EntityManagerInterface $ledger)
    {
        parent::__construct();
    }

    /** @return list<int> */
    public function getSubscribedSignals(): array
    {
        return [\SIGTERM, \SIGINT];
    }

    public function handleSignal(int $signal, int|false $previousExitCode = 0): false
    {
        $this->stopping = true;

        return false;
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        while (!$this->stopping) {
            $job = $this->queue->take();
            if (null === $job) {
                $this->queue->waitForWork(self::IDLE_SECONDS);
                continue;
            }
            $this->work($job);
        }

        return self::SUCCESS;
    }

    private function work(Job $job): void
    {
        $this->run->run($job->intakeId, function (Intake $intake) use ($job): void {
            $this->queue->beat($job);
            $this->ledger->getConnection()->executeStatement('UPDATE intake SET bytes_moved = ?, files_moved = ? WHERE id = ?', [$intake->bytesMoved, $intake->filesMoved, $intake->id]);
            if ($this->stopping) {
                $this->queue->release($job);
                exit(self::SUCCESS); // between two writes of a file; the next worker goes on where this one stopped
            }
        });
        $this->queue->end($job);
    }
}
