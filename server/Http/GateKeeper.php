<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use VelvetLedger\Server\Settings\Home;

/**
 * Lets in only who holds the access token, from a page of this server's own, under this machine's own name:
 * the token makes a session cookie; Host and Origin are checked on every request, so that neither a foreign
 * page nor a name pointed at the loopback address can act in the photographer's browser.
 */
final readonly class GateKeeper
{
    public const COOKIE = 'ledger_session';
    private const NAMES = ['127.0.0.1', 'localhost', '[::1]'];

    public function __construct(private Home $home)
    {
    }

    #[AsEventListener(priority: 512)]
    public function __invoke(RequestEvent $event): void
    {
        if ($event->isMainRequest()) {
            $answer = $this->answer($event->getRequest());
            if (null !== $answer) {
                $event->setResponse($answer);
            }
        }
    }

    private function answer(Request $request): ?Response
    {
        if (!\in_array(preg_replace('/:\d+$/', '', (string) $request->headers->get('Host')), self::NAMES, true)) {
            return self::refuse(421, 'This address is not one of this server.');
        }
        $origin = $request->headers->get('Origin');
        if (null !== $origin && $origin !== $request->getSchemeAndHttpHost()) {
            return self::refuse(403, 'A page of another address asked for this. It was not done.');
        }
        $token = $this->home->token();
        if ('/enter' === $request->getPathInfo()) {
            return '' !== $token && hash_equals($token, $request->query->getString('token')) ? self::welcome($token) : self::refuse(401, 'This is not the access token of this ledger.');
        }
        $session = $request->cookies->getString(self::COOKIE);

        return '' !== $token && hash_equals(self::session($token), $session) ? null : self::refuse(401, 'Open the ledger by the address that "bin/ledger address" prints: it carries the access token.');
    }

    private static function welcome(string $token): Response
    {
        $answer = new RedirectResponse('/');
        $answer->headers->setCookie(Cookie::create(self::COOKIE, self::session($token), 0, '/', null, false, true, false, Cookie::SAMESITE_STRICT));

        return $answer;
    }

    private static function session(string $token): string
    {
        return hash_hmac('sha256', 'ledger session', $token);
    }

    private static function refuse(int $status, string $sentence): Response
    {
        return new JsonResponse(['error' => $sentence], $status);
    }
}
