<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Console;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Placing\Landing;

/** Prints what an intake from a source would do, and does nothing. */
#[AsCommand('plan', 'Show what an intake from SOURCE would do.')]
final class PlanCommand extends Command
{
    public function __construct(private readonly Plans $plans, private readonly SourceArgument $source, private readonly OrderArgument $orders, private readonly Landing $landing)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('source', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'A card\'s volume, or any folder; several are planned together')
            ->addOption('description', 'd', InputOption::VALUE_REQUIRED, 'What the shoots are called', '')
            ->addOption('order', 'o', InputOption::VALUE_REQUIRED, 'The standing order to follow; else the one last used for this card or body, or the default')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Print the plan as one JSON object');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $description = $input->getOption('description');
        try {
            $desk = $this->source->desk($input);
            $order = $this->orders->of($input, $desk);
            $plan = $this->plans->make($desk, new Wishes($order, otherwise: \is_string($description) ? $description : ''));
        } catch (CouldNot $error) {
            return Refusal::tell($output, $error);
        }
        $printed = true === $input->getOption('json')
            ? PlanText::json($plan, $order, $desk, $this->landing->at($order))
            : PlanText::table($plan, $order, $desk, $this->landing->at($order));
        $output->writeln($printed, OutputInterface::OUTPUT_RAW);

        return self::SUCCESS;
    }
}
