<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Shop\DataFolder;
use Snugfit\Work\Keeping\Backup;
use Snugfit\Work\Keeping\BackupFolder;
use Snugfit\Work\Keeping\Restore;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\NullOutput;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('restore', 'Put the shop back to a backup, also while it is open')]
final class RestoreCommand extends Command
{
    public function __construct(private readonly Backup $backup, private readonly Restore $restore, private readonly DataFolder $data)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('folder', InputArgument::REQUIRED, 'Where backups lie')
            ->addOption('backup', null, InputOption::VALUE_REQUIRED, 'Its name; the newest if left out')
            ->addOption('list', null, InputOption::VALUE_NONE, 'Name the backups that there are');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $options = Options::of($input);
        $folder = new BackupFolder($options->argument('folder'));
        $backups = $folder->backups();
        if ($options->flag('list')) {
            $output->writeln($backups);

            return self::SUCCESS;
        }
        $name = $options->text('backup') ?? $backups[\count($backups) - 1] ?? null;
        if (null === $name || !\in_array($name, $backups, true)) {
            return WrongUsage::say($output, 'There is no such backup. --list names those that there are.');
        }
        $this->keepWhatIsThere($folder, $output);
        $report = $this->restore->from($folder, $name);
        // One from before an upgrade.
        $quietly = new ArrayInput([]);
        $quietly->setInteractive(false);
        $this->getApplication()?->find('doctrine:migrations:migrate')->run($quietly, new NullOutput());
        $output->writeln(\sprintf('The shop is as it was at %s; %d files were put back.', $name, $report->files));
        foreach ($report->wrong as $key) {
            $output->writeln('  The backup does not hold this as it was: '.$key);
        }

        return [] === $report->wrong ? self::SUCCESS : self::FAILURE;
    }

    /** Nothing is lost by going back either: what goes is backed up first, where it can be read. */
    private function keepWhatIsThere(BackupFolder $folder, OutputInterface $output): void
    {
        if (!$this->data->hasShop()) {
            return;
        }
        try {
            $output->writeln(\sprintf('What is there now is kept as backup %s.', $this->backup->make($folder)->name));
        } catch (\Doctrine\DBAL\Exception) {
            $output->writeln('What is there now cannot be read; its files are left as they are.');
        }
    }
}
