<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Server\Keeping\MovesSelects;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Work\Follows;

/** Frames of a shoot that go to a subfolder of it, to be edited from there. */
final readonly class SelectsController
{
    private const MOST = 20_000;

    public function __construct(private ShootRepository $shoots, private Follows $follows)
    {
    }

    /** To "folder"; where that is empty, back to where they lay. */
    #[Route('/api/shoots/{id}/selects', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function move(int $id, Request $request, MovesSelects $moves): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$frames, $folder] = $fields->make(static fn (): array => [array_values(array_unique($fields->list('frames', RowNumber::given('a frame')))), $fields->text('folder', '', 200)]);
        if (\count($frames) > self::MOST) {
            throw BadDocument::at('/frames', 'must be at most '.self::MOST);
        }
        $shoot = $this->shoots->find($id);
        $moved = '' === $folder ? $moves->back($shoot, $frames, AskedBy::Page) : $moves->into($shoot, $frames, $folder, AskedBy::Page);
        $this->follows->ask();

        return new JsonResponse(['frames' => $moved]);
    }
}
