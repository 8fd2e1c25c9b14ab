<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Exception\InvalidOptionException;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Dng\Conversion;
use VelvetLedger\Core\Dng\DngWanted;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Core\Transfer\SystemReason;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;

/** Makes a proven DNG of each raw, or gives the raw back that is in one; ends with 1 when any could not be. */
#[AsCommand('dng', 'Make a proven DNG of each raw IN, or restore the raw that is in one.')]
final class DngCommand extends Command
{
    public function __construct(private readonly Conversion $conversion, private readonly RestoresRaw $restores, private readonly FactsReader $facts)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'Raw files; with --restore, DNGs that have their raw in them')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'The folder to write to; with --restore, beside the DNG if not given')
            ->addOption('embed-raw', null, InputOption::VALUE_NONE, 'Put the raw into its DNG, to be restored byte for byte')
            ->addOption('preview', null, InputOption::VALUE_REQUIRED, 'Pixels of the longer side of the preview', '2048')
            ->addOption('restore', null, InputOption::VALUE_NONE, 'Give the raw back that is in each DNG')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print one JSON array, an object a file');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$given, $out, $edge] = [$input->getArgument('in'), $input->getOption('out'), $input->getOption('preview')];
        $out = \is_string($out) ? $out : null;
        $restores = true === $input->getOption('restore');
        if (null === $out && !$restores) {
            throw new InvalidOptionException('Say with --out which folder the DNGs go to.');
        }
        if (null !== $out && !is_dir($out) && !@mkdir($out, 0o777, true)) {
            throw new InvalidOptionException(\sprintf('The folder %s could not be made: %s.', $out, SystemReason::last()));
        }
        if (!is_numeric($edge) || (int) $edge < 256 || (int) $edge > 16384) {
            throw new InvalidOptionException('The preview\'s longer side is 256 to 16384 pixels.');
        }
        $wanted = new DngWanted((int) $edge, true === $input->getOption('embed-raw'));
        $json = true === $input->getOption('json');
        $documents = [];
        foreach (array_filter(\is_array($given) ? $given : [], \is_string(...)) as $file) {
            $begun = microtime(true);
            try {
                $document = $restores ? $this->restores->restore($file, $out ?? \dirname($file)) : $this->convert($file, $out, $wanted);
            } catch (CouldNot|BrokenFile|NoPicture|CouldNotRead $failure) {
                $document = ['verdict' => 'failed', 'error' => $failure->getMessage()];
            }
            $documents[] = $document = ['file' => PathText::of($file), ...$document, 'seconds' => round(microtime(true) - $begun, 2)];
            if (!$json) {
                $output->writeln(self::line($document), OutputInterface::OUTPUT_RAW);
            }
        }
        $failed = \count(array_filter($documents, static fn (array $document): bool => isset($document['error'])));
        $output->writeln($json ? json_encode($documents, \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR) : self::sum($documents, $failed, $restores), OutputInterface::OUTPUT_RAW);

        return 0 === $failed ? self::SUCCESS : self::FAILURE;
    }

    /** @return array<string, string|int> */
    private function convert(string $file, string $out, DngWanted $wanted): array
    {
        try {
            $facts = $this->facts->read($file);
        } catch (BrokenFile|NoPicture) {
            $facts = new CaptureFacts(); // LibRaw may know more
        }
        $done = $this->conversion->convert($file, $facts, rtrim($out, '/').'/'.pathinfo($file, \PATHINFO_FILENAME).'.dng', $wanted);

        return ['made' => PathText::of($done->path), 'rawBytes' => $done->rawBytes, 'bytes' => $done->bytes, 'width' => $done->width, 'height' => $done->height, 'digest' => $done->digest, 'verdict' => 'proven'];
    }

    /** @param array<string, string|int|float> $document */
    private static function line(array $document): string
    {
        if (isset($document['error'])) {
            return \sprintf('%s  %s', PathText::visible((string) $document['file']), $document['error']);
        }
        $sizes = isset($document['rawBytes']) ? Size::of((int) $document['rawBytes']).' became '.Size::of((int) $document['bytes']) : Size::of((int) $document['bytes']);

        return \sprintf('%s  %s  %.1f s  %s', PathText::visible((string) $document['made']), $sizes, $document['seconds'], $document['verdict']);
    }

    /** @param list<array<string, string|int|float>> $documents */
    private static function sum(array $documents, int $failed, bool $restored): string
    {
        $sum = static fn (string $what): string => Size::of((int) array_sum(array_column($documents, $what)));
        $done = \count($documents) - $failed;
        $said = match (true) {
            0 === $done => 'None was '.($restored ? 'restored.' : 'converted.'),
            $restored => \sprintf('%s restored, %s.', Count::of($done, 'raw'), $sum('bytes')),
            default => \sprintf('%s, %s, became %s, %s, all proven.', Count::of($done, 'raw'), $sum('rawBytes'), Count::of($done, 'DNG'), $sum('bytes')),
        };

        return 0 === $failed ? $said : \sprintf('%s %d could not be, and stay as they are.', $said, $failed);
    }
}
