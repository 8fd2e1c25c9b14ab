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
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Keeping\SetsAside;
use VelvetLedger\Server\Pages\AsidePage;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\View\Aside\AsideFrameView;
use VelvetLedger\Server\Work\Follows;

/** Prints what is set aside from a shoot; with --set, sets all aside first that is dropped; with --back, has all of it back, or the frames that are named. Ends with 1 where that could not be. */
#[AsCommand('aside', 'Show what is set aside from SHOOT, set its dropped frames aside, or have them back.')]
final class AsideCommand extends Command
{
    public function __construct(private readonly ShootRepository $shoots, private readonly AsidePage $page, private readonly SetsAside $sets, private readonly Follows $follows)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addArgument('shoot', InputArgument::REQUIRED, 'The shoot\'s number, or its folder from the store\'s root')
            ->addArgument('frames', InputArgument::IS_ARRAY, 'With --back: names of frames; all where none is given')
            ->addOption('set', null, InputOption::VALUE_NONE, 'Set all aside that is dropped')
            ->addOption('back', null, InputOption::VALUE_NONE, 'Have frames back')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print it as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$given, $named] = [$input->getArgument('shoot'), $input->getArgument('frames')];
        try {
            $shoot = $this->shoots->named(\is_string($given) ? $given : '');
            if (true === $input->getOption('set')) {
                $this->sets->aside($shoot, AskedBy::CommandLine);
            } elseif (true === $input->getOption('back')) {
                $back = array_filter($this->page->of($shoot)->frames, static fn (AsideFrameView $frame): bool => [] === $named || (\is_array($named) && \in_array($frame->stem, $named, true)));
                $this->sets->back($shoot, array_values(array_map(static fn (AsideFrameView $frame): int => $frame->id, $back)), AskedBy::CommandLine);
            }
            $this->follows->ask();
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }
        $view = $this->page->of($shoot);
        $output->writeln(true === $input->getOption('json')
            ? json_encode($view, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES)
            : [...array_map(static fn (AsideFrameView $frame): string => implode(', ', [$frame->stem.': set aside '.$frame->since, ...$frame->doubts]), $view->frames), \sprintf('%s set aside, %s; %s dropped and not set aside.', Count::of($view->aside->frames, 'frame is', 'frames are'), Size::of($view->aside->bytes), Count::of($view->dropped->frames, 'is', 'are'))], OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }
}
