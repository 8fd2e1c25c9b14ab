<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;

/** Refuses requests with bytes that no page of ours sends and no database takes: text that is not UTF-8, or with a NUL in it. */
final class WellFormed
{
    /** A NUL as JSON writes it (RFC 8259, section 7): after an even number of backslashes. */
    private const ESCAPED_NUL = '/(?<!\\\\)(?:\\\\\\\\)*+\\\\u0000/';

    /** @throws BadInput */
    #[AsEventListener(priority: 200)]
    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        $query = rawurldecode($request->server->getString('QUERY_STRING'));
        $body = $request->getContent();
        if (!self::isText(rawurldecode($request->getPathInfo())) || !self::isText($query)) {
            throw BadInput::field('address', 'must be UTF-8 without a NUL');
        }
        if (!self::isText($body) || 1 === preg_match(self::ESCAPED_NUL, $body)) {
            throw BadInput::field('body', 'must be UTF-8 without a NUL');
        }
    }

    private static function isText(string $bytes): bool
    {
        return mb_check_encoding($bytes, 'UTF-8') && !str_contains($bytes, "\0");
    }
}
