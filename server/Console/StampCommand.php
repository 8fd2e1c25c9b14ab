<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Exception\InvalidArgumentException;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Keeping\TakesBack;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stamps\SlipBook;

/**
 * Stamps the frames of a shoot, or some of them, and waits until it is written. Ends with 0 when every file says what it
 * should, with 1 when one does not, or another process is at the same shoot.
 */
#[AsCommand('stamp', 'Write rights, keywords and ratings into the files of SHOOT.')]
final class StampCommand extends Command
{
    public function __construct(private readonly ChangeStamps $stamps, private readonly ShootRepository $shoots, private readonly StampQueue $frames, private readonly SlipBook $slips, private readonly TakesBack $back)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this
            ->addArgument('shoot', InputArgument::REQUIRED, 'The shoot\'s number, or its folder from the store\'s root')
            ->addOption('frame', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Only frames whose names begin so')
            ->addOption('slip', null, InputOption::VALUE_REQUIRED, 'A rights slip from stationery')
            ->addOption('set', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'A field and its text, as creator="Ada Tern"; without text, the field is taken away')
            ->addOption('keyword', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'A keyword to add, with those above it: "places > quay"')
            ->addOption('rating', null, InputOption::VALUE_REQUIRED, '-1 (rejected), or 0 to 5 stars')
            ->addOption('label', null, InputOption::VALUE_REQUIRED, 'A label; "" takes it away')
            ->addOption('back', null, InputOption::VALUE_NONE, 'Take the last change of the shoot back')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print what came of it as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $shoot = $this->shoot($input);
        if (true === $input->getOption('back')) {
            $this->back->last($shoot, AskedBy::CommandLine);
        } else {
            $slip = $input->getOption('slip');
            $this->stamps->change($shoot, $this->frames($shoot, $input), StampChange::read(Fields::of($this->change($input)), \is_string($slip) ? $this->slips->called($slip) : null), AskedBy::CommandLine);
        }
        $done = $this->stamps->write($shoot->id(), static fn () => null, []);
        [$waiting, $noted] = $this->frames->sums($shoot->id());
        $notes = array_values(array_filter(array_map(static fn (array $frame): ?string => $frame['note'], $this->frames->ofShoot($shoot->id())), \is_string(...)));
        if (true === $input->getOption('json')) {
            $output->writeln(json_encode(['shoot' => $shoot->id(), 'waiting' => $waiting, 'notes' => $notes], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES), OutputInterface::OUTPUT_RAW);
        } else {
            $output->writeln([...$notes, $done ? \sprintf('%s still to be stamped, %s not as they should be.', Count::of($waiting, 'frame is', 'frames are'), Count::figure($noted)) : 'Another process stamps this shoot just now; it will do it.'], OutputInterface::OUTPUT_RAW);
        }

        return $done && 0 === $waiting + $noted ? self::SUCCESS : self::FAILURE;
    }

    private function shoot(InputInterface $input): Shoot
    {
        $given = $input->getArgument('shoot');
        $given = \is_string($given) ? $given : '';

        return $this->shoots->named($given);
    }

    /** @return list<int> */
    private function frames(Shoot $shoot, InputInterface $input): array
    {
        $starts = self::texts($input, 'frame');
        $frames = array_filter($this->shoots->frames($shoot), static fn (LedgerFrame $frame): bool => [] === $starts || [] !== array_filter($starts, static fn (string $start): bool => str_starts_with($frame->name->stem, $start)));

        return array_values(array_map(static fn (LedgerFrame $frame): int => $frame->id(), $frames));
    }

    /** @return array<string, mixed> as the page sends it */
    private function change(InputInterface $input): array
    {
        $change = ['texts' => [], 'add' => array_map(static fn (string $path): array => array_map(trim(...), explode('>', $path)), self::texts($input, 'keyword'))];
        foreach (self::texts($input, 'set') as $set) {
            [$field, $text] = array_pad(explode('=', $set, 2), 2, '');
            $change['texts'][$field] = $text;
        }
        $rating = $input->getOption('rating');
        if (\is_string($rating)) {
            $change['rating'] = 1 === preg_match('/^-?\d$/', $rating) ? (int) $rating : throw new InvalidArgumentException('A rating is -1, or 0 to 5.');
        }
        $label = $input->getOption('label');

        return \is_string($label) ? $change + ['label' => $label] : $change;
    }

    /** @return list<string> */
    private static function texts(InputInterface $input, string $name): array
    {
        $values = $input->getOption($name);

        return array_values(array_filter(\is_array($values) ? $values : [], \is_string(...)));
    }
}
