<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Failure;
use Snugfit\Core\FailureReason;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Measure\Unit;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Pixels\Job\TileJob;
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

#[AsCommand('tile', 'Lay a print at its true size over sheets of smaller paper')]
final class TileCommand extends Command
{
    /** The print could not be read or the sheets not written. */
    private const FAILED = 2;
    private const REFUSED = 3;

    /** How high a strip is where nobody says: enough to judge by, and several go on a sheet. */
    private const STRIP = '60mm';

    public function __construct(private readonly PixelProcessPool $processes)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED, 'A print file; its ppi tag says how large it is')
            ->addArgument('out', InputArgument::REQUIRED, 'The PDF to write')
            ->addOption('paper', null, InputOption::VALUE_REQUIRED, 'a4, letter, or a size like 210x297mm', 'a4')
            ->addOption('margin', null, InputOption::VALUE_REQUIRED, 'That the printer does not reach', '10mm')
            ->addOption('overlap', null, InputOption::VALUE_REQUIRED, 'That each sheet repeats of the one before', '10mm')
            ->addOption('strip', null, InputOption::VALUE_OPTIONAL, 'Only a strip of its own pixels on one sheet, so high', false)
            ->addOption('at', null, InputOption::VALUE_REQUIRED, 'Where the strip\'s middle lies, in shares of the print', '0.5,0.5');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            $option = Options::of($input);
            [$in, $out] = [$option->argument('in'), $option->argument('out')];
            is_file($in) || throw new \InvalidArgumentException(\sprintf('There is no file "%s".', $in));
            'pdf' === strtolower(pathinfo($out, \PATHINFO_EXTENSION)) || throw new \InvalidArgumentException('The sheets are a .pdf file.');
            realpath($in) !== realpath($out) || throw new \InvalidArgumentException('The sheets cannot take the print\'s place.');
            $job = new TileJob(
                $in,
                self::paper($option->text('paper') ?? 'a4'),
                Length::parse($option->text('margin') ?? '10mm', Unit::Millimetre),
                Length::parse($option->text('overlap') ?? '10mm', Unit::Millimetre),
                pathinfo($in, \PATHINFO_FILENAME),
                $out,
                $input->hasParameterOption('--strip') ? Length::parse($option->text('strip') ?? self::STRIP, Unit::Millimetre) : null,
                ...self::place($option->text('at') ?? ''),
            );
        } catch (\InvalidArgumentException $e) {
            return WrongUsage::say($output, $e->getMessage());
        }
        try {
            is_dir(\dirname($out)) || @mkdir(\dirname($out), 0o755, true);
            $made = $this->processes->start($job)->facts();
        } catch (PixelJobFailed $e) {
            $errors->writeln(OutputFormatter::escape(\sprintf('%s: %s', $in, $e->getMessage())));

            return FailureReason::Impossible === $e->reason() ? self::REFUSED : self::FAILED;
        }
        $output->writeln(OutputFormatter::escape(\sprintf(
            '%s: %d sheets, %d across and %d down',
            $out,
            $made->int('sheets'),
            $made->int('columns'),
            $made->int('rows'),
        )));

        return Command::SUCCESS;
    }

    /** @return array{float, float} */
    private static function place(string $text): array
    {
        $shares = array_map(trim(...), explode(',', $text));
        $isPlace = 2 === \count($shares) && is_numeric($shares[0]) && is_numeric($shares[1]) && min($shares) >= 0 && max($shares) <= 1;

        return $isPlace
            ? [(float) $shares[0], (float) $shares[1]]
            : throw new \InvalidArgumentException(\sprintf('--at takes two shares from 0 to 1, like 0.3,0.6; not "%s".', $text));
    }

    private static function paper(string $text): PrintSize
    {
        try {
            return Catalogue::standard()->product(strtolower($text))->trim;
        } catch (Failure) {
            return PrintSize::parse($text, Unit::Millimetre);
        }
    }
}
