<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\NamesAsked;
use VelvetLedger\Server\Persistence\Shoots\Shoot;

/** Frames of a shoot to another: all of them, which merges the two, or some; or to a shoot of their own, which splits it. */
#[AsCommand('move', 'Move frames of SHOOT to another shoot, or to one of their own; all of them where none is named.')]
final class MoveCommand extends KeepingCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this
            ->addArgument('frames', InputArgument::IS_ARRAY, 'Names of frames')
            ->addOption('into', null, InputOption::VALUE_REQUIRED, 'The number or folder of the shoot that they go to')
            ->addOption('new', null, InputOption::VALUE_REQUIRED, 'The description of a shoot of their own')
            ->addOption('date', null, InputOption::VALUE_REQUIRED, 'Its first day; that of the first frame where it is left away')
            ->addOption('together', null, InputOption::VALUE_NONE, 'Name all of the shoot that they go to anew, in order of capture over both')
            ->addOption('keep-names', null, InputOption::VALUE_NONE, 'Files keep their names');
    }

    protected function wish(InputInterface $input, Shoot $shoot): array
    {
        [$into, $new] = [self::text($input, 'into'), self::text($input, 'new')];
        if ((null === $into) === (null === $new)) {
            throw CouldNotRename::noFrames('say --into with a shoot, or --new with the description of one');
        }

        return [
            'description' => $new,
            'date' => self::text($input, 'date'),
            'names' => (true === $input->getOption('keep-names') ? NamesAsked::Stay : NamesAsked::Follow)->value,
            'frames' => $this->frames($input, $shoot),
            'into' => null === $into ? null : $this->shoots->named($into)->id(),
            'apart' => null !== $new,
            'together' => true === $input->getOption('together'),
        ];
    }
}
