<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Programs;

use Symfony\Component\Process\Exception\ExceptionInterface;
use Symfony\Component\Process\Process;
use VelvetLedger\Server\Settings\Settings;

/** Programs of the settings that folders and files are opened in, on the machine that the ledger runs on; they go on by themselves. */
final readonly class Programs
{
    /** In a command, the word that stands for what is opened. */
    private const PATHS = '{paths}';

    /** So long a program has to say that it cannot; milliseconds. */
    private const SAYS_WITHIN = 700;

    public function __construct(private Settings $settings)
    {
    }

    /** @return list<string> */
    public function names(): array
    {
        return array_keys($this->settings->programs);
    }

    /**
     * @param non-empty-list<string> $paths absolute
     *
     * @throws CouldNotOpenElsewhere
     */
    public function open(string $name, array $paths): void
    {
        $command = $this->settings->programs[$name] ?? throw CouldNotOpenElsewhere::unknown($name, $this->names());
        $words = [];
        foreach ([...$command, ...\in_array(self::PATHS, $command, true) ? [] : [self::PATHS]] as $word) {
            array_push($words, ...self::PATHS === $word ? $paths : [$word]);
        }
        $process = new Process($words, null, null, null, null);
        $process->setOptions(['create_new_console' => true]); // it outlives what asked for it
        $process->disableOutput();
        try {
            $process->start();
            for ($waited = 0; $waited < self::SAYS_WITHIN && $process->isRunning(); $waited += 50) {
                usleep(50_000);
            }
        } catch (ExceptionInterface $error) {
            throw CouldNotOpenElsewhere::failed($name, $command[0], $error->getMessage());
        }
        $code = $process->isRunning() ? 0 : $process->getExitCode();
        if (0 !== $code) {
            throw CouldNotOpenElsewhere::failed($name, $command[0], 127 === $code ? 'it is not installed' : "it ended with $code");
        }
    }
}
