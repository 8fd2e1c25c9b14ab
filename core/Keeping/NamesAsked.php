<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

/** What becomes of the names of frames in a change. */
enum NamesAsked: string
{
    /** What they say is said anew where it changed: a description, a time. */
    case Follow = 'follow';

    case Stay = 'stay';

    /** Each is made anew by a pattern, in order of capture, from a number on. */
    case Anew = 'anew';

    /** A text in them gives way to another. */
    case Replace = 'replace';

    /** As the camera called them. */
    case OnCard = 'as on the card';
}
