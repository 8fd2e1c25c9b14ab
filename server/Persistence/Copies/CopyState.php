<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

/** How a copy was when it was last looked at. */
enum CopyState: string
{
    /** It is still to be made, or changed, when its store is there. */
    case Owed = 'owed';
    case Proven = 'proven';
    case Missing = 'missing';
    case Differs = 'differs';
    case SetAside = 'set aside';

    /** A raw's, that its DNG took the place of; or of a frame that was let go for good. */
    case LetGo = 'let go';

    /** It lay there, and was taken away when proven ones lay elsewhere. Its path stands for nothing. */
    case Left = 'left';

    /** In SQL: what was read and is not as it should be, to be mended. */
    public const IS_BAD = "IN ('".self::Missing->value."', '".self::Differs->value."')";

    /** In SQL: a file of ours lies there, or did when it was last looked at. */
    public const LIES_THERE = "NOT IN ('".self::Owed->value."', '".self::LetGo->value."', '".self::Left->value."')";

    /** In SQL: there is one, or is to be one. */
    public const BELONGS_THERE = "NOT IN ('".self::LetGo->value."', '".self::Left->value."')";

    /** As IS_BAD says in SQL. */
    public function isBad(): bool
    {
        return self::Missing === $this || self::Differs === $this;
    }
}
