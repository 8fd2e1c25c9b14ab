<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Server\Keeping\TakesBack;
use VelvetLedger\Server\Pages\StampsPage;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\StampChanges;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Shoots\ShownFrameRepository;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stamps\SlipBook;
use VelvetLedger\Server\Work\Follows;
use VelvetLedger\Server\Work\WriteStamps;

/** What the frames of a shoot say: what a selection has in common, changes of it, and the last one taken back. */
final readonly class StampsController
{
    public function __construct(private ShootRepository $shoots, private ChangeStamps $stamps, private StampsPage $page, private MessageBusInterface $bus)
    {
    }

    #[Route('/api/shoots/{id}/stamps', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function state(int $id): Response
    {
        return new JsonResponse($this->page->state($this->shoots->find($id)));
    }

    #[Route('/api/shoots/{id}/stamps/common', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function common(int $id, Request $request): Response
    {
        $shoot = $this->shoots->find($id);
        $fields = Fields::of(DeskInput::body($request));

        return new JsonResponse($this->page->common($shoot, $fields->make(static fn (): array => PickedFrames::of($fields))));
    }

    #[Route('/api/shoots/{id}/stamps', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function change(int $id, Request $request, SlipBook $slips): Response
    {
        $shoot = $this->shoots->find($id);
        $fields = Fields::of(DeskInput::body($request));
        [$frames, $change, $later] = $fields->make(static function () use ($fields, $slips): array {
            $slip = $fields->text('slip', '');

            return [PickedFrames::of($fields), StampChange::read($fields, '' === $slip ? null : $slips->called($slip)), true === $fields->any('later')];
        });
        $changed = $this->stamps->change($shoot, $frames, $change);
        if (!$later) { // else when the sitting rests in which it was said
            $this->bus->dispatch(new WriteStamps($id));
        }

        return new JsonResponse(['frames' => $changed]);
    }

    /** The same of frames of any shoots: a change for each shoot. */
    #[Route('/api/frames/stamps', methods: ['POST'])]
    public function changeAny(Request $request, SlipBook $slips, ShownFrameRepository $shown): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$frames, $change] = $fields->make(static function () use ($fields, $slips): array {
            $slip = $fields->text('slip', '');

            return [PickedFrames::of($fields), StampChange::read($fields, '' === $slip ? null : $slips->called($slip))];
        });
        $changed = 0;
        foreach ($shown->byShoot($frames) as $shoot => $some) {
            $changed += $this->stamps->change($this->shoots->find($shoot), $some, $change);
            $this->bus->dispatch(new WriteStamps($shoot));
        }

        return new JsonResponse(['frames' => $changed]);
    }

    #[Route('/api/shoots/{id}/stamps/back', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function takeBack(int $id, TakesBack $back, Follows $follows): Response
    {
        $what = $back->last($this->shoots->find($id), AskedBy::Page);
        $this->bus->dispatch(new WriteStamps($id));
        $follows->ask();

        return new JsonResponse(['takenBack' => $what]);
    }

    /** Frames whose files another program changed since: merged with, so that both changes stand. */
    #[Route('/api/shoots/{id}/stamps/merge', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function merge(int $id, Request $request): Response
    {
        $this->bus->dispatch(new WriteStamps($this->shoots->find($id)->id(), self::only($request)));

        return new JsonResponse(null, 204);
    }

    /** Whose pictures another program edited: kept beside the originals, which come back from a good copy. */
    #[Route('/api/shoots/{id}/stamps/keep', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function keep(int $id, Request $request): Response
    {
        $this->bus->dispatch(new WriteStamps($this->shoots->find($id)->id(), [], self::only($request)));

        return new JsonResponse(null, 204);
    }

    /** Or left as that program wrote them. */
    #[Route('/api/shoots/{id}/stamps/leave', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function leave(int $id, Request $request, StampChanges $changes): Response
    {
        $changes->leave($this->shoots->find($id)->id(), ...self::only($request));

        return new JsonResponse(null, 204);
    }

    /** @return list<int> */
    private static function only(Request $request): array
    {
        $fields = Fields::of(DeskInput::body($request));

        return $fields->make(static fn (): array => PickedFrames::of($fields));
    }
}
