<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\Request;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;
use VelvetLedger\Core\Failure\Said;

/** A request does not have the shape that it must. */
final class BadInput extends \RuntimeException implements CouldNot
{
    use Said;

    public static function field(string $name, string $must): self
    {
        return new self(\sprintf('The field "%s" %s.', $name, $must));
    }

    /** A number of a row in the database, from an address; 0 where it is left away. */
    public static function unlessNumber(Request $request, string $name): int
    {
        $number = $request->query->getInt($name);

        return $number >= 0 && $number <= 2_147_483_647 ? $number : throw self::field($name, 'must be a number from 0 to 2147483647');
    }

    public function kind(): FailureKind
    {
        return FailureKind::Asked;
    }
}
