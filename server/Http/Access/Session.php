<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\Access;

use Symfony\Component\HttpFoundation\Cookie;
use VelvetLedger\Server\Settings\Home;

/**
 * The session that an address is entered for: when it ends, signed with the ledger's token. It says nothing of the token,
 * ends by itself, and all of them end when the token is renewed.
 */
final readonly class Session
{
    private const SECONDS = 30 * 86400;

    public function __construct(private Home $home)
    {
    }

    /** The cookie's name: browsers keep cookies by host and not by port, so that each ledger of a machine has one of its own. */
    public function name(): string
    {
        return 'ledger_'.hash('xxh64', $this->home->path);
    }

    public function cookie(?int $now = null): Cookie
    {
        $until = ($now ?? time()) + self::SECONDS;

        return Cookie::create($this->name(), $until.'.'.$this->signature($until), $until, '/', null, false, true, false, Cookie::SAMESITE_STRICT);
    }

    public function holds(string $cookie): bool
    {
        $parts = explode('.', $cookie, 2);
        $until = (int) $parts[0];

        return '' !== $this->home->token() && $until > time() && hash_equals($this->signature($until), $parts[1] ?? '');
    }

    private function signature(int $until): string
    {
        return hash_hmac('sha256', "ledger session until $until", $this->home->token());
    }
}
