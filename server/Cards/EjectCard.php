<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use Symfony\Component\Process\Exception\ExceptionInterface;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Settings\Settings;

/** Lets go of a card by the command in the settings, never while it is being copied. */
final readonly class EjectCard
{
    private const SECONDS = 60;

    public function __construct(private Settings $settings, private CardRepository $cards)
    {
    }

    /** So long a system may take to let a volume go whose command has ended: looks, and milliseconds between two. */
    private const LOOKS = 20;
    private const BETWEEN = 150;

    /** @throws CouldNotEject */
    public function eject(Volume $volume): void
    {
        $running = $this->cards->underWay($volume->identity);
        if (null !== $running) {
            throw CouldNotEject::isBeingCopied($volume->label(), $running->id());
        }
        if ([] === $this->settings->eject) {
            throw CouldNotEject::noCommand();
        }
        $command = str_replace('{volume}', $volume->path, $this->settings->eject);
        $process = new Process($command, null, null, null, self::SECONDS);
        try {
            $process->run();
        } catch (ExceptionInterface $error) {
            throw CouldNotEject::commandFailed($volume->label(), $command[0], null, $error->getMessage());
        }
        if (!$process->isSuccessful()) {
            throw CouldNotEject::commandFailed($volume->label(), $command[0], $process->getExitCode(), trim($process->getErrorOutput()));
        }
        for ($look = 0; $this->isStillThere($volume); ++$look) {
            if (self::LOOKS === $look) {
                throw CouldNotEject::stayed($volume->label(), $command[0], $volume->path);
            }
            usleep(1000 * self::BETWEEN);
        }
    }

    /** What was mounted there is gone when its first still is: an empty mount point stays on some systems. */
    private function isStillThere(Volume $volume): bool
    {
        clearstatcache();

        return '' === $volume->identity->first ? is_dir($volume->path.'/DCIM') : CardIdentity::stands($volume->path, $volume->identity->first);
    }
}
