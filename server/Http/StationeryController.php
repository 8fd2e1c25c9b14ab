<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Server\Orders\Stationery;
use VelvetLedger\Server\Stamps\SlipBook;
use VelvetLedger\Server\Stores\StoreFolders;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Stores\StoreFoldersView;

/** Stationery: patterns, sets of subfolders and kinds of work; and the folders of the main store, to choose one from. */
final readonly class StationeryController
{
    public function __construct(private Stationery $stationery)
    {
    }

    #[Route('/api/stationery', methods: ['GET'])]
    public function all(): Response
    {
        return new JsonResponse($this->stationery->all());
    }

    #[Route('/api/stationery', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $document = $fields->any('document');
        [$kind, $name] = $fields->make(static fn (): array => [$fields->oneOf('kind', StationeryKind::class), $fields->text('name')]);
        $this->stationery->save($kind, $name, \is_array($document) ? $document : throw BadDocument::at('/document', 'must be an object'));

        return new JsonResponse(null, 204);
    }

    #[Route('/api/stationery/drop', methods: ['POST'])]
    public function drop(Request $request): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $this->stationery->drop(...$fields->make(static fn (): array => [$fields->oneOf('kind', StationeryKind::class), $fields->text('name')]));

        return new JsonResponse(null, 204);
    }

    /** Which rights slip is stamped where an order names none. */
    #[Route('/api/stationery/default', methods: ['POST'])]
    public function makeDefault(Request $request, SlipBook $slips): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $slips->makeDefault($fields->make(static fn (): string => $fields->text('name', '')));

        return new JsonResponse(null, 204);
    }

    #[Route('/api/folders', methods: ['GET'])]
    public function folders(Request $request, Stores $stores): Response
    {
        $in = $request->query->getString('in');

        $main = $stores->main();

        return new JsonResponse(new StoreFoldersView($in, $main->name, StoreFolders::in($main, $in)));
    }
}
