<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Server\Http\View\FrameView;
use VelvetLedger\Server\Persistence\Frame;
use VelvetLedger\Server\Persistence\LedgerFile;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoot;
use VelvetLedger\Server\Persistence\ShootRepository;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Settings\StoreAbsent;
use VelvetLedger\Server\Tools\CouldNotMakePicture;
use VelvetLedger\Server\Tools\Pictures;

/** Shoots: all of them, one with its frames, and the frames' pictures from the main store. */
final readonly class ShootsController
{
    public function __construct(private EntityManagerInterface $ledger, private ShootRepository $shoots)
    {
    }

    #[Route('/api/shoots', methods: ['GET'])]
    public function shoots(): Response
    {
        return new JsonResponse($this->shoots->all());
    }

    #[Route('/api/shoots/{id}', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function shoot(int $id): Response
    {
        $shoot = $this->ledger->find(Shoot::class, $id) ?? throw NotInLedger::shoot($id);

        return new JsonResponse([
            'shoot' => $this->shoots->one($shoot),
            'frames' => array_map(static fn (Frame $frame): FrameView => new FrameView($frame), $this->shoots->frames($shoot)),
        ]);
    }

    #[Route('/api/frames/{id}/picture', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function picture(int $id, Request $request, Pictures $pictures, Settings $settings): Response
    {
        $frame = $this->ledger->find(Frame::class, $id) ?? throw NotInLedger::frame($id);
        $still = $frame->files->filter(static fn (LedgerFile $file): bool => Kind::StillRaw === $file->kind || Kind::StillRendered === $file->kind)->first();
        $copy = false === $still ? false : $still->copies->first();
        if (null === $frame->facts || false === $copy) {
            throw CouldNotMakePicture::noneInside();
        }
        $path = $settings->main->path.'/'.$copy->path;
        if (!is_file($path)) {
            throw $settings->main->isPresent() ? NotInLedger::frame($id) : StoreAbsent::notMounted($settings->main);
        }

        return PictureAnswer::jpeg($pictures->of($path, $frame->facts, PictureAnswer::edge($request)));
    }
}
