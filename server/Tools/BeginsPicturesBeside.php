<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Stamp\BeginsPictures;
use VelvetLedger\Core\Stamp\BegunPicture;
use VelvetLedger\Core\Stamp\PictureOrder;

/**
 * Begins pictures in a second process, server/stamping.php, while this one copies those before them. A line for each there and back:
 * its number, and the order or what came of it, serialized, in base64. Where that process cannot be had, or dies, it is done here.
 */
final class BeginsPicturesBeside
{
    /** What one picture and its packet may need. */
    private const MEMORY = '768M';

    /** What those formats need that is not PHP's own. */
    private const EXTENSIONS = ['mbstring', 'dom', 'xmlreader'];

    /** @var array<int, PictureOrder> asked for and not answered */
    private array $asked = [];

    private ?ProcessBeside $beside = null;

    /** Whether the last one that was started has answered yet: after one that never did no other is tried. */
    private bool $answered = true;

    public function __construct(private readonly BeginsPictures $here)
    {
    }

    public function ask(PictureOrder $order): void
    {
        $this->asked[$order->name] = $order;
        if (null === $this->beside && $this->answered) {
            $this->beside = ProcessBeside::start('stamping.php', self::MEMORY, self::EXTENSIONS, ProcessBeside::COMPILED);
            $this->answered = false;
        }
        if (null !== $this->beside && !$this->beside->tell($order->name.' '.base64_encode(serialize($order))."\n")) {
            $this->beside = null; // those that it was told are begun here, see answers(); the next starts another
        }
    }

    /**
     * What has come of those asked for, each told once.
     *
     * @param bool $wait until there is one, where any is outstanding
     *
     * @return array<int, BegunPicture> by name
     */
    public function answers(bool $wait): array
    {
        $came = [];
        while (null !== $this->beside) {
            foreach ($this->beside->lines($wait && [] === $came && [] !== $this->asked) as $line) {
                [$name, $said] = [...explode(' ', $line, 2), ''];
                $begun = @unserialize((string) base64_decode($said, true));
                if ($begun instanceof BegunPicture && isset($this->asked[(int) $name])) {
                    $this->answered = true;
                    $came[(int) $name] = $begun;
                    unset($this->asked[(int) $name]);
                }
            }
            if (!$this->beside->isAlive()) {
                $this->beside = null;
            } elseif (!$wait || [] !== $came || [] === $this->asked) {
                return $came;
            }
        }
        foreach ($this->asked as $name => $order) {
            $order->discard();
            $came[$name] = $this->here->begin($order);
        }
        $this->asked = [];

        return $came;
    }
}
