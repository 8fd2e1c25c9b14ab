<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Server\Keeping\LetsFramesGo;
use VelvetLedger\Server\Keeping\SetsAside;
use VelvetLedger\Server\Pages\AsidePage;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\View\Aside\LetGoView;
use VelvetLedger\Server\Work\Follows;

/** Dropped frames: set aside, brought back, let go for good. */
final readonly class AsideController
{
    private const MOST = 20_000;

    public function __construct(private ShootRepository $shoots, private AsidePage $page, private Follows $follows)
    {
    }

    #[Route('/api/aside', methods: ['GET'])]
    public function shoots(): Response
    {
        return new JsonResponse($this->page->shoots());
    }

    #[Route('/api/shoots/{id}/aside', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function of(int $id): Response
    {
        return new JsonResponse($this->page->of($this->shoots->find($id)));
    }

    /** All of the shoot that are dropped. */
    #[Route('/api/shoots/{id}/aside', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function aside(int $id, SetsAside $sets): Response
    {
        $frames = $sets->aside($this->shoots->find($id), AskedBy::Page);
        $this->follows->ask();

        return new JsonResponse(['frames' => $frames]);
    }

    #[Route('/api/shoots/{id}/aside/back', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function back(int $id, Request $request, SetsAside $sets): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $frames = $sets->back($this->shoots->find($id), $fields->make(static fn (): array => self::frames($fields, 'frames')), AskedBy::Page);
        $this->follows->ask();

        return new JsonResponse(['frames' => $frames]);
    }

    /** For good, where the shoot is named. */
    #[Route('/api/shoots/{id}/aside/let-go', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function letGo(int $id, Request $request, LetsFramesGo $lets): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$frames, $named, $confirmed] = $fields->make(static fn (): array => [self::frames($fields, 'frames'), $fields->text('named', null, 2000), self::frames($fields, 'confirmed')]);
        $goes = $lets->go($this->shoots->find($id), $frames, $named, $confirmed);
        $this->follows->ask();

        return new JsonResponse(new LetGoView(\count($goes->going), \count($goes->staying)));
    }

    /** @return list<int> */
    private static function frames(Fields $fields, string $field): array
    {
        $frames = array_values(array_unique($fields->list($field, RowNumber::given('a frame'))));

        return \count($frames) <= self::MOST ? $frames : throw BadDocument::at("/$field", 'must be at most '.self::MOST);
    }
}
