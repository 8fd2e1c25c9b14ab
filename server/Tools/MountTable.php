<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

/** What is mounted where, by Linux's /proc/self/mountinfo (proc(5)). Elsewhere there is no such file, and nothing is told. */
final readonly class MountTable
{
    /** File systems that lie on no drive. */
    private const WITHOUT_DRIVE = ['proc', 'sysfs', 'cgroup', 'cgroup2', 'devpts', 'devtmpfs', 'mqueue', 'debugfs', 'tracefs', 'securityfs', 'pstore', 'bpf', 'configfs', 'fusectl', 'hugetlbfs', 'autofs', 'rpc_pipefs', 'binfmt_misc', 'nsfs', 'efivarfs', 'ramfs', 'squashfs', 'overlay'];

    public function __construct(private string $table = '/proc/self/mountinfo')
    {
    }

    /** @return list<Mount> in the order they were mounted: what comes later lies on top */
    public function all(): array
    {
        $mounts = [];
        foreach (explode("\n", (string) @file_get_contents($this->table)) as $line) {
            // id, parent, major:minor, root, mount point, options, optional fields …, "-", type, source, super options
            $parts = explode(' - ', $line, 2);
            $before = explode(' ', $parts[0]);
            $after = explode(' ', $parts[1] ?? '');
            if (isset($before[5], $after[1])) {
                $mounts[] = new Mount(self::unescaped($before[4]), $before[3], $before[2], $after[0], self::unescaped($after[1]), \in_array('ro', explode(',', $before[5].','.($after[2] ?? '')), true), $before[0]);
            }
        }

        return $mounts;
    }

    /** The mount that a path lies on. */
    public function of(string $path): ?Mount
    {
        $real = realpath($path);
        $found = null;
        foreach (false === $real ? [] : $this->all() as $mount) {
            if (false !== $real && ($mount->point === $real || str_starts_with($real, rtrim($mount->point, '/').'/')) && \strlen($mount->point) >= \strlen($found->point ?? '')) {
                $found = $mount;
            }
        }

        return $found;
    }

    /** @return list<Mount> those that files can be kept on */
    public function drives(): array
    {
        $drives = [];
        foreach ($this->all() as $mount) {
            if (!\in_array($mount->type, self::WITHOUT_DRIVE, true) && 1 !== preg_match('#^/(?:proc|sys|dev|boot|run/(?!media/)|etc|usr|var/lib)(?:/|$)#', $mount->point) && is_dir($mount->point)) {
                $drives[$mount->point] = $mount;
            }
        }

        return array_values($drives);
    }

    /** Blanks and the like stand as octal numbers in mountinfo. */
    private static function unescaped(string $field): string
    {
        return preg_replace_callback('/\\\\([0-7]{3})/', static fn (array $found): string => \chr((int) octdec($found[1])), $field) ?? '';
    }
}
