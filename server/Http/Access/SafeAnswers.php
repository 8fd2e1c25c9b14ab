<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\Access;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ResponseEvent;

/** What every answer tells the browser: nothing of it runs, nothing is framed, no type is guessed, no address is passed on. */
final class SafeAnswers
{
    #[AsEventListener]
    public function __invoke(ResponseEvent $event): void
    {
        $headers = $event->getResponse()->headers;
        $headers->set('Content-Security-Policy', "default-src 'none'; frame-ancestors 'none'; base-uri 'none'; form-action 'none'");
        $headers->set('X-Content-Type-Options', 'nosniff');
        $headers->set('X-Frame-Options', 'DENY');
        $headers->set('Referrer-Policy', 'no-referrer');
        $headers->set('Cross-Origin-Resource-Policy', 'same-origin');
        if (!$headers->hasCacheControlDirective('max-age')) {
            $headers->set('Cache-Control', 'no-store');
        }
    }
}
