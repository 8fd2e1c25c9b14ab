<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Hint\Pixels;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Server\Cards\CardHints;
use VelvetLedger\Server\Cards\CardHoldings;
use VelvetLedger\Server\Cards\DeskReadings;
use VelvetLedger\Server\Cards\EjectCard;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceFolders;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Intake\TakeBack;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Pages\CardsPage;
use VelvetLedger\Server\Pages\DngsOfPlan;
use VelvetLedger\Server\Pages\ManyPictures;
use VelvetLedger\Server\Pages\StampsOfPlan;
use VelvetLedger\Server\Pages\StillOpenPage;
use VelvetLedger\Server\Pages\StoresOfPlan;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Placing\Landing;
use VelvetLedger\Server\Tools\CouldNotMakePicture;
use VelvetLedger\Server\Tools\Pictures;
use VelvetLedger\Server\View\Cards\HintsView;
use VelvetLedger\Server\View\Cards\HistogramView;
use VelvetLedger\Server\View\Cards\PickedView;
use VelvetLedger\Server\View\Cards\SourceFoldersView;
use VelvetLedger\Server\View\Desk\DeskView;
use VelvetLedger\Server\View\Desk\PlanLineView;
use VelvetLedger\Server\View\Desk\PlanView;
use VelvetLedger\Server\View\Receipts\BegunView;
use VelvetLedger\Server\Work\BringIn;
use VelvetLedger\Server\Work\Looks;
use VelvetLedger\Server\Work\Mends;
use VelvetLedger\Server\Work\Sights;

