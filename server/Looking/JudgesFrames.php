<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Looking;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Look\ActKind;
use VelvetLedger\Core\Look\CouldNotJudge;
use VelvetLedger\Core\Look\Judgement;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Server\Persistence\Looks\JudgementEntries;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Looks\SittingEntries;

/** Does the acts of a sitting, one after the other: nobody else acts in it meanwhile, and what another judged elsewhere is not judged over unseen. */
final readonly class JudgesFrames
{
    public function __construct(private Connection $database, private LookRepository $frames, private SittingEntries $sittings, private JudgementEntries $judgements)
    {
    }

    /**
     * All of them or none.
     *
     * @param list<AskedAct>       $acts
     * @param \Closure(int): mixed $rest told of the sitting, in the same transaction, where its rest is to be asked for
     *
     * @throws CouldNotJudge
     */
    public function act(Lot $lot, array $acts, \Closure $rest): Judged
    {
        return $this->database->transactional(function () use ($lot, $acts, $rest): Judged {
            $sitting = $this->sittings->take($lot);
            $asked = array_merge(...array_map(static fn (AskedAct $act): array => array_keys($act->frames), $acts));
            foreach (array_diff($asked, $this->frames->among($lot, $asked)) as $other) {
                throw CouldNotJudge::notOfIt((string) $other);
            }
            $judged = $met = [];
            foreach ($acts as $act) {
                if ($this->sittings->isIn($act->name)) {
                    continue; // it was asked for before, and the answer did not arrive
                }
                [$made, $others] = ActKind::Judge === $act->kind ? $this->judge($sitting, $act) : $this->step($lot, $sitting, $act);
                array_push($judged, ...$made);
                array_push($met, ...$others);
            }
            if ([] !== $judged && $this->sittings->asksToRest($sitting)) {
                $rest($sitting);
            }

            return new Judged($sitting, array_values(array_unique([...$judged, ...$met])), array_values(array_unique($met)));
        });
    }

    /** @return array{list<int>, list<int>} frames that it made something else of, and those that another judged since */
    private function judge(int $sitting, AskedAct $act): array
    {
        $judged = $met = [];
        foreach ($this->judgements->now(array_keys($act->frames)) as $frame => [$is, $revision]) {
            $to = $act->wordOf($frame)?->of($is) ?? $is;
            if (null !== $act->frames[$frame] && $act->frames[$frame] !== $revision) {
                $met[] = $frame;
            } elseif (!$to->is($is)) {
                $judged[$frame] = [$is, $to];
            }
        }

        return [$this->enter($sitting, $act, null, $judged), $met];
    }

    /**
     * Takes back what an act made, or makes it again, of frames that are as it left them, or found them; what was set aside since stays dropped.
     *
     * @return array{list<int>, list<int>}
     */
    private function step(Lot $lot, int $sitting, AskedAct $act): array
    {
        $history = $this->sittings->history($sitting);
        $isBack = ActKind::TakeBack === $act->kind;
        $of = $isBack ? $history->toTakeBack() : $history->toBringAgain();
        $then = $this->judgements->ofAct($of);
        $judged = $met = [];
        foreach ($this->judgements->now($this->frames->among($lot, array_keys($then))) as $frame => [$is]) {
            [$from, $to] = $isBack ? [$then[$frame][1], $then[$frame][0]] : $then[$frame];
            if ($is->is($from)) {
                $judged[$frame] = [$is, $to];
            } else {
                $met[] = $frame;
            }
        }

        return [$this->enter($sitting, $act, $of, $judged), $met];
    }

    /**
     * @param array<int, array{Judgement, Judgement}> $judged
     *
     * @return list<int>
     */
    private function enter(int $sitting, AskedAct $act, ?int $of, array $judged): array
    {
        if ([] === $judged && ActKind::Judge === $act->kind) {
            return []; // nothing that could be taken back
        }
        $id = $this->sittings->enter($sitting, $act->name, $act->kind, $of, $act->word->word ?? '');
        if (null === $id) {
            return [];
        }
        $this->judgements->enter($id, $judged);

        return array_keys($judged);
    }
}
