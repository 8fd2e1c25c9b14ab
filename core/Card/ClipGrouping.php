<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/**
 * Which of the files that belong to no frame are one clip: a moving picture or a sound, and what its camera wrote beside
 * it. By one name before the extension in one folder; or as cameras call them that give these other names: a proxy
 * GL010023 of a clip GX010023 or GH010023, a record C0001M01 of a clip C0001.
 */
final readonly class ClipGrouping
{
    /**
     * @param list<Frame>    $clips
     * @param list<CardFile> $others files that belong to no clip either
     */
    private function __construct(public array $clips, public array $others)
    {
    }

    /** @param list<CardFile> $files */
    public static function of(array $files): self
    {
        $clips = $homes = $others = [];
        foreach ($files as $file) {
            if ($file->kind->isClip()) {
                $clips[] = [$file];
                $home = self::home($file);
                $homes[$home] = isset($homes[$home]) && Kind::MovingPicture !== $file->kind ? $homes[$home] : array_key_last($clips);
            }
        }
        foreach ($files as $file) {
            if ($file->kind->isClip()) {
                continue;
            }
            $clip = Kind::BesideClip === $file->kind || Kind::Sidecar === $file->kind ? $homes[self::home($file)] ?? null : null;
            if (null === $clip) {
                $others[] = $file;
            } else {
                $clips[$clip][] = $file;
            }
        }

        return new self(array_map(static fn (array $of): Frame => new Frame($of, $of[0]->stem()), $clips), $others);
    }

    private static function home(CardFile $file): string
    {
        return $file->folder().'/'.preg_replace(['/^g[hlx](?=\d{6}$)/', '/^(c\d{4})m\d\d$/'], ['g', '$1'], strtolower($file->stem()));
    }
}
