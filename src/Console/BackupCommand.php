<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Shop\DataFolder;
use Snugfit\Work\Keeping\Backup;
use Snugfit\Work\Keeping\BackupFolder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('backup', 'Back the shop up into a folder, also while it is open')]
final class BackupCommand extends Command
{
    public function __construct(private readonly Backup $backup, private readonly DataFolder $data)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('folder', InputArgument::REQUIRED, 'Where backups lie; files that are there are not copied again')
            ->addOption('keep', null, InputOption::VALUE_REQUIRED, 'Keep so many backups, and remove older ones');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (!$this->data->hasShop()) {
            return WrongUsage::say($output, \sprintf('There is no shop in %s.', $this->data->path));
        }
        $options = Options::of($input);
        $folder = new BackupFolder($options->argument('folder'));
        $report = $this->backup->make($folder);
        $output->writeln(\sprintf(
            'Backup %s: %d files, %d of them new, %.1f MB.',
            $report->name,
            $report->files,
            $report->newFiles,
            $report->newBytes / 1e6,
        ));
        foreach ($report->missing as $file) {
            $output->writeln(\sprintf('  "%s" is not as it should be and is not in the backup: %s', $file->title, $file->key));
        }
        $keep = $options->number('keep');
        if (null !== $keep && $keep >= 1) {
            $folder->keepNewest((int) $keep);
        }

        return [] === $report->missing ? self::SUCCESS : self::FAILURE;
    }
}
