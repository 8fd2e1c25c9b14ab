<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Exception\InvalidArgumentException;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Stamps\KeywordRepository;
use VelvetLedger\Server\Stamps\Vocabulary;
use VelvetLedger\Server\Work\WriteStamps;

/** Prints the vocabulary as an indented list, or takes one in, or changes a word; frames that bear it are stamped anew by the workers. */
#[AsCommand('keywords', 'List the vocabulary, or change it.')]
final class KeywordsCommand extends Command
{
    public function __construct(private readonly Vocabulary $vocabulary, private readonly KeywordRepository $words, private readonly MessageBusInterface $bus)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addArgument('what', InputArgument::OPTIONAL, 'list, import, add, rename, move, merge or drop', 'list')
            ->addArgument('word', InputArgument::OPTIONAL, 'A word with those above it, as "places > quay"; for import, a file of an indented list')
            ->addArgument('to', InputArgument::OPTIONAL, 'The new word, the new parent, or the word to merge into')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print what was done as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $what = self::text($input, 'what');
        if ('list' === $what) {
            $output->write($this->vocabulary->export(), false, OutputInterface::OUTPUT_RAW);

            return self::SUCCESS;
        }
        $touched = 0;
        $shoots = [];
        $said = match ($what) {
            'import' => Count::of($this->vocabulary->import(self::file(self::text($input, 'word'))), 'new word').'.',
            'add' => Count::of($this->add(self::path(self::text($input, 'word'))), 'new word').'.',
            'rename', 'move', 'merge', 'drop' => '',
            default => throw new InvalidArgumentException("There is no \"$what\": list, import, add, rename, move, merge or drop."),
        };
        if ('' === $said) {
            $id = $this->find(self::text($input, 'word'));
            $touched = $this->words->framesBelow($id);
            $to = 'drop' === $what ? '' : self::text($input, 'to');
            $shoots = match ($what) {
                'rename' => $this->vocabulary->rename($id, $to),
                'move' => $this->vocabulary->move($id, '' === $to || '-' === $to ? null : $this->find($to)),
                'merge' => $this->vocabulary->merge($id, $this->find($to)),
                default => $this->vocabulary->drop($id),
            };
            $said = \sprintf('Done. %s to be stamped anew.', Count::of($touched, 'frame is', 'frames are'));
        }
        foreach (array_unique($shoots) as $shoot) {
            $this->bus->dispatch(new WriteStamps($shoot));
        }
        $output->writeln(true === $input->getOption('json') ? json_encode(['done' => $what, 'frames' => $touched, 'shoots' => $shoots], \JSON_THROW_ON_ERROR) : $said, OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }

    /** @param list<string> $path */
    private function add(array $path): int
    {
        $before = $this->words->count();
        $parent = null;
        foreach ($path as $word) {
            $parent = $this->vocabulary->add($parent, $word);
        }

        return $this->words->count() - $before;
    }

    private function find(string $path): int
    {
        $id = null;
        foreach (self::path($path) as $word) {
            $id = $this->words->below($id, $word) ?? throw NotInLedger::word($path);
        }

        return $id ?? throw NotInLedger::word($path);
    }

    /** @return list<string> */
    private static function path(string $text): array
    {
        return array_values(array_filter(array_map(trim(...), explode('>', $text)), static fn (string $word): bool => '' !== $word));
    }

    private static function file(string $path): string
    {
        $text = @file_get_contents($path);

        return \is_string($text) ? $text : throw new InvalidArgumentException("$path could not be read.");
    }

    private static function text(InputInterface $input, string $name): string
    {
        $value = $input->getArgument($name);

        return \is_string($value) && '' !== $value ? $value : throw new InvalidArgumentException("The argument \"$name\" is missing.");
    }
}
