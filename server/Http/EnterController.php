<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Server\Http\Access\Session;

/** The door: the access token of the printed address makes a session. */
final class EnterController
{
    #[Route('/enter', methods: ['GET'])]
    public function enter(Request $request, Session $session): Response
    {
        if (!$session->opensWith($request->query->getString('token'))) {
            return new JsonResponse(['error' => 'This is not the access token of this ledger.'], 401);
        }
        $answer = new RedirectResponse('/');
        $answer->headers->setCookie($session->cookie());

        return $answer;
    }
}
