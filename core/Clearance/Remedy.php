<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Clearance;

/** What the photographer can do about a lack. */
enum Remedy: string
{
    case None = 'none';
    case BringIn = 'bring in';
    case MakeCopies = 'make copies';
    case Prove = 'prove';
    case Compare = 'compare';
    case Nod = 'nod';
    /** To each file by itself, with what is known of it before the eyes; never to many at once. */
    case NodAlone = 'nod alone';
}
