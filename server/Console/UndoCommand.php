<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Keeping\TakesBack;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\ChangeRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Work\Follows;

/** Takes the last change of a shoot back, whatever it was. Ends with 1 where that cannot be, and nothing is changed then. */
#[AsCommand('undo', 'Take the last change of SHOOT back: of names, folders, times, or of what its frames say.')]
final class UndoCommand extends Command
{
    public function __construct(private readonly ShootRepository $shoots, private readonly TakesBack $back, private readonly ChangeRepository $changes, private readonly Follows $follows)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addArgument('shoot', InputArgument::REQUIRED, 'The shoot\'s number, or its folder from the store\'s root')
            ->addOption('dry-run', null, InputOption::VALUE_NONE, 'Say what would be taken back, and change nothing')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print it as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $given = $input->getArgument('shoot');
        $isShown = true === $input->getOption('dry-run');
        try {
            $shoot = $this->shoots->named(\is_string($given) ? $given : '');
            $what = $isShown ? $this->changes->last($shoot->id())?->what : $this->back->last($shoot, AskedBy::CommandLine);
            $this->follows->ask();
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }
        $output->writeln(true === $input->getOption('json')
            ? json_encode(['takenBack' => $what, 'isDone' => null !== $what && !$isShown], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES)
            : PathText::visible(null === $what ? 'Nothing of it was changed that could be taken back.' : ($isShown ? 'Would be taken back: ' : 'Taken back: ')."$what."), OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }
}