/** The cards in the readers: which there are, what is on one or on several together, the plan, the pictures, and the intakes made from them. */
final readonly class CardsController
{
    private const HISTOGRAM_EDGE = 480;

    /** A card, or several that lie on one desk. */
    public const DESK = '(?:[0-9a-f]{16}\+)*[0-9a-f]{16}';

    public function __construct(private Readers $readers, private DeskReadings $readings, private Looks $looks)
    {
    }

    #[Route('/api/cards', methods: ['GET'])]
    public function cards(CardsPage $page): Response
    {
        return new JsonResponse($page->view($this->looks->askForGlance(...)));
    }

    /** Folders below the readers, the stores and the drives, to pick a source from; ?in= one of them. */
    #[Route('/api/sources/folders', methods: ['GET'])]
    public function folders(Request $request, SourceFolders $folders): Response
    {
        return new JsonResponse(new SourceFoldersView(...$folders->folders($request->query->getString('in'))));
    }

    /** Picks a folder as a source. */
    #[Route('/api/sources', methods: ['POST'])]
    public function pick(Request $request, SourceFolders $folders): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $volume = $folders->pick($fields->make(static fn (): string => $fields->text('path', null, 4000)));

        return new JsonResponse(new PickedView($volume->id), 201);
    }

    #[Route('/api/sources/{id}/put-away', methods: ['POST'], requirements: ['id' => '[0-9a-f]{16}'])]
    public function putAway(string $id, SourceFolders $folders): Response
    {
        $folders->putAway($id);

        return new JsonResponse(null, 204);
    }

    #[Route('/api/still-open', methods: ['GET'])]
    public function stillOpen(StillOpenPage $page): Response
    {
        return new JsonResponse($page->view());
    }

    #[Route('/api/cards/{id}', methods: ['GET'], requirements: ['id' => self::DESK])]
    public function desk(string $id, CardHoldings $holdings, OrderBook $orders, Sights $sights, Landing $landing): Response
    {
        $desk = $this->readers->desk($id);
        $reading = $this->readings->soFar($desk, $this->looks->ask(...));
        $known = $reading->isComplete() ? $holdings->of($desk, $reading->contents->frames) : Holdings::none();

        $looked = $sights->ask($known->shoots());
        $order = $orders->lastUsedFor($desk->first(), ...$reading->contents->frames);

        return new JsonResponse(new DeskView($desk, $reading, $known, $order->name, $landing->at($order), $looked));
    }

    /** What the previews hint at; asked again until all are measured. */
    #[Route('/api/cards/{id}/hints', methods: ['GET'], requirements: ['id' => self::DESK])]
    public function hints(string $id, CardHints $hints): Response
    {
        $desk = $this->readers->desk($id);
        [$measured, $of] = $found = $hints->soFar($desk, $this->readings->unhealed($desk)->frames);
        if ($measured < $of) {
            array_map($this->looks->ask(...), $desk->volumes);
        }

        return new JsonResponse(new HintsView(...$found));
    }

    #[Route('/api/cards/{id}/plan', methods: ['POST'], requirements: ['id' => self::DESK])]
    public function plan(string $id, Request $request, Plans $plans, DeskInput $input, OrderBook $orders, StoresOfPlan $stores, StampsOfPlan $stamps, DngsOfPlan $dngs, Landing $landing): Response
    {
        $desk = $this->readers->desk($id);
        $wishes = $input->wishes($request, $desk);

        $plan = $plans->make($desk, $wishes);

        return new JsonResponse(new PlanView($plan, $wishes->order, $orders->findOrDefault($wishes->order->name), $landing->at($wishes->order), $stores->of($wishes->order, $plan->totals->files->bytesToBringIn), $stamps->sample($plan, $wishes->order->made->stamps), $dngs->of($plan, $wishes->order->made->dngs)));
    }

    /** The same, file by file: what it was called, and what it will be. */
    #[Route('/api/cards/{id}/plan/lines', methods: ['POST'], requirements: ['id' => self::DESK])]
    public function lines(string $id, Request $request, Plans $plans, DeskInput $input): Response
    {
        $desk = $this->readers->desk($id);

        return new JsonResponse(array_map(static fn (PlanLine $line): PlanLineView => new PlanLineView($line), $plans->make($desk, $input->wishes($request, $desk))->lines));
    }

    #[Route('/api/cards/{id}/intakes', methods: ['POST'], requirements: ['id' => self::DESK])]
    public function begin(string $id, Request $request, StartIntake $start, MessageBusInterface $bus, DeskInput $input): Response
    {
        $desk = $this->readers->desk($id);
        $intakes = $start->start($desk, $input->wishes($request, $desk), static fn (Intake $asked) => $bus->dispatch(new BringIn($asked->id()), [new DelayStamp(TakeBack::GRACE)]));

        return new JsonResponse(new BegunView($intakes[0]->id()), 201);
    }

    /** Has files of these frames that are held, and of which no store has a good copy left, put back into their places; from this card, where it has them still. */
    #[Route('/api/cards/{id}/put-back', methods: ['POST'], requirements: ['id' => self::DESK])]
    public function putBack(string $id, Request $request, CardHoldings $holdings, CopyRepository $copies, Mends $mends): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $frames = $fields->make(static fn (): array => $fields->texts('frames'));
        $desk = $this->readers->desk($id);
        $on = array_values(array_filter($this->readings->unhealed($desk)->frames, static fn (ReadFrame $frame): bool => \in_array($frame->frame->key, $frames, true)));
        $mends->ask($copies->lost($holdings->of($desk, $on)->frames()));

        return new JsonResponse(null, 204);
    }

    /** The exposure of the still at ?file=: pixels by brightness, and the shares of black and of clipped ones. */
    #[Route('/api/cards/{id}/histogram', methods: ['GET'], requirements: ['id' => '[0-9a-f]{16}'])]
    public function histogram(string $id, Request $request, Pictures $pictures, FactsReader $facts, Pixels $pixels): Response
    {
        $path = $this->readers->volume($id)->file($request->query->getString('file'));
        [$picture] = $pixels->luminances([$pictures->of($path, $facts->read($path), self::HISTOGRAM_EDGE)], self::HISTOGRAM_EDGE);

        return new JsonResponse(new HistogramView($picture ?? throw CouldNotMakePicture::noneInside()));
    }

    #[Route('/api/cards/{id}/eject', methods: ['POST'], requirements: ['id' => '[0-9a-f]{16}'])]
    public function eject(string $id, EjectCard $eject): Response
    {
        $eject->eject($this->readers->volume($id));

        return new JsonResponse(null, 204);
    }

    /** The picture inside the still at ?file=, a path from the card's root as the desk gives it. */
    #[Route('/api/cards/{id}/picture', methods: ['GET'], requirements: ['id' => '[0-9a-f]{16}'])]
    public function picture(string $id, Request $request, ManyPictures $pictures): Response
    {
        return PictureAnswer::jpeg($pictures->ofCard($id, $request->query->getString('file'), PictureAnswer::edge($request)));
    }
}
