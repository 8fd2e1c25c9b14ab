<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Contracts\Service\Attribute\Required;
use VelvetLedger\Core\Keeping\NamesAsked;
use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Core\Order\PatternDocument;
use VelvetLedger\Server\Orders\Stationery;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;

/** Frames of a shoot named anew, in order of capture. */
#[AsCommand('renumber', 'Name the frames of SHOOT anew, in order of capture over all bodies and without gaps.')]
final class RenumberCommand extends KeepingCommand
{
    private LookRepository $looks;
    private Stationery $stationery;

    #[Required]
    public function knows(LookRepository $looks, Stationery $stationery): void
    {
        $this->looks = $looks;
        $this->stationery = $stationery;
    }

    protected function configure(): void
    {
        parent::configure();
        $this
            ->addArgument('frames', InputArgument::IS_ARRAY, 'Names of frames; all of the shoot where none is given')
            ->addOption('from', null, InputOption::VALUE_REQUIRED, 'The first number; that of the pattern where it is left away')
            ->addOption('kept', null, InputOption::VALUE_NONE, 'Only frames that are kept')
            ->addOption('pattern', null, InputOption::VALUE_REQUIRED, 'A naming pattern of the stationery; that by which they were named where it is left away');
    }

    protected function wish(InputInterface $input, Shoot $shoot): array
    {
        $frames = $this->frames($input, $shoot);
        if (true === $input->getOption('kept')) {
            $kept = array_map(static fn (LookedAt $frame): int => $frame->id, array_values(array_filter($this->looks->looked(Lot::shoots($shoot->id())), static fn (LookedAt $frame): bool => Pass::Kept->lets($frame->judged))));
            $frames = null === $frames ? $kept : array_values(array_intersect($frames, $kept));
        }
        $pattern = self::text($input, 'pattern');

        return ['names' => NamesAsked::Anew->value, 'pattern' => null === $pattern ? null : PatternDocument::ofNames($this->stationery->names($pattern)), 'from' => self::number($input, 'from'), 'frames' => $frames];
    }
}
