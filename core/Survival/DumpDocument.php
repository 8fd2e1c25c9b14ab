<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Survival;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;

/** What stands beside a dump of the ledger, as JSON (RFC 8259): which ledger's it is, of when, its bytes, and what must be in it. */
final readonly class DumpDocument
{
    public const KIND = 'dump of a ledger';
    public const VERSION = 1;

    /** The folder at a store's root that dumps lie in, and what is beside them. */
    public const FOLDER = 'velvet-ledger';
    public const DUMP = '.dump';
    public const DOCUMENT = '.json';

    /**
     * @param string             $ledger       UUID
     * @param string             $madeAt       RFC 3339, UTC, with milliseconds
     * @param int                $bytes        of the dump
     * @param string             $checksum     XXH128 of its bytes
     * @param string             $seal         digest of the day book's last entry; '' of a book without any
     * @param string             $tables       version of the ledger's tables
     * @param array<string, int> $rows         by table
     * @param bool               $isHandedOver whether the ledger was closed after it, to be opened from it
     */
    public function __construct(public string $ledger, public string $madeAt, public int $bytes, public string $checksum, public string $seal, public string $tables, public array $rows, public bool $isHandedOver = false)
    {
    }

    public static function nameAt(\DateTimeImmutable $at): string
    {
        return 'ledger_'.$at->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d_His.v').'Z';
    }

    /** @return list<string> of the dumps in a folder that have a document */
    public static function namesIn(string $folder): array
    {
        $names = array_filter(FolderNames::in($folder), static fn (string $name): bool => 1 === preg_match('/^ledger_.*\\'.self::DOCUMENT.'$/', $name));

        return array_values(array_map(static fn (string $name): string => basename($name, self::DOCUMENT), $names));
    }

    public function at(): \DateTimeImmutable
    {
        return new \DateTimeImmutable($this->madeAt);
    }

    public function handedOver(): self
    {
        return new self($this->ledger, $this->madeAt, $this->bytes, $this->checksum, $this->seal, $this->tables, $this->rows, true);
    }

    public function text(): string
    {
        return json_encode(['velvetLedger' => self::KIND, 'version' => self::VERSION, ...get_object_vars($this)], \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT)."\n";
    }

    /**
     * What is not as it must be in a restored one; null where all is.
     *
     * @param array<string, int> $rows by table
     */
    public function differs(array $rows, string $seal, string $version): ?string
    {
        foreach ($this->rows as $table => $many) {
            if ($many !== ($rows[$table] ?? null)) {
                return \sprintf('restored, it has %d rows of %s where the ledger had %d', $rows[$table] ?? 0, $table, $many);
            }
        }

        return [$seal, $version] === [$this->seal, $this->tables] ? null : 'restored, its day book does not end as that of the ledger did';
    }

    /** @throws BadDocument */
    public static function read(string $text): self
    {
        $document = json_decode($text, true);
        $fields = Fields::of($document);
        if (!\is_array($document) || self::KIND !== $fields->text('velvetLedger') || self::VERSION !== $fields->number('version')) {
            throw BadDocument::at('/velvetLedger', 'must say "'.self::KIND.'", version '.self::VERSION);
        }
        $made = $fields->text('madeAt');
        if (false === \DateTimeImmutable::createFromFormat(\DATE_RFC3339_EXTENDED, $made)) {
            throw BadDocument::at('/madeAt', 'must be a time');
        }

        return new self($fields->text('ledger'), $made, $fields->number('bytes'), $fields->text('checksum'), $fields->text('seal', ''), $fields->text('tables'), array_filter(\is_array($document['rows'] ?? null) ? array_combine(array_map(strval(...), array_keys($document['rows'])), $document['rows']) : [], \is_int(...)), true === ($document['isHandedOver'] ?? false));
    }
}
