<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use VelvetLedger\Core\Look\Decision;
use VelvetLedger\Core\Look\Judgement;
use VelvetLedger\Core\Survival\FoundFile;
use VelvetLedger\Core\Survival\FrameTable;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;
use VelvetLedger\Server\Persistence\Stamps\KeywordRepository;
use VelvetLedger\Server\Persistence\Survival\FoundEntries;

/** What is said of frames that were found: keywords and judgements, by a table; where there is none, by what stands in the files and in sidecars. */
final readonly class FoundWords
{
    public function __construct(private FrameKeywords $keywords, private KeywordRepository $vocabulary, private FoundEntries $entries)
    {
    }

    /**
     * @param list<FoundFrame>  $found
     * @param list<LedgerFrame> $frames their rows, in the same order
     */
    public function enter(array $found, array $frames): void
    {
        $judged = $aside = $words = $numbers = [];
        foreach ($found as $i => $one) {
            $frame = $frames[$i]->id();
            $file = $one->files[0]->file;
            $as = self::judgement($file);
            if (!$as->is(Judgement::none())) {
                $judged[$frame] = $as;
            }
            if ('' !== $file->says('set aside from')) {
                $aside[$frame] = $file->says('set aside from');
            }
            foreach ([] === $file->said ? $one->frame->read->facts->remarks->keywords ?? [] : FrameTable::keywordsIn($file->says('keywords')) as $path) {
                $words[] = [$frame, $numbers[implode("\0", $path)] ??= $this->vocabulary->at($path)];
            }
        }
        $this->entries->judged($judged);
        $this->entries->setAside($aside);
        $this->keywords->add($words);
        $this->vocabulary->used(array_values($numbers), \count($words));
    }

    /** What is blank is said by the frame's own files, as when it came in. */
    private static function judgement(FoundFile $file): Judgement
    {
        return Judgement::of(Decision::tryFrom($file->says('decision')), $file->number('stars') ?? 0, $file->says('label'), $file->number('turned') ?? 0);
    }
}
