<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Console\WrongUsage;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** Measures speed on this machine, always beside a reference in the same run. */
#[AsCommand('bench', 'Measure speed on this machine')]
final class BenchCommand extends Command
{
    /** @param iterable<Measurement> $measurements */
    public function __construct(#[AutowireIterator(Measurement::class)] private readonly iterable $measurements)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('part', InputArgument::OPTIONAL, 'One part alone; all of them if left out');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $parts = [];
        foreach ($this->measurements as $measurement) {
            $parts[$measurement->name()] = $measurement;
        }
        $part = $input->getArgument('part');
        if (null !== $part && (!\is_string($part) || !isset($parts[$part]))) {
            return WrongUsage::say($output, 'There is no such part. Parts: '.implode(', ', array_keys($parts)).'.');
        }
        foreach (null === $part ? $parts : [$parts[$part]] as $measurement) {
            $output->writeln('<info>'.$measurement->title().'</info>');
            $measurement->measure(static fn (string $line) => $output->writeln('  '.$line));
        }

        return Command::SUCCESS;
    }
}
