<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Plan\ExistingShoot;
use VelvetLedger\Server\Http\View\ShootView;

/** Finds shoots, with what is in them added up. */
final readonly class ShootRepository
{
    private const SUMS = 'SELECT s.id, s.date, s.description, s.folder, count(DISTINCT f.id) AS frames, count(l.id) AS files, coalesce(sum(l.bytes), 0) AS bytes,
            min(f.taken_at) AS first, max(f.taken_at) AS last, min(f.stem) AS first_name, max(f.stem) AS last_name, min(c.proven_at) AS proven,
            (SELECT id FROM frame WHERE shoot_id = s.id ORDER BY taken_at, id LIMIT 1) AS cover
        FROM shoot s JOIN frame f ON f.shoot_id = s.id JOIN ledger_file l ON l.frame_id = f.id JOIN copy c ON c.file_id = l.id';

    public function __construct(private EntityManagerInterface $ledger)
    {
    }

    /** @return list<ShootView> latest first */
    public function all(): array
    {
        return array_map(ShootView::ofRow(...), $this->ledger->getConnection()->fetchAllAssociative(self::SUMS.' GROUP BY s.id ORDER BY s.date DESC, s.id DESC'));
    }

    public function one(Shoot $shoot): ShootView
    {
        $row = $this->ledger->getConnection()->fetchAssociative(self::SUMS.' WHERE s.id = ? GROUP BY s.id', [$shoot->id]);

        return ShootView::ofRow(false === $row ? [] : $row);
    }

    /** A shoot as a plan can join it. */
    public function toJoin(int $id): ExistingShoot
    {
        $shoot = $this->ledger->find(Shoot::class, $id) ?? throw NotInLedger::shoot($id);
        $path = $this->ledger->getConnection()->fetchOne('SELECT c.path FROM frame f JOIN ledger_file l ON l.frame_id = f.id JOIN copy c ON c.file_id = l.id WHERE f.shoot_id = ? ORDER BY f.id DESC LIMIT 1', [$id]);
        $slash = \is_string($path) ? strrpos($path, '/') : false;

        return new ExistingShoot($id, $shoot->folder, \is_string($path) && false !== $slash ? substr($path, 0, $slash) : $shoot->folder, $shoot->date, $shoot->description);
    }

    /** @return list<Frame> in the order they were taken, with their files and copies loaded */
    public function frames(Shoot $shoot): array
    {
        $query = $this->ledger->createQuery('SELECT f, l, c FROM '.Frame::class.' f JOIN f.files l JOIN l.copies c WHERE f.shoot = :shoot ORDER BY f.takenAt, f.subsecond, f.id, l.id');
        $found = $query->setParameter('shoot', $shoot)->getResult();

        return \is_array($found) ? array_values(array_filter($found, static fn (mixed $frame): bool => $frame instanceof Frame)) : [];
    }
}
