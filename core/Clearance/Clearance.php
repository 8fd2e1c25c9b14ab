<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Clearance;

use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Card\Trouble;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Day;

/**
 * May this card be formatted? Yes, when every still on it, and what goes with one, and every clip and sound, has so many
 * proven copies as the standing order asks for, on as many devices; when what was left out has been nodded to; and when
 * all of the card could be listed and read. "Originals stay on the card until two proven copies exist": common practice,
 * no published source.
 */
final readonly class Clearance
{
    /**
     * @param list<Missing> $missing the gravest first
     * @param int           $letGo   files that may go though they are nowhere else, or not seen to be: the photographer said so
     * @param int           $nods    files of which that was said to this card, and can be taken back
     */
    private function __construct(public bool $mayBeFormatted, public string $sentence, public array $missing, public int $files, public int $cleared, public int $letGo, public int $nods)
    {
    }

    /**
     * @param list<FileToClear> $files
     * @param list<Trouble>     $troubles places of the card that could not be listed
     * @param int               $copies   proven copies wanted, each on a device of its own
     * @param list<string>      $waiting  paths of raws that are to be converted first, by the order
     * @param int               $cutOff   files on it that end before their pictures do
     * @param bool              $seenNow  whether no copy counts whose drive is away
     * @param list<string>      $second   why second copies are not to be made yet, or not of all, in words without a full stop
     */
    public static function of(string $card, array $files, array $troubles, int $copies, array $waiting = [], int $cutOff = 0, bool $seenNow = false, array $second = []): self
    {
        $missing = array_map(static fn (Trouble $trouble): Missing => self::lack($trouble->path, Lack::Unlisted, $trouble->reason), array_values(array_filter($troubles, static fn (Trouble $trouble): bool => $trouble->isDamage)));
        $counted = array_values(array_filter($files, static fn (FileToClear $file): bool => $file->matches || $file->file->kind->isMissed()));
        $staying = array_values(array_filter($files, static fn (FileToClear $file): bool => !$file->matches && !$file->file->kind->isMissed()));
        $cleared = 0;
        foreach ($counted as $file) {
            $lack = self::lackOf($file, $copies, $seenNow);
            $cleared += null === $lack ? 1 : 0;
            $missing[] = $lack;
        }
        $missing = [...array_values(array_filter($missing)), ...array_map(static fn (string $path): Missing => self::lack($path, Lack::NotConverted, 'its DNG is not proven yet'), $waiting)];
        $rank = array_flip(array_map(static fn (Lack $lack): string => $lack->value, Lack::cases()));
        usort($missing, static fn (Missing $a, Missing $b): int => [$rank[$a->lack->value], $a->path] <=> [$rank[$b->lack->value], $b->path]);

        $letGo = \count(array_filter($counted, static fn (FileToClear $file): bool => null === self::lackOf($file, $copies, $seenNow) && (!$file->matches || $file->isBelieved() || (PhotographersWord::LetGo === $file->word && $file->devices() < $copies))));

        return new self([] === $missing && [] !== $counted, self::sentence($card, $counted, $missing, $copies, $letGo, $staying).self::secondInWords($missing, $second).self::cutOffInWords($cutOff), $missing, \count($counted), $cleared, $letGo, \count(array_filter($counted, static fn (FileToClear $file): bool => PhotographersWord::Nodded === $file->word)));
    }

    public function lacks(Lack $lack): bool
    {
        return [] !== array_filter($this->missing, static fn (Missing $one): bool => $one->lack === $lack);
    }

    /** @return list<Reason> the gravest first */
    public function reasons(): array
    {
        $reasons = [];
        foreach ($this->missing as $one) {
            $key = $one->lack->value."\n".$one->because;
            $reasons[$key] = new Reason($one->lack, $one->remedy, $one->because, 1 + ($reasons[$key]->files ?? 0));
        }

        return array_values($reasons);
    }

    private static function lackOf(FileToClear $file, int $copies, bool $seenNow): ?Missing
    {
        $devices = $file->devices();
        $counting = \count(array_filter($file->copies, static fn (CopyOfFile $copy): bool => $copy->counts()));
        $lack = match (true) {
            ($file->isBelieved() || null !== $file->unreadable) && PhotographersWord::Nodded === $file->word => null,
            PhotographersWord::LetGo === $file->word && null === $file->unsure && !$file->isBelieved() => null,
            $file->isBelieved() => Lack::Believed,
            $file->matches && null !== $file->unsure => $file->unsure,
            $file->matches && $devices >= $copies => $seenNow && $file->devices(true) < $copies ? Lack::NotSeen : null,
            $file->matches && 0 === $counting && [] !== $file->copies => Lack::Gone,
            $file->matches && $counting >= $copies => $file->isOnUnknownDevices() ? Lack::DevicesUnknown : Lack::OneDevice,
            $file->matches => Lack::TooFewCopies,
            null !== $file->unreadable => Lack::Unreadable,
            null !== $file->unsure => $file->unsure,
            PhotographersWord::Nodded === $file->word => null,
            Kind::Hidden === $file->file->kind => Lack::Hidden,
            Kind::Unknown === $file->file->kind => Lack::NotKnown,
            PhotographersWord::LeftOut === $file->word => Lack::LeftOut,
            $file->file->kind->isClip() => Lack::ClipStays,
            default => Lack::NotHeld,
        };

        return null === $lack ? null : new Missing($file->file->text(), $lack, $lack->remedy(), self::because($lack, $file, $copies, $counting, $devices), $file->file->kind->isStill() || Kind::Hidden === $file->file->kind);
    }

    private static function because(Lack $lack, FileToClear $file, int $copies, int $counting, int $devices): string
    {
        $where = implode(', ', array_unique(array_map(static fn (CopyOfFile $copy): string => $copy->store, array_filter($file->copies, static fn (CopyOfFile $copy): bool => $copy->counts()))));

        return match ($lack) {
            Lack::TooFewCopies => \sprintf('%s of %d: %s', 0 === $counting ? 'none' : $counting, $copies, '' === $where ? 'none is proven' : 'on '.$where),
            Lack::OneDevice => \sprintf('%s on %s of %d: %s', Count::of($counting, 'copy', 'copies'), Count::of($devices, 'device'), $copies, $where),
            Lack::DevicesUnknown => \sprintf('%s, devices unknown: %s. What the system does not tell apart counts as one', Count::of($counting, 'copy', 'copies'), $where),
            Lack::Gone => 'proven once, not there now: '.implode(', ', array_map(static fn (CopyOfFile $copy): string => $copy->store, $file->copies)),
            Lack::Unreadable => (string) $file->unreadable,
            Lack::Believed => \sprintf('it could not be read here; what came from %s in its place %s', (string) $file->twin?->card, 0 === $counting ? 'has no proven copy' : 'has '.Count::of($counting, 'proven copy', 'proven copies').': '.$where),
            default => $lack->value,
        };
    }

    private static function lack(string $path, Lack $lack, string $because): Missing
    {
        return new Missing($path, $lack, $lack->remedy(), $because);
    }

    /**
     * @param list<FileToClear> $files
     * @param list<Missing>     $missing
     * @param list<FileToClear> $staying what may go with the card, and is told
     */
    private static function sentence(string $card, array $files, array $missing, int $copies, int $letGo, array $staying): string
    {
        if ([] === $files && [] === $missing) {
            return "There is nothing on $card that would be lost".self::stayingInWords($staying).'.';
        }
        if ([] === $missing) {
            $held = \count($files) - $letGo;
            $parts = 0 === $held ? [] : [\sprintf('%s on it %s %s', Count::of($held, 'file', 'files'), 1 === $held ? 'has' : 'have', Count::of($copies, 'proven copy', 'proven copies').(1 === $copies ? '' : " on $copies devices"))];

            return \sprintf('%s may be formatted: %s%s.%s', $card, implode(', and ', [...$parts, ...0 === $letGo ? [] : [Count::of($letGo, 'file', 'files').' you let go']]), self::stayingInWords($staying), self::believedInWords($files));
        }
        $parts = [];
        foreach (Lack::cases() as $lack) {
            $count = \count(array_filter($missing, static fn (Missing $one): bool => $one->lack === $lack));
            if ($count > 0) {
                $parts[] = (Lack::Unlisted === $lack ? Count::of($count, 'folder') : Count::figure($count)).' '.self::inPlural($lack, $count);
            }
        }

        return \sprintf('Not yet: keep %s as it is. Of %s, %s.', $card, Count::of(\count($files), 'file'), implode(', ', $parts));
    }

    /**
     * Which copies were seen just now, and which are believed, for their drives are away; nothing where all were seen.
     *
     * @param list<FileToClear> $files
     */
    private static function believedInWords(array $files): string
    {
        $seen = $since = [];
        foreach ($files as $file) {
            foreach (PhotographersWord::LetGo === $file->word ? [] : $file->copies as $copy) {
                if ($copy->counts() && null === $copy->believedSince) {
                    $seen[$copy->store] = $copy->store;
                } elseif ($copy->counts()) {
                    $since[$copy->store] = min($since[$copy->store] ?? $copy->believedSince, $copy->believedSince);
                }
            }
        }
        ksort($since);
        $believed = array_map(static fn (string $store, ?string $day): string => \sprintf('on %s, proven %s', $store, Day::of((string) $day)), array_map(strval(...), array_keys($since)), $since);

        return [] === $since ? '' : \sprintf(' %s Believed, for %s away: those %s.', [] === $seen ? 'No copy was seen just now.' : 'Seen just now: those on '.implode(', ', $seen).'.', 1 === \count($since) ? 'it is' : 'they are', implode('; ', $believed));
    }

    /** @param list<FileToClear> $files what the camera wrote for itself, or beside clips */
    private static function stayingInWords(array $files): string
    {
        $words = array_count_values(array_map(static fn (FileToClear $file): string => Kind::BesideClip === $file->file->kind ? $file->file->countedAs() : '', $files));
        ksort($words);
        $own = $words[''] ?? 0;
        unset($words['']);
        $parts = array_map(static fn (string $word, int $count): string => Count::of($count, $word, strtr($word.'s', ['proxys' => 'proxies', 'record of a clips' => 'records of clips'])), array_keys($words), $words);

        return [] === $files ? '' : \sprintf('; %s on it: %s', Count::of(\count($files), 'other file stays', 'other files stay'), implode(', ', [...$parts, ...0 === $own ? [] : [Count::figure($own)." of the camera's own"]]));
    }

    /**
     * Why copies are lacking that nobody was to make yet.
     *
     * @param list<Missing> $missing
     * @param list<string>  $second
     */
    private static function secondInWords(array $missing, array $second): string
    {
        $isLacking = [] !== array_filter($missing, static fn (Missing $one): bool => Lack::TooFewCopies === $one->lack);

        return $isLacking ? implode('', array_map(static fn (string $why): string => " By the order $why.", $second)) : '';
    }

    private static function cutOffInWords(int $files): string
    {
        return 0 === $files ? '' : \sprintf(' %s cut off on it: what there is of %s is all that can be held.', 1 === $files ? 'One picture is' : Count::figure($files).' pictures are', 1 === $files ? 'it' : 'them');
    }

    private static function inPlural(Lack $lack, int $count): string
    {
        return 1 === $count ? $lack->value : strtr($lack->value, ['is nowhere' => 'are nowhere', 'is only believed' => 'are only believed', 'is known by its name' => 'are known by their names', 'its ends are' => 'their ends are', 'is still' => 'are still', 'its twin' => 'their twins', 'is in the' => 'are in the', 'its copies' => 'their copies', 'its end' => 'their ends', 'has ' => 'have ', 'seems' => 'seem', 'was ' => 'were ', 'is a clip or sound that is' => 'are clips or sounds that are', 'is a hidden or deleted picture that is' => 'are hidden or deleted pictures that are', 'is of no kind' => 'are of no kind']);
    }
}
