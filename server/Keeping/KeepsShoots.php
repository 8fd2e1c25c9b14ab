<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Keeping;

use VelvetLedger\Core\Keeping\ChangeOfPlaces;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\KeepingPlan;
use VelvetLedger\Core\Keeping\KeepingWish;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\ShootKept;
use VelvetLedger\Core\Naming\NamePattern;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\KeptRepository;
use VelvetLedger\Server\Persistence\Changes\ShootChanges;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Shoots\NamesRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;

/** What people do with shoots after they are in: describes, dates, files, numbers, merges and splits them; shown before it is done, and then done by the same rules. */
final readonly class KeepsShoots
{
    public function __construct(private ChangesNames $changes, private ShootChanges $shoots, private KeptRepository $frames, private NamesRepository $names, private ReceiptRepository $receipts)
    {
    }

    /**
     * What it would come to; nothing is changed.
     *
     * @throws CouldNotRename
     */
    public function show(Shoot $shoot, KeepingWish $wish): KeepingPlan
    {
        return $this->plan($shoot->id(), $wish, $this->frames->of([$shoot->id(), ...$wish->going->to()]), $this->changes->names($shoot->id()));
    }

    /**
     * @return KeepingPlan|null what it came to; null where nothing at all was to be changed
     *
     * @throws CouldNotRename nothing is changed
     */
    public function do(Shoot $shoot, KeepingWish $wish, AskedBy $by): ?KeepingPlan
    {
        $plan = null;
        $changed = $this->changes->ofShoots($shoot, $wish->going->to(), $by, function (array $kept, \Closure $names) use ($shoot, $wish, &$plan): ChangeOfPlaces {
            $plan = $this->plan($shoot->id(), $wish, $kept, $names);

            return $plan->change(KeepingWords::of($plan, $wish, $this->shoots->kept($shoot->id()), $this->into($wish)));
        });

        return null === $changed ? null : $plan;
    }

    /** @param list<KeptFrame> $frames of a shoot: by which the first of them was named */
    public function patternOf(array $frames): NamePattern
    {
        return (array_values($this->orders(\array_slice($frames, 0, 1)))[0] ?? StandingOrder::byTheDay())->names;
    }

    /** The shoot that frames go to, if they go to another. */
    public function into(KeepingWish $wish): ?ShootKept
    {
        return null === $wish->going->into ? null : $this->shoots->kept($wish->going->into);
    }

    /**
     * @param list<KeptFrame>                $frames
     * @param \Closure(string): list<string> $names
     */
    private function plan(int $shoot, KeepingWish $wish, array $frames, \Closure $names): KeepingPlan
    {
        if ($wish->going->into === $shoot) {
            throw CouldNotRename::noFrames('they are in this shoot');
        }

        return KeepingPlan::of($wish, $this->shoots->kept($shoot), $this->into($wish), $frames, $this->orders($frames), $names, fn (string $date): array => $this->names->stemsOfOthers(Day::around($date), [$shoot, ...$wish->going->to()]));
    }

    /**
     * @param list<KeptFrame> $frames
     *
     * @return array<int, StandingOrder> by intake
     */
    private function orders(array $frames): array
    {
        $orders = [];
        foreach ($frames as $frame) {
            $intake = $frame->source->intake ?? 0;
            $orders[$intake] ??= self::order($this->receipts->find($intake)->order);
        }

        return $orders;
    }

    /** @param array<array-key, mixed> $document empty in an older ledger */
    private static function order(array $document): StandingOrder
    {
        return [] === $document ? StandingOrder::byTheDay() : OrderDocument::read($document);
    }
}
