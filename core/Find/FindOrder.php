<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Find;

/** By what found frames stand together; each order has sections with a value each. */
enum FindOrder: string
{
    /** By number; within one in the order they were taken. */
    case Shoot = 'shoot';

    /** "5" to "0", and "" where none were given; within a section the latest first, as in those below. */
    case Stars = 'stars';

    /** See JUST_SO and BY_FORM: how the words that were looked for are said. */
    case Fit = 'fit';

    public const JUST_SO = 'just so';
    public const BY_FORM = 'in another form';
}
