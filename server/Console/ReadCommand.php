<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\FactsDocument;
use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Server\Tools\InParts;

/** Prints what the camera recorded in each file, in order; ends with 1 when any could not be read. */
#[AsCommand('read', 'Print what the camera recorded in each FILE.')]
final class ReadCommand extends Command
{
    public function __construct(private readonly FactsReader $reader)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'Stills')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print one JSON array, an object a file');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $given = $input->getArgument('file');
        $documents = InParts::of(array_values(array_filter(\is_array($given) ? $given : [], is_string(...))), $this->document(...));
        $failed = [] !== array_filter($documents, static fn (array $document): bool => null !== $document['error']);
        $output->writeln(true === $input->getOption('json')
            ? json_encode($documents, \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR)
            : implode("\n\n", array_map(self::plain(...), $documents)), OutputInterface::OUTPUT_RAW);

        return $failed ? self::FAILURE : self::SUCCESS;
    }

    /** @return array<string, mixed> */
    private function document(string $file): array
    {
        try {
            [$facts, $error] = [$this->reader->read($file), null];
        } catch (BrokenFile|NoPicture|CouldNotRead $failure) {
            [$facts, $error] = [new CaptureFacts(), $failure->getMessage()];
        }

        return ['file' => PathText::of($file), 'kind' => Kind::ofPath(basename($file))->value, ...FactsDocument::of($facts), 'readBy' => null === $error ? $facts->readBy : null, 'error' => $error];
    }

    /** @param array<string, mixed> $document */
    private static function plain(array $document): string
    {
        $lines = [];
        foreach ($document as $name => $value) {
            if (null !== $value) {
                $lines[] = \sprintf('%-18s %s', $name, \is_array($value) ? \count($value) : PathText::visible(\is_scalar($value) ? (string) $value : ''));
            }
        }

        return implode("\n", $lines);
    }
}
