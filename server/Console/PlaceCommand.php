<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Pages\PlacesPage;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Placing\HoldingRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Placing\PlacesShoots;
use VelvetLedger\Server\Placing\ShowsPlaces;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Placing\AtStoreView;
use VelvetLedger\Server\View\Placing\PlacingView;
use VelvetLedger\Server\View\Placing\WhereaboutsView;
use VelvetLedger\Server\Work\Follows;

/** Says where shoots lie; files them away, has them leave a store, brings them back. Ends with 1 where any of them stays as it is. */
#[AsCommand('place', 'Say where shoots lie; or file them away, have them leave a store, bring them back.')]
final class PlaceCommand extends Command
{
    public function __construct(private readonly PlacesShoots $places, private readonly ShowsPlaces $shows, private readonly PlacesPage $page, private readonly HoldingRepository $holdings, private readonly ShootRepository $shoots, private readonly Stores $stores, private readonly Follows $follows, private readonly ClockInterface $clock)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addArgument('what', InputArgument::REQUIRED, 'show, only, '.implode(', ', array_map(static fn (Verb $verb): string => strtr($verb->value, ' ', '-'), Verb::cases())))
            ->addArgument('shoots', InputArgument::IS_ARRAY, 'Their numbers, or their folders from the store\'s root')
            ->addOption('store', null, InputOption::VALUE_REQUIRED, 'The store that they are to leave, or to come to; else their home, or where their work lands')
            ->addOption('finished', null, InputOption::VALUE_NONE, 'All that are said to be finished, and not filed away')
            ->addOption('older-than', null, InputOption::VALUE_REQUIRED, 'All that are older than so many months, and not filed away')
            ->addOption('dry-run', null, InputOption::VALUE_NONE, 'Say what it would come to, and change nothing')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print it as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $json = static fn (mixed $value): string => json_encode($value, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
        try {
            $what = $input->getArgument('what');
            $shoots = $this->shootsOf($input);
            if ('show' === $what) {
                $views = array_map($this->page->whereabouts(...), array_combine($shoots, $shoots));
                $output->writeln(true === $input->getOption('json') ? $json($views) : array_map(static fn (int $shoot, WhereaboutsView $view): string => PathText::visible("$shoot: $view->inWords $view->rule"), array_keys($views), $views), OutputInterface::OUTPUT_RAW);

                return self::SUCCESS;
            }
            if ('only' === $what) {
                $only = $this->page->only($this->storeOf($input) ?? $this->stores->ofLedger()->id(), \PHP_INT_MAX);
                $output->writeln(true === $input->getOption('json') ? $json($only) : [...array_map(PathText::visible(...), $only->paths), Count::of($only->files, 'file').', '.Size::of($only->bytes).', '.(1 === $only->files ? 'lies' : 'lie').' there, and proven nowhere else.'], OutputInterface::OUTPUT_RAW);

                return 0 === $only->files ? self::SUCCESS : self::FAILURE;
            }
            $verb = Verb::tryFrom(strtr(\is_string($what) ? $what : '', '-', ' '));
            if (null === $verb || [] === $shoots) {
                return Refusal::tell($output, new \InvalidArgumentException(null === $verb ? 'Say what is to be done: show, only, file, leave, bring, mirror, mirror-all, finish or go-on.' : 'There is no shoot to do that with.'), self::INVALID);
            }
            $isShown = true === $input->getOption('dry-run');
            $view = $this->page->view($isShown ? $this->shows->show($verb, $shoots, $this->storeOf($input)) : $this->places->do($verb, $shoots, $this->storeOf($input), AskedBy::CommandLine));
            $isShown ? null : $this->follows->ask();
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }
        $output->writeln(true === $input->getOption('json') ? $json($view) : PathText::visible(self::inWords($view)), OutputInterface::OUTPUT_RAW);

        return [] === $view->refused ? self::SUCCESS : self::FAILURE;
    }

    private static function inWords(PlacingView $view): string
    {
        $at = static fn (AtStoreView $one, string $word): string => \sprintf('%s %s %s, %s', $one->name, $word, Count::of($one->files, 'file'), Size::of($one->bytes)).($one->hasRoom ? '.' : ': there is too little room.');

        return implode("\n", [
            Count::of($view->shoots, 'shoot').'.',
            ...array_map(static fn (AtStoreView $one): string => $at($one, 'is owed'), $view->owed),
            ...array_map(static fn (AtStoreView $one): string => $at($one, 'is left by'), $view->leaving),
            ...array_map(static fn ($one): string => $one->because, $view->refused),
        ]);
    }

    /** @return list<int> */
    private function shootsOf(InputInterface $input): array
    {
        $given = $input->getArgument('shoots');
        $named = array_map(fn (mixed $one): int => $this->shoots->named(\is_string($one) ? $one : '')->id(), array_values(\is_array($given) ? $given : []));
        $months = $input->getOption('older-than');
        $old = \is_string($months) && ctype_digit($months) ? $this->holdings->toFile($this->clock->now()->modify("-$months months")->format('Y-m-d')) : [];

        return array_values(array_unique([...$named, ...$old, ...true === $input->getOption('finished') ? $this->holdings->toFile(null) : []]));
    }

    private function storeOf(InputInterface $input): ?int
    {
        $name = $input->getOption('store');
        if (!\is_string($name)) {
            return null;
        }
        foreach ($this->stores->all() as $store) {
            if ($store->name() === $name || (string) $store->id() === $name) {
                return $store->id();
            }
        }
        throw NotInLedger::storeNamed($name);
    }
}
