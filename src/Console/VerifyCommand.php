<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Shop\DataFolder;
use Snugfit\Work\Keeping\KeptFilesCheck;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** Reads every master and delivery of the shop and holds it against its hash. */
#[AsCommand('verify', 'Hold every master and delivered print against its checksum')]
final class VerifyCommand extends Command
{
    public function __construct(private readonly KeptFilesCheck $check, private readonly DataFolder $data)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('json', null, InputOption::VALUE_NONE, 'Print what was found as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (!$this->data->hasShop()) {
            return WrongUsage::say($output, \sprintf('There is no shop in %s.', $this->data->path));
        }
        $report = ['masters' => 0, 'prints' => 0, 'wrong' => [], 'missing' => [], 'taken_away' => 0];
        foreach ($this->check->all() as $one) {
            ++$report[$one->file->isMaster ? 'masters' : 'prints'];
            if ($one->isFault()) {
                $report[$one->isThere ? 'wrong' : 'missing'][] = ['file' => $one->file->key, 'title' => $one->file->title];
            } elseif (!$one->isThere) {
                ++$report['taken_away'];
            }
        }
        if ($input->getOption('json')) {
            $output->writeln(json_encode($report, \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES));
        } else {
            $this->tell($report, $output);
        }

        return [] === $report['wrong'] && [] === $report['missing'] ? self::SUCCESS : self::FAILURE;
    }

    /**
     * @param array{masters: int, prints: int, wrong: list<array<string, string>>, missing: list<array<string, string>>,
     *     taken_away: int} $report
     */
    private function tell(array $report, OutputInterface $output): void
    {
        $output->writeln(\sprintf('%d masters and %d delivered prints were read.', $report['masters'], $report['prints']));
        foreach (['wrong' => 'does not have the bytes that it should', 'missing' => 'is gone'] as $kind => $what) {
            foreach ($report[$kind] as $file) {
                $output->writeln(\sprintf('  "%s" %s: %s', $file['title'], $what, $file['file']));
            }
        }
        if ($report['taken_away'] > 0) {
            $output->writeln(\sprintf('  %d delivered prints were taken out of their folder.', $report['taken_away']));
        }
        $output->writeln([] === $report['wrong'] && [] === $report['missing']
            ? 'All that is there is as it was given and made.'
            : 'Give a wrong or missing master again to mend it; start a run to make a wrong print again.');
    }
}
