<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Server\Http\Access\OneTimeAddress;
use VelvetLedger\Server\Http\Access\Session;

/** The door: a printed address makes a session, once. */
final class EnterController
{
    #[Route('/enter', methods: ['GET'])]
    public function enter(Request $request, OneTimeAddress $addresses, Session $session): Response
    {
        if (!$request->isMethod('GET') || !$addresses->opens($request->query->getString('word'))) {
            return new JsonResponse(['error' => 'This address is not one of this ledger, or was entered before: each is good for one browser, once, within a day. "bin/ledger address" prints a new one.'], 401);
        }
        $answer = new RedirectResponse('/');
        $answer->headers->setCookie($session->cookie(browser: (string) $request->headers->get('User-Agent')));

        return $answer;
    }
}
