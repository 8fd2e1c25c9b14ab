<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Symfony\Component\Process\Exception\ExceptionInterface;
use Symfony\Component\Process\InputStream;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\Exposure;
use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Capture\Gear;
use VelvetLedger\Core\Capture\StoredImage;
use VelvetLedger\Core\Format\BrokenFile;

/** Reads what the core does not know through ExifTool, kept running (-stay_open) once it was needed. */
final class ExifToolReader implements FactsReader
{
    private const SECONDS = 10.0;

    /** Still-picture formats whose media type is registered under another heading than image, by ExifTool's name for the format. */
    private const PICTURES_TOO = ['PSD'];

    private const TAGS = ['-MIMEType', '-FileType', '-Make', '-Model', '-SerialNumber', '-LensModel', '-DateTimeOriginal', '-CreateDate', '-SubSecTimeOriginal', '-OffsetTimeOriginal', '-ExposureTime', '-FNumber', '-ISO', '-FocalLength', '-ExposureCompensation', '-Orientation', '-ImageWidth', '-ImageHeight', '-Rating', '-ImageUniqueID'];

    private ?Process $process = null;
    private ?InputStream $input = null;

    public function read(string $path): CaptureFacts
    {
        if (str_contains($path, "\n")) {
            throw BrokenFile::structure('argument list', 'ExifTool cannot be given a name with a line break in it');
        }
        $decoded = json_decode($this->ask(['-json', '-n', '-fast2', ...self::TAGS, $path]), true);
        $found = \is_array($decoded) && \is_array($decoded[0] ?? null) ? $decoded[0] : [];
        if (!\in_array($found['FileType'] ?? null, self::PICTURES_TOO, true) && (!\is_string($found['MIMEType'] ?? null) || !str_starts_with($found['MIMEType'], 'image/'))) {
            throw BrokenFile::structure('file', 'ExifTool does not know it either');
        }
        $text = static fn (string $key): ?string => \is_scalar($found[$key] ?? null) && '' !== trim((string) $found[$key]) ? trim((string) $found[$key]) : null;
        $number = static fn (string $key): ?float => is_numeric($found[$key] ?? null) ? (float) $found[$key] : null;
        $whole = static fn (string $key): ?int => is_numeric($found[$key] ?? null) ? (int) $found[$key] : null;

        return new CaptureFacts(
            CapturedAt::fromExif($text('DateTimeOriginal') ?? $text('CreateDate'), $text('SubSecTimeOriginal'), $text('OffsetTimeOriginal')),
            new Gear($text('Make'), $text('Model'), $text('SerialNumber'), $text('LensModel')),
            new Exposure($number('ExposureTime'), $number('FNumber'), $whole('ISO'), $number('FocalLength'), $number('ExposureCompensation')),
            new StoredImage($whole('Orientation'), $whole('ImageWidth'), $whole('ImageHeight'), $text('ImageUniqueID')),
            $whole('Rating'),
            [],
            'exiftool',
        );
    }

    /** @param list<string> $arguments one a line, as -stay_open takes them */
    private function ask(array $arguments): string
    {
        $process = $this->process();
        $process->clearOutput();
        $this->input?->write(implode("\n", [...$arguments, '-execute'])."\n");
        $until = microtime(true) + self::SECONDS;
        try {
            while (!str_contains($process->getOutput(), '{ready}')) {
                if (!$process->isRunning() || microtime(true) > $until) {
                    $process->stop(0);
                    throw BrokenFile::structure('file', 'ExifTool gave no answer');
                }
                usleep(500);
            }
        } catch (ExceptionInterface $error) {
            throw BrokenFile::structure('file', $error->getMessage());
        }

        return explode('{ready}', $process->getOutput())[0];
    }

    private function process(): Process
    {
        if (null === $this->process || !$this->process->isRunning()) {
            $this->input = new InputStream();
            $this->process = new Process([...Confined::to(ExifToolProcess::BYTES), 'exiftool', '-stay_open', 'True', '-@', '-'], null, null, $this->input, null);
            $this->process->start();
        }

        return $this->process;
    }
}
