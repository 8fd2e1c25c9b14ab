<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Finding;

use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Server\Persistence\Find\FindNamesRepository;

/** What facets and their values are called. */
final readonly class FacetWords
{
    private const FACETS = ['judged' => 'judged', 'stars' => 'stars', 'label' => 'label', 'keyword' => 'keywords', 'event' => 'event', 'place' => 'place', 'job' => 'job', 'work' => 'kind of work', 'album' => 'album', 'kind' => 'kind of file', 'orientation' => 'orientation', 'body' => 'body', 'lens' => 'lens', 'iso' => 'ISO', 'aperture' => 'aperture', 'shutter' => 'shutter', 'focal' => 'focal length', 'hint' => 'hints', 'copies' => 'copies', 'store' => 'whole at', 'proof' => 'oldest proof', 'card' => 'from card', 'intake' => 'receipt', 'month' => 'month', 'day' => 'day', 'shoot' => 'shoot', 'word' => 'word', 'all' => 'all'];

    /** What frames have none of. */
    private const NONE = ['judged' => 'not judged yet', 'stars' => 'no stars', 'label' => 'no label', 'keyword' => 'no keyword', 'event' => 'no event', 'place' => 'no place', 'job' => 'no job', 'work' => 'no kind', 'album' => 'in none', 'body' => 'not recorded', 'lens' => 'not recorded', 'iso' => 'not recorded', 'aperture' => 'not recorded', 'shutter' => 'not recorded', 'focal' => 'not recorded', 'orientation' => 'not known', 'proof' => 'never'];

    private const COPIES = ['no whole copy' => 'no proven copy of all of it', 'one copy' => 'proven at one store', 'two and more' => 'proven at two and more', 'owed' => 'a copy is owed', 'missing' => 'a copy is missing', 'differs' => 'a copy differs', Finds::ONLY_AWAY => 'only at stores that are away'];

    public function __construct(private FindNamesRepository $names)
    {
    }

    public static function of(FindFacet $facet): string
    {
        return self::FACETS[$facet->value];
    }

    /**
     * @param list<string> $values of one facet
     *
     * @return array<array-key, string> value => what it is called
     */
    public function values(FindFacet $facet, array $values): array
    {
        $named = $this->names->of($facet, array_map(intval(...), array_values(array_filter($values, static fn (string $value): bool => 1 === preg_match('/^\d{1,9}$/', $value)))));
        $called = [];
        foreach ($values as $value) {
            $called[$value] = $named[$value] ?? match (true) {
                '' === $value => self::NONE[$facet->value] ?? 'none',
                FindFacet::Copies === $facet => self::COPIES[$value] ?? $value,
                FindFacet::Stars === $facet => '0' === $value ? 'no stars' : $value,
                FindFacet::Iso === $facet => $value,
                FindFacet::Aperture === $facet => 'f/'.$value,
                FindFacet::Shutter === $facet => $value.' s',
                FindFacet::Focal === $facet => $value.' mm',
                FindFacet::Intake === $facet => 'receipt '.$value,
                \in_array($facet, [FindFacet::Month, FindFacet::Proof], true) => Day::month($value),
                default => $value,
            };
        }

        return $called;
    }
}
