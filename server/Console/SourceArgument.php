<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Input\InputInterface;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\CouldNotLieTogether;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\Volume;

/** The SOURCE of a command: a card's volume or any folder; or several, brought in together. */
final readonly class SourceArgument
{
    public function __construct(private Readers $readers)
    {
    }

    /** @throws CouldNotList|CouldNotLieTogether */
    public function desk(InputInterface $input): CardsOnDesk
    {
        $given = array_values((array) $input->getArgument('source'));

        return [] === $given ? throw CouldNotList::source('') : CardsOnDesk::of(...array_map($this->at(...), $given));
    }

    /** @throws CouldNotList where it names none, or several */
    public function volume(InputInterface $input): Volume
    {
        return $this->at($input->getArgument('source'));
    }

    private function at(mixed $given): Volume
    {
        $path = \is_string($given) && '' !== $given ? realpath($given) : false; // '' would be the folder that one stands in

        return false !== $path && is_dir($path) ? $this->readers->at($path) : throw CouldNotList::source(\is_string($given) ? $given : '');
    }
}
