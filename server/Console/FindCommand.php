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
use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Finding\CopiesOut;
use VelvetLedger\Server\Finding\Finds;
use VelvetLedger\Server\Finding\Found;
use VelvetLedger\Server\Finding\KeepsIndex;
use VelvetLedger\Server\Persistence\Find\AlbumEntries;
use VelvetLedger\Server\Persistence\Find\FoundFileRepository;
use VelvetLedger\Server\Stores\Stores;

/** Prints the frames that WORDS are said of, in the order they were taken; ends with 1 where there is none. */
#[AsCommand('find', 'Find frames by what is said of them: words, names, days ("may 2024").')]
final class FindCommand extends Command
{
    public function __construct(private readonly Finds $finds, private readonly KeepsIndex $index, private readonly FoundFileRepository $files, private readonly Stores $stores, private readonly AlbumEntries $albums, private readonly CopiesOut $copies)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addArgument('words', InputArgument::IS_ARRAY, 'Words, in any order and form')
            ->addOption('of', null, InputOption::VALUE_REQUIRED, 'What else holds of them, as the address of the page has it: "stars=4&stars=5&-kind=raw"', '')
            ->addOption('into', null, InputOption::VALUE_REQUIRED, 'Put them into the album of this name, which is begun where there is none')
            ->addOption('copy-to', null, InputOption::VALUE_REQUIRED, 'Copy their pictures to this folder, numbered: in an album\'s order where one is named, else by time')
            ->addOption('link', null, InputOption::VALUE_NONE, 'With --copy-to: symbolic links in the place of copies')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print one JSON array, an object a frame')
            ->addOption('paths', null, InputOption::VALUE_NONE, 'Print a path for each file, at the first store that is there');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $given = $input->getArgument('words');
        $of = $input->getOption('of');
        try {
            $query = FindQuery::read(\is_string($of) ? $of : '')->saying(implode(' ', array_filter(\is_array($given) ? $given : [], is_string(...))));
            $this->index->catchUp(\INF);
            $found = $this->finds->find($query);
            $into = $input->getOption('into');
            $added = \is_string($into) ? $this->albums->add($this->albums->called($into), $found->frames->numbers()) : 0;
        } catch (CouldNot $no) {
            return Refusal::tell($output, $no);
        }
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $to = $input->getOption('copy-to');
        if (\is_string($to)) {
            return $this->copy($to, $query, $found, true === $input->getOption('link'), $output);
        }
        $errors->writeln([...$found->notes, Count::of($found->frames->count(), 'frame').'.', ...\is_string($into) ? [Count::of($added, 'frame')." put into $into."] : []], OutputInterface::OUTPUT_RAW);
        $roots = $this->stores->roots();
        $documents = [];
        foreach ($this->files->of($found->frames->numbers()) as $frame) {
            $paths = self::paths($frame['copies'], $roots);
            if (true === $input->getOption('json')) {
                $documents[] = ['frame' => $frame['id'], 'name' => $frame['name'], 'takenAt' => $frame['takenAt'], 'shoot' => $frame['shoot'], 'files' => $paths];
            } else {
                $output->writeln(true === $input->getOption('paths') ? $paths : "{$frame['takenAt']}  {$frame['name']}  {$frame['shoot']}/", OutputInterface::OUTPUT_RAW);
            }
        }
        if (true === $input->getOption('json')) {
            $output->writeln(json_encode($documents, \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE | \JSON_THROW_ON_ERROR), OutputInterface::OUTPUT_RAW);
        }

        return $found->frames->isEmpty() ? self::FAILURE : self::SUCCESS;
    }

    private function copy(string $to, FindQuery $query, Found $found, bool $links, OutputInterface $output): int
    {
        $folder = realpath($to);
        if (false === $folder || !is_dir($folder)) {
            $output->writeln("$to is not a folder. Nothing was copied.", OutputInterface::OUTPUT_RAW);

            return self::FAILURE;
        }
        $albums = $query->any[FindFacet::Album->value] ?? [];
        $frames = 1 === \count($albums) ? array_values(array_filter($this->albums->frames((int) $albums[0]), $found->frames->has(...))) : array_column(iterator_to_array($this->files->of($found->frames->numbers()), false), 'id');
        $done = 0;
        $failed = [];
        foreach ($this->copies->to($folder, $frames, $links) as $because) {
            null === $because ? ++$done : $failed[] = $because;
        }
        $output->writeln([...$failed, Count::of($done, 'picture')." in $folder, ".($links ? 'links to where they lie.' : 'read back, and as the ledger has them.'), ...[] === $failed ? [] : [Count::of(\count($failed), 'picture is', 'pictures are').' not there.']], OutputInterface::OUTPUT_RAW);

        return [] === $failed && $done > 0 ? self::SUCCESS : self::FAILURE;
    }

    /**
     * @param list<array{store: int, path: string, file: int}> $copies
     * @param array<int, string>                               $roots
     *
     * @return list<string> one a file
     */
    private static function paths(array $copies, array $roots): array
    {
        $paths = [];
        foreach ($copies as $copy) {
            if (isset($roots[$copy['store']])) {
                $paths[$copy['file']] ??= $roots[$copy['store']].'/'.$copy['path'];
            }
        }

        return array_values($paths);
    }
}
