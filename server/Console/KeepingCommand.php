<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Keeping\KeepingWish;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Keeping\KeepsShoots;
use VelvetLedger\Server\Pages\KeepingPage;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\KeptRepository;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\View\Keeping\NameChangeView;
use VelvetLedger\Server\Work\Follows;

/** A change of places from the command line: shown with --dry-run, else done. Ends with 0 where it was done or there was nothing to do, and with 1, nothing changed, where it could not be. */
abstract class KeepingCommand extends Command
{
    public function __construct(protected readonly ShootRepository $shoots, private readonly KeepsShoots $keeps, private readonly KeepingPage $page, private readonly KeptRepository $frames, private readonly Follows $follows)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addArgument('shoot', InputArgument::REQUIRED, 'The shoot\'s number, or its folder from the store\'s root')
            ->addOption('dry-run', null, InputOption::VALUE_NONE, 'Show what it would come to, and change nothing')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print it as JSON');
    }

    /**
     * @return array<string, mixed> the document of a wish; what is null is left away
     *
     * @throws CouldNot
     */
    abstract protected function wish(InputInterface $input, Shoot $shoot): array;

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $isShown = true === $input->getOption('dry-run');
        try {
            $shoot = $this->shoots->named(self::text($input, 'shoot') ?? '');
            $wish = KeepingWish::read(Fields::of(array_filter($this->wish($input, $shoot), static fn (mixed $one): bool => null !== $one)));
            $view = $this->page->shown($shoot, $wish);
            if (!$isShown && $view->changes) {
                $this->keeps->do($shoot, $wish, AskedBy::CommandLine);
                $this->follows->ask();
            }
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }
        if (true === $input->getOption('json')) {
            $output->writeln(json_encode($view, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES), OutputInterface::OUTPUT_RAW);

            return self::SUCCESS;
        }
        $lines = array_map(static fn (NameChangeView $one): string => ltrim("$one->folder/$one->stem", '/').' -> '.ltrim("$one->folderAfter/$one->stemAfter", '/'), $view->names);
        $away = [] === $view->away ? '' : ' '.implode(', ', $view->away).(1 === \count($view->away) ? ' follows when it is back.' : ' follow when they are back.');
        $output->writeln(array_map(PathText::visible(...), [...$lines, !$view->changes ? 'Nothing is to be changed.' : ($isShown ? 'Would be changed: ' : 'Changed: ').$view->what.'; '.Count::of($view->frames, 'frame').', '.Count::of($view->files, 'file').'.'.$away]), OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }

    protected static function text(InputInterface $input, string $name): ?string
    {
        $given = $input->hasOption($name) ? $input->getOption($name) : $input->getArgument($name);

        return \is_string($given) ? $given : null;
    }

    /** @throws CouldNot */
    protected static function number(InputInterface $input, string $name): ?int
    {
        $given = self::text($input, $name);
        if (null !== $given && 1 !== preg_match('/^-?\d{1,9}$/', $given)) {
            throw NotInLedger::number($given);
        }

        return null === $given ? null : (int) $given;
    }

    /**
     * Frames by their names.
     *
     * @return list<int>|null null where none is named
     *
     * @throws CouldNot
     */
    protected function frames(InputInterface $input, Shoot $shoot): ?array
    {
        $named = $input->getArgument('frames');
        if (!\is_array($named) || [] === $named) {
            return null;
        }
        $byStem = [];
        foreach ($this->frames->of([$shoot->id()]) as $frame) {
            $byStem[$frame->now->stem][] = $frame->id;
        }

        return array_merge(...array_map(static fn (mixed $stem): array => $byStem[\is_string($stem) ? $stem : ''] ?? throw NotInLedger::frameNamed(\is_string($stem) ? $stem : ''), array_values($named)));
    }
}
