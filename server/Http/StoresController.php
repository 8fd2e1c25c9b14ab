<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Store\Room;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Server\Pages\BadCopies;
use VelvetLedger\Server\Pages\StoresPage;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Copies\StoreSumsRepository;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Stores\ChangeStores;
use VelvetLedger\Server\Stores\DriveFolders;
use VelvetLedger\Server\Stores\Store;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Stores\DriveFoldersView;
use VelvetLedger\Server\View\Stores\FindingsView;
use VelvetLedger\Server\View\Stores\ProvingView;
use VelvetLedger\Server\Work\Mends;
use VelvetLedger\Server\Work\Proofs;
use VelvetLedger\Server\Work\Sights;

/** Stores: which there are and how they are, choosing another, proving one again, and mending what was found. */
final readonly class StoresController
{
    private const MOST_DAYS = 366;

    public function __construct(private Stores $stores, private StoresPage $page)
    {
    }

    #[Route('/api/stores', methods: ['GET'])]
    public function stores(): Response
    {
        return new JsonResponse($this->page->view());
    }

    /** The folders at ?in=, an absolute path on one of the drives. */
    #[Route('/api/drives/folders', methods: ['GET'])]
    public function folders(Request $request, DriveFolders $folders, StoreSumsRepository $sums): Response
    {
        [$path, $names, $store] = $folders->in($request->query->getString('in'));

        $free = (new Store(null, '', $path))->freeBytes();

        return new JsonResponse(new DriveFoldersView($path, $names, $store, null === $free || null !== $store ? '' : (new Room($free, $sums->bytesOfAll()))->inWords(null)));
    }

    #[Route('/api/stores', methods: ['POST'])]
    public function add(Request $request, ChangeStores $change): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $change->add(...$fields->make(static fn (): array => [$fields->text('path', null, 4000), $fields->text('name', null, 80), $fields->oneOf('role', StoreRole::class), $fields->text('newFolder', '', 200)]));

        return new JsonResponse($this->page->view(), 201);
    }

    /** Its name, its role, or within how many days each of its copies is proven again by night. */
    #[Route('/api/stores/{id}', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function change(int $id, Request $request, ChangeStores $change): Response
    {
        $store = $this->stores->find($id);
        $fields = Fields::of(DeskInput::body($request));
        [$name, $role, $nightly, $days] = $fields->make(static fn (): array => [
            $fields->has('name') ? $fields->text('name', null, 80) : null,
            $fields->has('role') ? $fields->oneOf('role', StoreRole::class) : null,
            $fields->names('nightlyDays'),
            $fields->numberOrNull('nightlyDays'),
        ]);
        if (null !== $days && ($days < 1 || $days > self::MOST_DAYS)) {
            throw BadDocument::at('/nightlyDays', 'must be 1 to '.self::MOST_DAYS);
        }
        if (null !== $name) {
            $change->rename($store, $name);
        }
        if (null !== $role) {
            $change->role($store, $role);
        }
        if ($nightly) {
            $change->provenWithin($store, $days);
        }

        return new JsonResponse($this->page->view());
    }

    #[Route('/api/stores/{id}/prove', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function prove(int $id, Proofs $proofs, ProvingRepository $provings): Response
    {
        return new JsonResponse(new ProvingView($provings->find($proofs->ask($this->stores->find($id)->id()))), 201);
    }

    /** All copies of a shoot, store by store. */
    #[Route('/api/shoots/{id}/prove', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function proveShoot(int $id, ShootRepository $shoots, Proofs $proofs): Response
    {
        $shoot = $shoots->find($id);
        foreach ($this->stores->all() as $store) {
            if ($this->stores->at($store)->isPresent()) {
                $proofs->ask($store->id(), $shoot->id());
            }
        }

        return new JsonResponse(null, 204);
    }

    #[Route('/api/provings/{id}', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function proving(int $id, ProvingRepository $provings): Response
    {
        return new JsonResponse(new ProvingView($provings->find($id)));
    }

    #[Route('/api/provings/{id}/stop', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function stop(int $id, ProvingRepository $provings, Proving $proving): Response
    {
        $proving->stop($provings->find($id)->id());

        return new JsonResponse(new ProvingView($provings->find($id)));
    }

    /** Copies that are missing or different: all, or ?store= or ?shoot= ones. */
    #[Route('/api/findings', methods: ['GET'])]
    public function findings(Request $request, BadCopies $bad, Sights $sights, IntakeRuns $runs): Response
    {
        $shoot = RowNumber::of($request, 'shoot');

        $looking = $shoot > 0 && $sights->isLookedFor($shoot); // before the rows are read: who asks until it is over sees what came of it
        $following = $shoot > 0 && $sights->isFollowed($shoot);

        return new JsonResponse(new FindingsView($bad->of(RowNumber::of($request, 'store'), $shoot), $looking, $following, $runs->copying()));
    }

    /** Has bad copies mended from good ones; the findings tell what came of it. */
    #[Route('/api/copies/mend', methods: ['POST'])]
    public function mend(Request $request, Mends $mends): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $mends->ask($fields->make(static fn (): array => $fields->list('copies', RowNumber::given('a copy'))));

        return new JsonResponse(null, 204);
    }
}
