<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** An invented camera body: what it writes into the facts of its frames. */
final readonly class Body
{
    public function __construct(
        public string $make,
        public string $model,
        public string $serial,
        public string $lens,
        public string $filePrefix,
        public string $folder,
        public Sensor $sensor,
        public int $secondsFast = 0,
    ) {
    }

    /** ORW, VRW. */
    public function rawExtension(): string
    {
        return $this->make[0].'RW';
    }

    public static function orrelM4(): self
    {
        return new self('Orrel', 'Orrel M4', 'M4-0031877', 'Orrel 28-70mm F2.8', 'ORL_', '101ORREL', Sensor::twoByTwo());
    }

    /** The second body, whose clock nobody set back: it runs an hour fast. */
    public static function vantry6(): self
    {
        return new self('Vantry', 'Vantry 6', '60214455', 'Vantry Prime 35mm f/1.8', 'V6A_', '100VANTR', Sensor::sixBySix(), 3600);
    }
}
