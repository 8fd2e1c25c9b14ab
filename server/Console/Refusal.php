<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Card\PathText;

/** Why a command could not do what it was asked for: beside what it prints, so that this can be read by programs. */
final class Refusal
{
    /** @return int the exit code that it is given */
    public static function tell(OutputInterface $output, \Throwable $no, int $code = Command::FAILURE): int
    {
        ($output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output)->writeln(PathText::visible($no->getMessage()), OutputInterface::OUTPUT_RAW);

        return $code;
    }
}
