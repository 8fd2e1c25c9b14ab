<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;

/** What other programs put into a shoot's folder, and how its copies stand to it: one line for each shoot. */
final class BesideInWords
{
    private const MOST_NAMED = 3;

    /**
     * @param array{files: int, bytes: int, owed: array<int, int>, apart: array<int, list<string>>, vanished: int, because: string} $sums
     * @param array<int, string>                                                                                                    $names of stores
     */
    public static function of(array $sums, array $names): string
    {
        $said = 0 === $sums['files'] ? [] : [\sprintf('Beside its frames: %s, %s.', Count::of($sums['files'], 'other file'), Size::of($sums['bytes']))];
        foreach ($sums['owed'] as $store => $files) {
            $apart = $sums['apart'][$store] ?? [];
            $said[] = \sprintf('%s of them %s to be copied to %s%s.', Count::figure($files), 1 === $files ? 'is' : 'are', $names[$store] ?? 'a store that is used no more', [] === $apart ? '' : ' ('.implode(', ', \array_slice($apart, 0, self::MOST_NAMED)).(\count($apart) > self::MOST_NAMED ? ' and '.Count::figure(\count($apart) - self::MOST_NAMED).' more' : '').': '.$sums['because'].')');
        }
        if ($sums['vanished'] > 0) {
            $said[] = \sprintf('%s from its folder; copies of %s are kept.', Count::of($sums['vanished'], 'file vanished', 'files vanished'), 1 === $sums['vanished'] ? 'it' : 'them');
        }

        return implode(' ', $said);
    }
}
