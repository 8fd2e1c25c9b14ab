<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

/** Which shoots are listed: those that have words in their description, folder or date, of a year and before it. */
final readonly class ShootFilter
{
    /** In SQL, of a shoot: there is anything in it, or set aside from it. */
    public const HAS_ANY = '(files > 0 OR aside > 0)';

    /** @param string $upTo a year, "2026"; '' for all */
    public function __construct(public string $words = '', public string $upTo = '')
    {
    }

    /**
     * In SQL, of a shoot: what holds of it, and with which parameters.
     *
     * @return array{string, list<string>}
     */
    public function where(bool $years = true): array
    {
        $where = self::HAS_ANY;
        $of = [];
        $words = trim(preg_replace('/\s+/u', ' ', $this->words) ?? '');
        foreach ('' === $words ? [] : explode(' ', $words) as $word) {
            $where .= " AND lower(description || ' ' || folder || ' ' || date) LIKE ?";
            $of[] = '%'.addcslashes(mb_strtolower($word, 'UTF-8'), '\\%_').'%';
        }
        if ($years && '' !== $this->upTo) {
            $where .= ' AND date < ?';
            $of[] = $this->upTo.'.'; // whatever follows the year sorts before it: "2026-12-31" < "2026."
        }

        return [$where, $of];
    }
}
