<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Product\Bleed;
use Snugfit\Pixels\Job\BookletJob;
use Snugfit\Pixels\Job\BookletPage;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('booklet', 'Bind print files to one PDF, a page each, with their trim and bleed')]
final class BookletCommand extends Command
{
    /** A print could not be read or the booklet not written. */
    private const FAILED = 2;

    public function __construct(private readonly PixelProcessPool $processes)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('out', InputArgument::REQUIRED, 'The PDF to write')
            ->addArgument('in', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'Print files in their order; ppi tags say their size')
            ->addOption('bleed', null, InputOption::VALUE_REQUIRED, 'Of their pixels on every side, like 3mm', '0mm');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            $option = Options::of($input);
            $out = $option->argument('out');
            'pdf' === strtolower(pathinfo($out, \PATHINFO_EXTENSION)) || throw new \InvalidArgumentException('A booklet is a .pdf file.');
            $bleed = Bleed::all(Length::parse($option->text('bleed') ?? '0mm', Unit::Millimetre));
            $pages = [];
            foreach ($option->arguments('in') as $file) {
                is_file($file) || throw new \InvalidArgumentException(\sprintf('There is no file "%s".', $file));
                realpath($file) !== realpath($out) || throw new \InvalidArgumentException('The booklet cannot take a page\'s place.');
                $pages[] = new BookletPage($file, $bleed);
            }
        } catch (\InvalidArgumentException $e) {
            return WrongUsage::say($output, $e->getMessage());
        }
        try {
            is_dir(\dirname($out)) || @mkdir(\dirname($out), 0o755, true);
            $made = $this->processes->start(new BookletJob($pages, $out))->facts();
        } catch (PixelJobFailed $e) {
            $errors->writeln(OutputFormatter::escape($e->getMessage()));

            return self::FAILED;
        }
        $output->writeln(OutputFormatter::escape(\sprintf('%s: %d pages', $out, $made->int('pages'))));

        return Command::SUCCESS;
    }
}
