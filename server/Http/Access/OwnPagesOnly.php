<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\Access;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\RequestEvent;

/** Refuses what a page of another address asks for, whatever cookie the browser sends along. Foreign host names are refused by the framework's trusted hosts. */
final class OwnPagesOnly
{
    #[AsEventListener(priority: 300)]
    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        $origin = $request->headers->get('Origin');
        $changes = !$request->isMethodSafe();
        $site = $request->headers->get('Sec-Fetch-Site');
        if (!$event->isMainRequest()) {
            return;
        }
        if ((null !== $origin && $origin !== $request->getSchemeAndHttpHost()) || ($changes && null !== $site && 'same-origin' !== $site)) {
            $event->setResponse(new JsonResponse(['error' => 'A page of another address asked for this. It was not done.'], 403));
        } elseif ($changes && 'json' !== $request->getContentTypeFormat()) {
            // What a form of another page can send, where a browser says of neither, is never JSON (Fetch standard, CORS-safelisted request headers).
            $event->setResponse(new JsonResponse(['error' => 'What is to change anything comes as application/json. It was not done.'], 415));
        }
    }
}
