<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\Access;

use Symfony\Component\HttpFoundation\Cookie;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\View\Book\SessionView;

/**
 * The session that an address is entered for: a number of its own and when it ends, signed with the ledger's token. It says
 * nothing of the token. Of each a file called by its number's SHA-256 lies in the home's "sessions": it ends by itself, or
 * singly when that file goes, or with all others when the token is renewed.
 */
final readonly class Session
{
    private const SECONDS = 30 * 86400;

    /** So many letters of a file's name tell it from the others. */
    private const KEY = 16;

    private const LONGEST = 300;

    public function __construct(private Home $home)
    {
    }

    /** The cookie's name: browsers keep cookies by host and not by port, so that each ledger of a machine has one of its own. */
    public function name(): string
    {
        return 'ledger_'.hash('xxh64', $this->home->path);
    }

    /** @param string $browser as it names itself */
    public function cookie(?int $now = null, string $browser = ''): Cookie
    {
        $until = ($now ?? time()) + self::SECONDS;
        $number = bin2hex(random_bytes(12));
        @mkdir($this->home->path.'/sessions', 0o700);
        file_put_contents($this->file($number), json_encode(['begun' => date(\DATE_ATOM, $until - self::SECONDS), 'until' => $until, 'browser' => mb_scrub(substr($browser, 0, self::LONGEST), 'UTF-8')], \JSON_THROW_ON_ERROR));

        return Cookie::create($this->name(), "$number.$until.".$this->signature($number, $until), $until, '/', null, false, true, false, Cookie::SAMESITE_STRICT);
    }

    public function holds(string $cookie): bool
    {
        [$number, $until, $signature] = explode('.', $cookie, 3) + ['', '0', ''];

        return '' !== $this->home->token() && (int) $until > time() && hash_equals($this->signature($number, (int) $until), $signature) && is_file($this->file($number));
    }

    /**
     * Those that have not ended, the latest first.
     *
     * @param string $cookie of whoever asks
     *
     * @return list<SessionView>
     */
    public function all(string $cookie): array
    {
        $mine = basename($this->file(explode('.', $cookie, 2)[0]));
        $found = [];
        foreach ($this->files('*') as $file) {
            $said = json_decode((string) @file_get_contents($file), true);
            if (!\is_array($said) || !\is_int($said['until'] ?? null) || $said['until'] <= time()) {
                @unlink($file);
            } elseif (\is_string($said['begun'] ?? null) && \is_string($said['browser'] ?? null)) {
                $found[] = new SessionView(substr(basename($file), 0, self::KEY), $said['begun'], date(\DATE_ATOM, $said['until']), $said['browser'], basename($file) === $mine);
            }
        }
        usort($found, static fn (SessionView $one, SessionView $other): int => $other->begun <=> $one->begun);

        return $found;
    }

    /** @param string $key as SessionView's */
    public function end(string $key): void
    {
        array_map(unlink(...), 1 === preg_match('/^[0-9a-f]{'.self::KEY.'}$/D', $key) ? $this->files($key.'*') : []);
    }

    /** @return list<string> */
    private function files(string $pattern): array
    {
        $found = glob($this->home->path.'/sessions/'.$pattern);

        return false === $found ? [] : $found;
    }

    private function file(string $number): string
    {
        return $this->home->path.'/sessions/'.hash('sha256', $number);
    }

    private function signature(string $number, int $until): string
    {
        return hash_hmac('sha256', "ledger session $number until $until", $this->home->token());
    }
}
