<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Pixels\Job\ExtractPageJob;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pages', 'Write every page of a PDF or TIFF as a file of its own')]
final class PagesCommand extends Command
{
    /** The file could not be read or a page not written. */
    private const FAILED = 2;

    public function __construct(private readonly PixelProcessPool $processes)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED, 'The PDF or TIFF; it is never changed')
            ->addArgument('out', InputArgument::REQUIRED, 'The folder to write to; what lies there stays');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $option = Options::of($input);
        [$in, $folder] = [$option->argument('in'), rtrim($option->argument('out'), '/')];
        if (!is_dir($folder) && !@mkdir($folder, 0o755, true)) {
            return WrongUsage::say($output, \sprintf('The folder "%s" is not there and cannot be made.', $folder));
        }
        try {
            $facts = MasterFacts::fromRecord($this->processes->start(new ReadMasterJob(new JobMaster($in)))->facts());
            if (!$facts->format->hasPages()) {
                return WrongUsage::say($output, 'Pages are taken from PDF and TIFF files alone.');
            }
            [$name, $extension] = [pathinfo($in, \PATHINFO_FILENAME), $facts->format->extensions()[0]];
            for ($page = 1; $page <= $facts->pages; ++$page) {
                $target = \sprintf('%s/%s.%s', $folder, $facts->pageName($name, $page), $extension);
                if (file_exists($target)) {
                    return WrongUsage::say($output, \sprintf('"%s" is there already; nothing is written over.', $target));
                }
                $this->processes->start(new ExtractPageJob(new JobMaster($in, $facts->sha256), $page, $target))->facts();
                $output->writeln(OutputFormatter::escape($target));
            }
        } catch (PixelJobFailed $e) {
            $errors->writeln(OutputFormatter::escape(\sprintf('%s: %s', $in, $e->getMessage())));

            return self::FAILED;
        }

        return Command::SUCCESS;
    }
}
