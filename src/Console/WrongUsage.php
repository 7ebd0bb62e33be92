<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** How a command says that it was called wrongly. */
final class WrongUsage
{
    public static function say(OutputInterface $output, string $sentence): int
    {
        $to = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $to->writeln('<error>'.OutputFormatter::escape($sentence).'</error>');

        return Command::FAILURE;
    }
}
