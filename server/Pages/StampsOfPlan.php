<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Order\StampsWanted;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlannedShoot;
use VelvetLedger\Core\Plan\ShootStamps;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Server\Stamps\AsksForStamps;
use VelvetLedger\Server\Stamps\SlipBook;
use VelvetLedger\Server\View\Stamps\SaidView;
use VelvetLedger\Server\View\Stamps\StampSampleView;

/** What a plan would stamp, shown on its first shoot that brings anything in. */
final readonly class StampsOfPlan
{
    public function __construct(private SlipBook $slips, private AsksForStamps $stamps)
    {
    }

    public function sample(Plan $plan, StampsWanted $wanted): StampSampleView
    {
        $coming = array_values(array_filter($plan->shoots, static fn (PlannedShoot $shoot): bool => $shoot->counts->toBringIn > 0));
        $shoot = $coming[0] ?? $plan->shoots[0] ?? null;
        $stamps = $shoot->title->stamps ?? new ShootStamps($wanted);
        $slip = $this->slips->of($stamps->wanted);
        $says = $this->stamps->wanted($stamps, null === $shoot ? null : (int) substr($shoot->frames->first(), 0, 4))->texts ?? StampTexts::none();

        return new StampSampleView(
            $slip?->name,
            null === $slip && null !== $stamps->wanted->slip && '' !== $stamps->wanted->slip ? $stamps->wanted->slip : null,
            array_values(array_map(static fn (StampField $field): SaidView => new SaidView($field, $says->get($field)), array_filter(StampField::cases(), static fn (StampField $field): bool => '' !== $says->get($field)))),
            $stamps->keywords(),
            $says->limits(),
            [
                ($stamps->wanted->style->jpegSidecar ? 'raw files and JPEGs: an XMP sidecar beside each frame' : 'raw files: an XMP sidecar beside each frame; JPEGs: inside, as XMP and Exif').($stamps->wanted->style->dngSidecar ? '' : '; DNGs that a camera wrote: inside, too'),
                $stamps->wanted->style->iim ? 'the older record (IIM) in every picture stamped inside' : 'the older record (IIM) only where a picture has it already',
            ],
        );
    }
}
