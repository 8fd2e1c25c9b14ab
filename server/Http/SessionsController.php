<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Server\Http\Access\Session;

/** The browsers that may enter, each to be shut out by itself. */
final readonly class SessionsController
{
    public function __construct(private Session $session)
    {
    }

    #[Route('/api/sessions', methods: ['GET'])]
    public function sessions(Request $request): Response
    {
        return new JsonResponse($this->session->all($request->cookies->getString($this->session->name())));
    }

    #[Route('/api/sessions/{key}/end', methods: ['POST'], requirements: ['key' => '[0-9a-f]{16}'])]
    public function end(string $key): Response
    {
        $this->session->end($key);

        return new JsonResponse(null, 204);
    }
}
