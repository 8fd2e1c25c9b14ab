<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use VelvetLedger\Server\Copies\SelectsAsCopies;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Looks\SelectsRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Lays selects out for a worker, a slice at a time, and steps back while a card is copied. */
final readonly class LaysOut
{
    private const SLICE = 4.0;
    private const COMES_AGAIN = 2000;

    public function __construct(private SelectsAsCopies $layOut, private SelectsRepository $selects, private ShootRepository $shoots, private Stores $stores, private IntakeRuns $runs, private OtherMachines $others, private Lane $lane, private LoggerInterface $log)
    {
    }

    public function ask(int $shoot): void
    {
        $this->lane->send(new LayOut($shoot, $this->shoots->find($shoot)->description));
    }

    #[AsMessageHandler]
    public function do(LayOut $work): void
    {
        $selects = $this->selects->of($work->shoot);
        if (null === $selects || $this->others->haveTheStore($this->stores->homeOf($work->shoot)->id(), $work)) {
            return;
        }
        if ([] !== $this->runs->copying()) {
            $this->lane->send($work, self::COMES_AGAIN);

            return;
        }
        $this->lane->do(function () use ($work, $selects): void {
            try {
                $came = $this->layOut->layOut($this->shoots->find($work->shoot), $selects, $this->lane->watch(), $this->lane->slice(self::SLICE));
            } catch (StoreAbsent) {
                return; // what is still to be made is told by what lies there, when it is back
            }
            foreach ($came[1] ?? [] as $sentence) {
                $this->log->warning('Selects: {reason}', ['reason' => $sentence]);
            }
            if (null === $came || $came[0]) {
                $this->lane->send($work, null === $came ? self::COMES_AGAIN : 0);
            } elseif ([] === $selects->frames) {
                $this->selects->stop($work->shoot); // they were to be taken away, and are
            }
        });
    }
}
