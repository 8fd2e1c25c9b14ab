<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Core\Card\CardListing;
use VelvetLedger\Core\Plan\NewName;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\StampStyle;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Cards\Card;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeSource;
use VelvetLedger\Server\Persistence\Intakes\LineShoot;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\ManyRows;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Shoots\Making;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Survival\FoundEntries;

/** The rows of frames that were found at a store: on a receipt of that store's folders, as if these were a card. */
final readonly class FoundRows
{
    public function __construct(private EntityManagerInterface $ledger, private CardRepository $cards, private ReceiptRepository $receipts, private ShootRepository $shoots, private ManyRows $many, private FoundEntries $entries, private FoundWords $words, private ClockInterface $clock)
    {
    }

    public function shoot(string $folder, string $date, string $description): Shoot
    {
        $shoot = $this->shoots->at($folder, $date, $description);
        $this->ledger->flush();

        return $shoot;
    }

    /** @param non-empty-list<FoundFrame> $found */
    public function enter(LedgerStore $store, Shoot $shoot, array $found): void
    {
        $receipt = $this->receipt($store);
        $position = $this->entries->linesOf($receipt->id());
        $frames = array_map(static fn (FoundFrame $one): LedgerFrame => new LedgerFrame($shoot, $receipt, $one->name, $one->frame), $found);
        $this->many->insert(LedgerFrame::class, $frames);
        $heading = new LineShoot($shoot->date, $shoot->description, $shoot->folder);
        $originals = $files = $copies = $lines = $told = [];
        foreach ($found as $i => $one) {
            foreach ($one->files as $read) {
                $path = $read->file->path;
                $line = PlanLine::bringIn($one->onCard[$path], $one->frame, new NewName($one->name->folder, basename($path), $one->name->stem));
                $lines[] = new ReceiptLine($receipt, $position++, $line, $heading, $frames[$i]);
                $told[] = [$read, $one, $frames[$i]];
            }
        }
        $this->many->insert(ReceiptLine::class, $lines);
        $ofFile = [];
        foreach ($told as $n => [$read, $one, $frame]) {
            $original = $this->original($store, $read, $one, $frame);
            if (null !== $original) {
                $ofFile[$n] = implode("\0", [$original['frame'], $original['path'], $original['checksum']]);
                $originals[$ofFile[$n]] ??= $original; // a raw and the DNG that stands for it are of one
            }
        }
        $numbers = array_combine(array_keys($originals), $this->entries->originals(array_values($originals)));
        foreach ($told as $n => [$read, $one, $frame]) {
            $files[] = ['frame' => $frame->id(), 'original' => isset($ofFile[$n]) ? $numbers[$ofFile[$n]] : null, 'making' => self::making($read)->value, 'ending' => $one->ending($read), 'bytes' => $read->bytes(), 'checksum' => $read->checksum, 'bears' => Place::ofEnding($one->ending($read), new StampStyle())->value];
        }
        $now = $this->clock->now()->format('Y-m-d H:i:s.uP');
        $came = [];
        foreach ($this->entries->files($files) as $n => $file) {
            $read = $told[$n][0];
            foreach ($read->copies as $at => [, $checksum]) {
                $copies[] = ['file' => $file, 'store' => $at, 'path' => $read->file->path, 'checksum' => $checksum, 'holds' => $checksum === $read->checksum, 'because' => $checksum === $read->checksum ? null : 'it was not what its list says when the ledger was made anew', 'at' => $now];
            }
            $came[] = ['line' => $lines[$n]->id(), 'file' => $file, 'checksum' => $read->checksum, 'at' => $read->isWhole() ? $now : null, 'print' => $originals[$ofFile[$n] ?? '']['print'] ?? $read->print, 'reason' => $read->isWhole() ? '' : 'it is not what its list says'];
        }
        $this->entries->copies($copies);
        $this->entries->broughtIn($came);
        $this->entries->areNotWaitedFor(array_map(static fn (array $one): string => $one[0]->file->path, $told), \sprintf('it had come in when the ledger was restored, and stands on receipt %d', $receipt->id()));
        $this->words->enter($found, $frames);
        $receipt->end($this->receipts->addUp($receipt));
        $this->ledger->persist(DayBookEntry::ofIntake(\sprintf('Receipt %d: %s of the shoot in "%s" found at %s, and entered.', $receipt->id(), 1 === \count($frames) ? '1 frame was' : Count::figure(\count($frames)).' frames were', $shoot->folder, $store->name()), $receipt));
        $this->ledger->flush();
    }

    /** The receipt of all that is found at a store. */
    private function receipt(LedgerStore $store): Intake
    {
        $identity = CardIdentity::of(Card::FOLDERS.$store->uuid, 'folders of '.$store->name(), new CardListing([], []), '');
        $receipt = $this->ledger->getRepository(Intake::class)->findOneBy(['card' => $this->cards->find($identity) ?? 0]);
        if (null === $receipt) {
            $receipt = new Intake($this->cards->seen($identity), IntakeSource::of($store->place(), $identity), $store, []);
            $receipt->begins();
            $this->ledger->persist($receipt);
            $this->ledger->flush();
        }

        return $receipt;
    }

    /** @return array{card: int, frame: int, path: string, kind: string, bytes: int, modified: int, print: string, checksum: string}|null null of what never was on a card */
    private function original(LedgerStore $store, ReadFound $read, FoundFrame $of, LedgerFrame $frame): ?array
    {
        if ($read->file->isSidecar()) {
            return null;
        }
        $was = $of->onCard[$read->file->path];
        $is = $read->file->hasOriginal();
        $card = $is && '' !== $read->file->says('known as') ? $this->entries->card($read->file->says('known as'), $read->file->says('card')) : $frame->intake->card->id();

        return ['card' => $card, 'frame' => $frame->id(), 'path' => $was->text(), 'kind' => $was->kind->value, 'bytes' => $was->bytes, 'modified' => $was->modifiedAt, 'print' => $is ? $read->file->says('print on the card') : $read->print, 'checksum' => $is ? $read->file->says('xxh128 on the card') : $read->checksum];
    }

    private static function making(ReadFound $read): Making
    {
        $said = Making::tryFrom($read->file->says('made'));

        return match (true) {
            $read->file->isSidecar() => Making::Sidecar,
            null === $said, Making::Sidecar === $said, !$read->file->hasOriginal() => Making::AsItIs,
            default => $said,
        };
    }
}
