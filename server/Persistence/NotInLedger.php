<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** An address names something that the ledger does not hold. */
final class NotInLedger extends \RuntimeException implements CouldNot
{
    use Said;

    public static function receipt(int $number): self
    {
        return new self(\sprintf('There is no receipt %d in this ledger.', $number));
    }

    public static function shoot(int $id): self
    {
        return new self(\sprintf('There is no shoot %d in this ledger.', $id));
    }

    public static function work(string $id): self
    {
        return new self(\sprintf('There is no failed work %s; it may have been tried again already.', $id));
    }

    public static function store(int $id): self
    {
        return new self(\sprintf('There is no store %d in this ledger.', $id));
    }

    public static function tree(int $id): self
    {
        return new self(\sprintf('There is no tree %d of this shoot.', $id));
    }

    public static function storeNamed(string $name): self
    {
        return new self(\sprintf('There is no store called "%s" that is used.', $name));
    }

    public static function copy(int $id): self
    {
        return new self(\sprintf('There is no copy %d in this ledger.', $id));
    }

    public static function card(string $label): self
    {
        return new self(\sprintf('The ledger knows nothing of the card %s: nothing was brought in from it.', $label));
    }

    public static function proving(int $id): self
    {
        return new self(\sprintf('There is no proof %d in this ledger.', $id));
    }

    public static function slip(string $name): self
    {
        return new self(\sprintf('There is no rights slip called "%s".', $name));
    }

    public static function folder(string $folder): self
    {
        return new self(\sprintf('There is no shoot in "%s".', $folder));
    }

    public static function word(string $path): self
    {
        return new self(\sprintf('There is no keyword "%s" in this ledger.', $path));
    }

    public static function keyword(int $id): self
    {
        return new self(\sprintf('There is no keyword %d in this ledger.', $id));
    }

    public static function frame(int $id): self
    {
        return new self(\sprintf('There is no frame %d in this ledger.', $id));
    }

    public static function album(int $id): self
    {
        return new self(\sprintf('There is no album %d in this ledger.', $id));
    }

    public static function frameNamed(string $stem): self
    {
        return new self(\sprintf('There is no frame %s in this shoot.', $stem));
    }

    public static function number(string $given): self
    {
        return new self(\sprintf('"%s" is no whole number.', $given));
    }

    public static function pattern(string $name): self
    {
        return new self(\sprintf('There is no naming pattern called "%s".', $name));
    }

    public function kind(): FailureKind
    {
        return FailureKind::NotThere;
    }
}
