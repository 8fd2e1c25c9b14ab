<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Server\Finding\UsualFinds;
use VelvetLedger\Server\Pages\FramesPage;
use VelvetLedger\Server\Persistence\Find\AlbumEntries;
use VelvetLedger\Server\Persistence\Find\AlbumRow;
use VelvetLedger\Server\Persistence\Find\KeptFindEntries;
use VelvetLedger\Server\Persistence\Find\PickedEntries;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoots\ShownFrameRepository;
use VelvetLedger\Server\View\Find\AlbumPageView;
use VelvetLedger\Server\View\Find\AlbumView;
use VelvetLedger\Server\View\Find\KeptFindView;

/** Frames put together by hand, what is looked for by name, and what was picked for a first look. */
final readonly class AlbumsController
{
    private const MOST = 20_000;

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
        [$name, $frames] = $fields->make(static fn (): array => [$fields->text('name'), self::frames($fields)]);
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
        $album = $this->albums->find($id)->id;
        $this->albums->change($album, $name, $note, $cover);
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

    #[Route('/api/finds', methods: ['GET'])]
    public function kept(KeptFindEntries $finds, UsualFinds $ready): Response
    {
        $views = [];
        foreach ([[false, $finds->all()], [true, $ready->all()]] as [$isOurs, $named]) {
            foreach ($named as $name => $query) {
                $views[] = new KeptFindView($name, $query, $isOurs);
            }
        }

        return new JsonResponse($views);
    }

    #[Route('/api/finds', methods: ['POST'])]
    public function keep(Request $request, KeptFindEntries $finds): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$name, $query] = $fields->make(static fn (): array => [$fields->text('name'), $fields->has('query') ? $fields->text('query', null, 5000) : null]);
        null === $query ? $finds->drop($name) : $finds->keep($name, FindQuery::read($query));

        return new JsonResponse(null, 204);
    }

    /** A lot of a first look. */
    #[Route('/api/look/picked', methods: ['POST'])]
    public function pick(Request $request, PickedEntries $picked): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$frames, $called] = $fields->make(static fn (): array => [self::frames($fields), $fields->text('called', '')]);

        return new JsonResponse(['lot' => $picked->lot($frames, $called)->text]);
    }

    /** @return non-empty-list<int> */
    private static function frames(Fields $fields): array
    {
        $frames = $fields->list('frames', RowNumber::given('a frame'));

        return [] !== $frames && \count($frames) <= self::MOST ? $frames : throw BadDocument::at('/frames', 'must name 1 to '.self::MOST.' frames');
    }
}
