<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Orders;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Look\LookKeys;
use VelvetLedger\Core\Naming\FolderPattern;
use VelvetLedger\Core\Naming\NamePattern;
use VelvetLedger\Core\Naming\ReadyMade;
use VelvetLedger\Core\Order\PatternDocument;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Orders\StationeryItem;
use VelvetLedger\Server\Persistence\Orders\UseRepository;

/** Saved patterns, sets of subfolders, kinds of work, labels and keys, after the ready-made ones. */
final readonly class Stationery
{
    public function __construct(private EntityManagerInterface $ledger, private UseRepository $uses)
    {
    }

    /** @return array<string, list<array{name: string, document: array<mixed>, readyMade: bool, isDefault?: bool, limits?: list<string>}>> by kind */
    public function all(): array
    {
        $found = array_fill_keys(array_column(StationeryKind::cases(), 'value'), []);
        $found[StationeryKind::Names->value] = self::readyMade(array_map(static fn (NamePattern $pattern): array => PatternDocument::ofNames($pattern), ReadyMade::names()));
        $found[StationeryKind::Folders->value] = self::readyMade(array_map(static fn (FolderPattern $pattern): array => PatternDocument::ofFolders($pattern), ReadyMade::folders()));
        $found[StationeryKind::Keys->value] = self::readyMade(array_map(static fn (LookKeys $keys): array => $keys->keys, LookKeys::readyMade()));
        foreach ($this->ledger->getRepository(StationeryItem::class)->findBy([], ['name' => 'ASC']) as $item) {
            $found[$item->kind->value][] = ['name' => $item->name, 'document' => $item->document(), 'readyMade' => false, 'isDefault' => $item->isDefault(), 'limits' => StationeryKind::Rights === $item->kind ? StampTexts::ofDocument($item->document())->limits() : []];
        }

        $found[StationeryKind::Rights->value] = $this->uses->slipsFirst($found[StationeryKind::Rights->value], static fn (array $slip): string => $slip['name']);

        return $found;
    }

    /** @throws NotInLedger */
    public function names(string $name): NamePattern
    {
        foreach ($this->all()[StationeryKind::Names->value] as $item) {
            if ($item['name'] === $name) {
                return PatternDocument::readNames(Fields::of($item['document']));
            }
        }
        throw NotInLedger::pattern($name);
    }

    /**
     * @param array<mixed> $document
     *
     * @throws BadDocument
     */
    public function save(StationeryKind $kind, string $name, array $document): void
    {
        $name = trim($name);
        if ('' === $name || mb_strlen($name) > 80) {
            throw BadDocument::at('/name', 'must be 1 to 80 characters long');
        }
        $document = $kind->asOrdersWriteIt($document);
        foreach (StationeryKind::Labels === $kind && '' !== $document['key'] ? $this->ledger->getRepository(StationeryItem::class)->findBy(['kind' => $kind]) : [] as $other) {
            if ($other->name !== $name && $other->document()['key'] === $document['key']) {
                throw BadDocument::at('/document/key', "is the key of \"$other->name\" already");
            }
        }
        $item = $this->find($kind, $name);
        if (null === $item) {
            $item = new StationeryItem($kind, $name, $document);
            $item->becomesDefault(StationeryKind::Rights === $kind && null === $this->ledger->getRepository(StationeryItem::class)->findOneBy(['kind' => $kind]));
        }
        $item->says($document);
        $this->ledger->persist($item);
        $this->ledger->flush();
    }

    public function drop(StationeryKind $kind, string $name): void
    {
        $item = $this->find($kind, $name);
        if (null !== $item) {
            $this->ledger->remove($item);
            $this->ledger->flush();
        }
    }

    private function find(StationeryKind $kind, string $name): ?StationeryItem
    {
        return $this->ledger->getRepository(StationeryItem::class)->findOneBy(['kind' => $kind, 'name' => $name]);
    }

    /**
     * @param array<string, array<mixed>> $documents
     *
     * @return list<array{name: string, document: array<mixed>, readyMade: bool}>
     */
    private static function readyMade(array $documents): array
    {
        return array_map(static fn (string $name, array $document): array => ['name' => $name, 'document' => $document, 'readyMade' => true], array_keys($documents), $documents);
    }
}
