<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Server\Pages\FramesPage;
use VelvetLedger\Server\Persistence\Find\AlbumEntries;
use VelvetLedger\Server\Persistence\Find\AlbumRow;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoots\ShownFrameRepository;
use VelvetLedger\Server\View\Find\AlbumPageView;
use VelvetLedger\Server\View\Find\AlbumView;

/** Frames put together by hand. */
final readonly class AlbumsController
{
    public function __construct(private AlbumEntries $albums)
    {
    }

    #[Route('/api/albums', methods: ['GET'])]
    public function all(): Response
    {
        return new JsonResponse(array_map(static fn (AlbumRow $album): AlbumView => new AlbumView($album), $this->albums->all()));
    }

    /** Puts frames into the album of a name, which is begun where there is none. */
    #[Route('/api/albums', methods: ['POST'])]
    public function add(Request $request, ShownFrameRepository $shown): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$name, $frames] = $fields->make(static fn (): array => [$fields->text('name'), PickedFrames::of($fields)]);
        if ([] === $shown->byShoot($frames)) {
            throw NotInLedger::frame($frames[0]);
        }
        $album = $this->albums->called($name);

        return new JsonResponse(['album' => $album, 'added' => $this->albums->add($album, $frames)]);
    }

    /** Its frames, in its order. */
    #[Route('/api/albums/{id}', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function one(int $id, FramesPage $frames): Response
    {
        return new JsonResponse(new AlbumPageView(new AlbumView($this->albums->find($id)), $frames->wherever($this->albums->frames($id))));
    }

    #[Route('/api/albums/{id}', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function change(int $id, Request $request): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$name, $note, $cover, $remove, $move, $before, $byTime] = $fields->make(static fn (): array => [
            $fields->has('name') ? $fields->text('name') : null, $fields->has('note') ? $fields->text('note', null, 5000) : null, $fields->numberOrNull('cover'),
            $fields->has('remove') ? $fields->list('remove', RowNumber::given('a frame')) : [], $fields->has('move') ? $fields->list('move', RowNumber::given('a frame')) : [], $fields->numberOrNull('before'), true === $fields->any('byTime'),
        ]);
        $this->albums->find($id);
        $this->albums->change($id, $name, $note, $cover);
        $this->albums->remove($id, $remove);
        if ($byTime) {
            $this->albums->orderByTime($id);
        }
        if ([] !== $move) {
            $this->albums->move($id, $move, $before);
        }

        return new JsonResponse(null, 204);
    }

    #[Route('/api/albums/{id}/drop', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function drop(int $id): Response
    {
        $this->albums->drop($id);

        return new JsonResponse(null, 204);
    }
}
