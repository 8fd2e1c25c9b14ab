<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Transport\Serialization\SerializerInterface;
use Symfony\Component\Messenger\Transport\TransportFactoryInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Machines\Machine;
use VelvetLedger\Server\Persistence\Copies\SightingRepository;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Stores\Stores;

/** What this machine cannot reach is left for the one that can: into that one's own queues. */
final readonly class OtherMachines
{
    /** A machine's own queue for work on stores; without one here, that of the lane of care. */
    private const LANES = [WriteStamps::class => 'stamps-here', ConvertRaw::class => 'convert-here'];

    /** @param TransportFactoryInterface<TransportInterface> $factory */
    public function __construct(
        #[Autowire(service: 'messenger.transport.doctrine.factory')]
        private TransportFactoryInterface $factory,
        #[Autowire(service: 'messenger.default_serializer')]
        private SerializerInterface $serializer,
        private Machine $here,
        private ReceiptRepository $receipts,
        private Readers $readers,
        private Stores $stores,
        private SightingRepository $sightings,
    ) {
    }

    /** Whether an intake was left to the machine that it was begun on: its card is not in a reader here. */
    public function haveTheCard(BringIn $work): bool
    {
        $intake = $this->receipts->find($work->receipt);
        if ($this->canBringIn($intake) || null === $intake->machine) {
            return false;
        }
        $this->send($work, 'here', $intake->machine);

        return true;
    }

    /** Whether it is for this machine to bring in: it was begun here, or its card is here now. */
    public function canBringIn(Intake $intake): bool
    {
        if (null === $intake->machine || $intake->machine === $this->here->id) {
            return true;
        }
        try {
            $this->readers->sourceOf($intake);

            return true;
        } catch (SourceGone) {
            return false;
        }
    }

    /** Whether work on a store was left to a machine that sees it. */
    public function haveTheStore(int $store, Work|ConvertRaw $work): bool
    {
        $elsewhere = $this->stores->at($this->stores->find($store))->isPresent() ? null : $this->sightings->elsewhere()[$store] ?? null;
        if (null === $elsewhere) {
            return false;
        }
        $this->send($work, self::LANES[$work::class] ?? 'care-here', $elsewhere['id']);

        return true;
    }

    /** The same, of work on a shoot's main copies. */
    public function haveTheHome(int $shoot, Work|ConvertRaw $work): bool
    {
        return $this->haveTheStore($this->stores->homeOf($shoot)->id(), $work);
    }

    private function send(Work|ConvertRaw $work, string $lane, string $machine): void
    {
        $this->factory->createTransport("doctrine://default?queue_name=$lane-$machine&auto_setup=false", [], $this->serializer)->send(new Envelope($work));
    }
}
