<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Names;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Persistence\Survival\DumpRepository;
use VelvetLedger\Server\Persistence\Survival\LossRepository;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Survival\DumpsInWords;
use VelvetLedger\Server\View\Survival\LossView;
use VelvetLedger\Server\View\Survival\LostFromView;
use VelvetLedger\Server\View\Survival\SurvivalView;

/** What would be gone, from the rows of what there is: copies that were read, and dumps that lie at stores. */
final readonly class SurvivalPage
{
    private const SHOOTS = 8;
    private const PICTURES = 6;

    public function __construct(private DumpsInWords $words, private DumpRepository $dumps, private LossRepository $losses, private Stores $stores)
    {
    }

    public function view(): SurvivalView
    {
        return new SurvivalView($this->words->sentence(), $this->words->warning(), $this->words->isUnderWay(), [$this->machine(), ...$this->drives()]);
    }

    private function machine(): LossView
    {
        $proven = $this->dumps->latestProven();
        $kept = null !== $proven && [] !== $proven->stores ? $proven : null;
        $frames = null === $kept ? $this->losses->frames() : $this->losses->framesSince($kept->document->at());

        return new LossView('This machine', match (true) {
            null === $kept && 0 === $frames => 'Nothing came in yet.',
            null === $kept => \sprintf('All that the ledger knows of %s would be gone, for no store has a proven dump of it. The pictures stay where they are.', Count::of($frames, 'frame')),
            !$this->dumps->isBehind() && $kept->id === $this->dumps->latest()?->id => \sprintf('Nothing would be gone: the ledger is as it was dumped, and %s it.', Names::of(array_values(array_intersect_key($this->stores->names(), array_flip($kept->stores)))).(1 === \count($kept->stores) ? ' has' : ' have')),
            default => \sprintf('What was said, judged and changed since the latest proven dump would be gone%s. The pictures stay where they are.', 0 === $frames ? '' : ', and that '.Count::of($frames, 'frame').' came in'),
        }, null === $kept && $frames > 0, [], 0);
    }

    /** @return list<LossView> */
    private function drives(): array
    {
        $names = $this->stores->names();
        $by = [];
        foreach ($this->losses->byDrive() as $loss) {
            $by[Names::of(array_values(array_intersect_key($names, array_flip($loss['stores']))))][] = $loss;
        }
        $safe = array_diff_key($names, array_flip(array_merge([], ...array_column(array_merge([], ...array_values($by)), 'stores'))));
        $found = [];
        foreach ($by as $of => $losses) {
            $shoots = array_map(static fn (array $loss): LostFromView => new LostFromView($loss['shoot'], $loss['date'], $loss['description'], $loss['frames'], $loss['files'], $loss['bytes'], \array_slice($loss['some'], 0, self::PICTURES)), $losses);
            $found[] = new LossView($of, \sprintf('%s of %s (%s) would be gone: they have no copy elsewhere that was read. Attach the other stores; what they are owed is copied by itself.', Count::of(array_sum(array_column($losses, 'files')), 'file'), Count::of(\count($losses), 'shoot'), Size::of(array_sum(array_column($losses, 'bytes')))), true, \array_slice($shoots, 0, self::SHOOTS), max(0, \count($shoots) - self::SHOOTS));
        }
        foreach ($safe as $name) {
            $found[] = new LossView($name, 'No picture would be gone: each has a copy elsewhere that was read.', false, [], 0);
        }

        return $found;
    }
}
