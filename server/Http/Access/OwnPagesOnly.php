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
        if ($event->isMainRequest() && null !== $origin && $origin !== $request->getSchemeAndHttpHost()) {
            $event->setResponse(new JsonResponse(['error' => 'A page of another address asked for this. It was not done.'], 403));
        }
    }
}
