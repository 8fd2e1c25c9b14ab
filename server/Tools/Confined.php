<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

/**
 * How a program is begun that takes strangers' files apart: within limits of address space and processor time
 * (setrlimit(2)); without a network, where the system lets us take it away (network_namespaces(7)); never with more rights
 * than it began with (PR_SET_NO_NEW_PRIVS), and as root with none of root's but to read; and ended with whoever began it
 * (PR_SET_PDEATHSIG).
 */
final class Confined
{
    private const AS_ROOT = ['--inh-caps=-all', '--bounding-set=-all,+dac_read_search'];

    /** @var list<string>|null */
    private static ?array $alone = null;

    /**
     * @param int      $bytes   of address space
     * @param int|null $seconds of processor time
     *
     * @return list<string> what comes before the command
     */
    public static function to(int $bytes, ?int $seconds = null): array
    {
        if ('Linux' !== \PHP_OS_FAMILY) {
            return [];
        }

        return ['prlimit', "--as=$bytes", ...null === $seconds ? [] : ["--cpu=$seconds"], '--core=0', '--', ...self::$alone ??= self::withoutNetwork(), 'setpriv', '--no-new-privs', '--pdeathsig', 'KILL', ...0 === posix_geteuid() ? self::AS_ROOT : [], '--'];
    }

    /** @return list<string> none where the system does not allow it */
    private static function withoutNetwork(): array
    {
        $alone = ['unshare', ...0 === posix_geteuid() ? [] : ['--map-current-user'], '--net', '--'];
        $tried = @proc_open([...$alone, 'true'], [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], $pipes);

        return \is_resource($tried) && 0 === proc_close($tried) ? $alone : [];
    }
}
