<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Work\Child\ProcessServer;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Beside the open shop: keeps processes ready for the pixel work that pages wait for. */
#[AsCommand('shop:processes', 'Have pixel work done for pages, by processes that are ready', hidden: true)]
final class ProcessServerCommand extends Command
{
    /** Seconds after which this process makes way for a fresh one. */
    private const LIFE = 3600;

    public function __construct(private readonly ProcessServer $server)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('socket', InputArgument::REQUIRED, 'Where it listens');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $socket = $input->getArgument('socket');
        $this->server->serve(\is_string($socket) ? $socket : '', self::LIFE);

        return self::SUCCESS;
    }
}
