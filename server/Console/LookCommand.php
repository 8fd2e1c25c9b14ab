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
use VelvetLedger\Core\Look\CouldNotJudge;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Look\Word;
use VelvetLedger\Server\Looking\AskedAct;
use VelvetLedger\Server\Looking\JudgesFrames;
use VelvetLedger\Server\Pages\LookPage;
use VelvetLedger\Server\Persistence\Looks\JudgedFrame;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Work\Rests;

/** Prints how a shoot's frames are judged, frame by frame; with --set, judges some of them first, as one act. Ends with 1 where that could not be. */
#[AsCommand('look', 'Show how the frames of SHOOT are judged, or judge some of them.')]
final class LookCommand extends Command
{
    public function __construct(private readonly ShootRepository $shoots, private readonly LookRepository $frames, private readonly JudgesFrames $judges, private readonly LookPage $page, private readonly Rests $rests)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addArgument('shoot', InputArgument::REQUIRED, 'The shoot\'s number, or its folder from the store\'s root')
            ->addOption('set', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'A frame\'s name and what is said of it, as NAME=keep, =drop, =unsure, =open, =3 (stars), ="label proofs", ="no label"')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print it as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $given = $input->getArgument('shoot');
        $given = \is_string($given) ? $given : '';
        try {
            $lot = Lot::shoots($this->shoots->named($given)->id());
            $set = $input->getOption('set');
            $this->judge($lot, \is_array($set) ? array_values(array_filter($set, \is_string(...))) : []);
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }
        $view = $this->page->view($lot);
        $output->writeln(true === $input->getOption('json')
            ? json_encode($view, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES)
            : [...array_map(static fn (JudgedFrame $frame): string => $frame->stem.': '.$frame->frame->judged->inWords(), $this->frames->frames($lot)), ucfirst($view->standing->sentence).'.'], OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }

    /** @param list<string> $set */
    private function judge(Lot $lot, array $set): void
    {
        $ids = [];
        foreach ([] === $set ? [] : $this->frames->frames($lot) as $frame) {
            $ids[$frame->stem] = $frame->frame->id;
        }
        $acts = [];
        foreach ($set as $one) {
            [$name, $word] = [...explode('=', $one, 2), ''];
            $acts[] = AskedAct::judge(bin2hex(random_bytes(16)), Word::read($word), [$ids[$name] ?? throw CouldNotJudge::notOfIt($name) => null]);
        }
        if ([] !== $acts) {
            $this->judges->act($lot, $acts, $this->rests->ask(...));
        }
    }
}
