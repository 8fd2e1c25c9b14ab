<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Server\Cards\Apart;
use VelvetLedger\Server\Cards\ApartProgress;
use VelvetLedger\Server\Cards\CopiesApart;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Persistence\Find\AlbumEntries;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoots\ShownFrameRepository;
use VelvetLedger\Server\View\Cards\ApartView;
use VelvetLedger\Server\Work\CopyApart;
use VelvetLedger\Server\Work\CopyOut;

/** Pictures copied to a folder, of a card as a look without consequence, or of the ledger; and how far that is. */
final readonly class ApartController
{
    public function __construct(private Readers $readers, private CopiesApart $apart, private ApartProgress $progress, private MessageBusInterface $bus)
    {
    }

    #[Route('/api/cards/{id}/apart', methods: ['POST'], requirements: ['id' => CardsController::DESK])]
    public function copy(string $id, Request $request): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$frames, $folder] = $fields->make(static fn (): array => [$fields->texts('frames'), $fields->text('folder', '', 4000)]);
        $real = $this->apart->check($this->readers->desk($id), $frames, $folder);
        $name = ApartProgress::newName();
        $this->bus->dispatch(new CopyApart($id, $frames, $real, $name));

        return new JsonResponse(new ApartView($name, PathText::of($real), $this->progress->of($name)), 201);
    }

    /** Frames of the ledger, in the order that they are named or in that of an album; "link" true for links to where they lie. */
    #[Route('/api/apart', methods: ['POST'])]
    public function copyOut(Request $request, AlbumEntries $albums, ShownFrameRepository $shown): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$album, $frames, $folder, $links] = $fields->make(static fn (): array => [$fields->numberOrNull('album'), $fields->has('frames') ? PickedFrames::of($fields) : [], $fields->text('folder', '', 4000), true === $fields->any('link')]);
        $real = $this->apart->folder($folder);
        if (null !== $album) {
            $albums->find($album);
            $frames = $albums->frames($album);
        }
        if ([] === $shown->byShoot($frames)) {
            throw NotInLedger::frame($frames[0] ?? 0);
        }
        $name = ApartProgress::newName();
        $this->progress->keep($name, new Apart(\count($frames), 0, [], false));
        $this->bus->dispatch(new CopyOut($frames, $real, $links, $name));

        return new JsonResponse(new ApartView($name, PathText::of($real), $this->progress->of($name)), 201);
    }

    #[Route('/api/apart/{name}', methods: ['GET'], requirements: ['name' => '[0-9a-f]{16}'])]
    public function progress(string $name): Response
    {
        return new JsonResponse(new ApartView($name, '', $this->progress->of($name)));
    }
}
