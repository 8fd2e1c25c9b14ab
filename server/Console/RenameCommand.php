<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use VelvetLedger\Core\Keeping\NamesAsked;
use VelvetLedger\Server\Persistence\Shoots\Shoot;

/** A shoot, or some of its frames, called otherwise. */
#[AsCommand('rename', 'Describe, date or file SHOOT anew, put its clock right, or call its frames otherwise; its folder and names follow at every store.')]
final class RenameCommand extends KeepingCommand
{
    protected function configure(): void
    {
        parent::configure();
        $this
            ->addArgument('frames', InputArgument::IS_ARRAY, 'Names of frames, of which alone text is replaced or the clock put right')
            ->addOption('description', 'd', InputOption::VALUE_REQUIRED, 'What it is')
            ->addOption('date', null, InputOption::VALUE_REQUIRED, 'Its first day, 2026-05-04')
            ->addOption('kind-of-work', null, InputOption::VALUE_REQUIRED, 'The kind of work')
            ->addOption('destination', null, InputOption::VALUE_REQUIRED, 'The folder from the store\'s root that it is filed in')
            ->addOption('folder', null, InputOption::VALUE_REQUIRED, 'Exactly this folder, from the store\'s root')
            ->addOption('notes', null, InputOption::VALUE_REQUIRED, 'Notes on it')
            ->addOption('keep-names', null, InputOption::VALUE_NONE, 'Files keep their names')
            ->addOption('as-on-card', null, InputOption::VALUE_NONE, 'Files are called as on their card')
            ->addOption('replace', null, InputOption::VALUE_REQUIRED, 'A text in names that gives way')
            ->addOption('with', null, InputOption::VALUE_REQUIRED, 'to this one; nothing where it is left away')
            ->addOption('clock', null, InputOption::VALUE_REQUIRED, 'Seconds by which the clock is put on; back where negative')
            ->addOption('body', null, InputOption::VALUE_REQUIRED, 'Only of frames that this body took');
    }

    protected function wish(InputInterface $input, Shoot $shoot): array
    {
        $replace = self::text($input, 'replace');

        return [
            'description' => self::text($input, 'description'),
            'date' => self::text($input, 'date'),
            'kindOfWork' => self::text($input, 'kind-of-work'),
            'destination' => self::text($input, 'destination'),
            'folder' => self::text($input, 'folder'),
            'names' => (match (true) {
                true === $input->getOption('keep-names') => NamesAsked::Stay,
                true === $input->getOption('as-on-card') => NamesAsked::OnCard,
                null !== $replace => NamesAsked::Replace,
                default => NamesAsked::Follow,
            })->value,
            'find' => $replace,
            'with' => self::text($input, 'with'),
            'frames' => $this->frames($input, $shoot),
            'seconds' => self::number($input, 'clock'),
            'body' => self::text($input, 'body'),
            'notes' => self::text($input, 'notes'),
        ];
    }
}
