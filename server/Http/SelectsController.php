<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Keeping\Selects;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Core\Order\SelectsHow;
use VelvetLedger\Server\Keeping\KeepsSelects;
use VelvetLedger\Server\Keeping\MovesSelects;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Looks\SelectsRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\View\Aside\SelectsView;
use VelvetLedger\Server\Work\Follows;
use VelvetLedger\Server\Work\LaysOut;

/** Frames of a shoot that go to a subfolder of it, to be edited from there. */
final readonly class SelectsController
{
    private const MOST = 20_000;

    public function __construct(private ShootRepository $shoots, private SelectsRepository $selects, private KeepsSelects $keeps, private Follows $follows)
    {
    }

    /** What is kept in step, and what of it is not where it belongs. */
    #[Route('/api/shoots/{id}/selects', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function of(int $id): Response
    {
        return new JsonResponse(new SelectsView($this->keeps->standing($this->shoots->find($id))));
    }

    /** Those of "pass" are in "folder", now and whenever they were judged again, "how" it is said; or "frames", as copies, once: none of them takes what was laid out away. Where neither is named, they stay where they are. */
    #[Route('/api/shoots/{id}/selects/keep', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function keep(int $id, Request $request, LaysOut $laysOut): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $selects = $fields->make(static function () use ($fields): ?Selects {
            $pass = $fields->has('pass') ? $fields->oneOf('pass', Pass::class) : null;
            $how = $fields->oneOf('how', SelectsHow::class, SelectsHow::Moved);
            $frames = $fields->has('frames') ? $fields->list('frames', RowNumber::given('a frame')) : null;
            $folder = $fields->text('folder', '', 200);
            if (\count($frames ?? []) > self::MOST || null !== $frames && SelectsHow::Moved === $how) {
                throw BadDocument::at('/frames', SelectsHow::Moved === $how ? 'are moved otherwise: say "how" they are copied' : 'must be at most '.self::MOST);
            }

            return null !== $pass ? Selects::of($pass, $folder, $how) : (null === $frames ? null : Selects::picked($frames, $folder, $how));
        });
        $shoot = $this->shoots->find($id);
        if (null === $selects) {
            $this->selects->stop($id);
        }
        $moved = null === $selects ? 0 : $this->keeps->keep($shoot, $selects, AskedBy::Page);
        if (null !== $selects && SelectsHow::Moved !== $selects->how) {
            $laysOut->ask($id);
        }
        $this->follows->ask();

        return new JsonResponse(['frames' => $moved]);
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
        $this->selects->stop($id); // whoever moves them by hand wants them there
        $this->follows->ask();

        return new JsonResponse(['frames' => $moved]);
    }
}
