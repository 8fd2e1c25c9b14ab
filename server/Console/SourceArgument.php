<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Input\InputInterface;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\Volume;

/** The SOURCE of a command: a card's volume or any folder. */
final readonly class SourceArgument
{
    public function __construct(private Readers $readers)
    {
    }

    /** @throws CouldNotList */
    public function volume(InputInterface $input): Volume
    {
        $given = $input->getArgument('source');
        $path = \is_string($given) ? realpath($given) : false;

        return false !== $path && is_dir($path) ? $this->readers->at($path) : throw CouldNotList::source(\is_string($given) ? $given : '');
    }
}
