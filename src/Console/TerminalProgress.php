<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Work\Folder\FolderProgress;
use Symfony\Component\Console\Helper\ProgressBar;
use Symfony\Component\Console\Output\OutputInterface;

/** A progress bar with time left; only on a terminal. */
final class TerminalProgress implements FolderProgress
{
    private ?ProgressBar $bar = null;

    public function __construct(private readonly OutputInterface $output)
    {
    }

    public function at(string $doing, float $share): void
    {
        if (!$this->output->isDecorated()) {
            return;
        }
        if (null === $this->bar) {
            $this->bar = new ProgressBar($this->output, 1000);
            $this->bar->setFormat('%message% %bar% %percent:3s%% · %remaining% left');
            $this->bar->setMessage($doing);
            $this->bar->start();
        }
        $this->bar->setMessage($doing);
        $this->bar->setProgress((int) round(1000 * min(1.0, $share)));
    }

    public function end(): void
    {
        $this->bar?->clear();
    }
}
