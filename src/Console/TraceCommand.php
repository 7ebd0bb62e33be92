<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\Tracing;
use Snugfit\Core\Trace\OutlineFormat;
use Snugfit\Core\Trace\TraceGround;
use Snugfit\Core\Trace\TraceReport;
use Snugfit\Core\Trace\TraceSettings;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\MasterSizeJob;
use Snugfit\Pixels\Job\TraceJob;
use Snugfit\Work\Child\CpuCount;
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

#[AsCommand('trace', 'Make outlines of a drawing, sharp at any size')]
final class TraceCommand extends Command
{
    /** The picture could not be read or the result not written; the picture is none for outlines. */
    private const FAILED = 2;
    private const UNSUITED = 3;

    public function __construct(private readonly PixelProcessPool $processes)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED, 'The picture; it is never changed')
            ->addArgument('out', InputArgument::REQUIRED, 'The file to write: .svg, .pdf, .eps or .png')
            ->addOption('colours', null, InputOption::VALUE_REQUIRED, 'auto, or 2 to 64', 'auto')
            ->addOption('detail', null, InputOption::VALUE_REQUIRED, 'The smallest area, in pixels of the picture', '2')
            ->addOption('smooth', null, InputOption::VALUE_REQUIRED, 'How smooth outlines run: 0 keeps to the pixels, up to 100', '50')
            ->addOption('corners', null, InputOption::VALUE_REQUIRED, 'How many turns are corners: 0 the fewest, 100 the most', '50')
            ->addOption('gradients', null, InputOption::VALUE_NEGATABLE, 'Keep soft shading as gradients, or as steps of colours', true)
            ->addOption('ground', null, InputOption::VALUE_REQUIRED, 'The background: keep, drop, or found: dropped if it is plain', 'keep')
            ->addOption('stacked', null, InputOption::VALUE_NONE, 'Areas lie on each other rather than beside each other')
            ->addOption('strokes', null, InputOption::VALUE_NONE, 'Lines of one width become strokes rather than areas')
            ->addOption('size', null, InputOption::VALUE_REQUIRED, 'Of a .png: its long side, or 4000x3000')
            ->addOption('force', null, InputOption::VALUE_NONE, 'Also where outlines do not suit the picture')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Tell all of it as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            $option = Options::of($input);
            [$in, $out] = [$option->argument('in'), $option->argument('out')];
            if (!is_file($in)) {
                throw new \InvalidArgumentException(\sprintf('There is no file "%s".', $in));
            }
            if (realpath($in) === realpath($out)) {
                throw new \InvalidArgumentException('The result cannot take the master\'s place; give it another name.');
            }
            $format = OutlineFormat::tryFrom(strtolower(pathinfo($out, \PATHINFO_EXTENSION)))
                ?? throw new \InvalidArgumentException('The result is a .svg, .pdf, .eps or .png file.');
            $settings = self::settings($option);
            $master = new JobMaster($in, (string) hash_file('sha256', $in));
            $size = $this->size($option->text('size'), $format, $master);
        } catch (\InvalidArgumentException $e) {
            return WrongUsage::say($output, $e->getMessage());
        } catch (PixelJobFailed $e) {
            return self::failed($errors, $in, $e);
        }
        is_dir(\dirname($out)) || @mkdir(\dirname($out), 0o755, true);
        try {
            $job = new TraceJob($master, EditList::of(new Tracing($settings)), $format, $out, $option->flag('force'), $size?->longSide());
            $report = TraceReport::fromRecord($this->processes->withThreads(CpuCount::count())->start($job)->facts());
        } catch (PixelJobFailed $e) {
            return self::failed($errors, $in, $e);
        }
        $isMade = $report->isSuited() || $option->flag('force');
        if ($option->flag('json')) {
            $told = ['in' => $in, 'out' => $isMade ? $out : null] + $report->toArray();
            $output->writeln(json_encode(
                $told,
                \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRETTY_PRINT
                    | \JSON_INVALID_UTF8_SUBSTITUTE,
            ), OutputInterface::OUTPUT_RAW);
        } elseif ($isMade) {
            $output->writeln(OutputFormatter::escape(\sprintf(
                '%s: %d colours, %d shapes, %d nodes; off by ΔE %.2f on the mean, by more than 5 on %.1f %%',
                $out,
                $report->colours,
                $report->shapes,
                $report->nodes,
                $report->meanOff,
                100 * $report->offShare,
            )));
        }
        if (!$isMade) {
            $errors->writeln(OutputFormatter::escape(\sprintf('%s: %s Give --force to trace it all the same.', $in, $report->why())));
        }

        return $isMade ? Command::SUCCESS : self::UNSUITED;
    }

    private static function failed(OutputInterface $errors, string $in, PixelJobFailed $e): int
    {
        $errors->writeln(OutputFormatter::escape(\sprintf('%s: %s', $in, $e->getMessage())));

        return self::FAILED;
    }

    /** @throws \InvalidArgumentException */
    private static function settings(Options $option): TraceSettings
    {
        $colours = $option->text('colours') ?? 'auto';
        if ('auto' !== $colours && 1 !== preg_match('/^\d+$/', $colours)) {
            throw new \InvalidArgumentException('--colours takes auto, or a number from 2 to 64.');
        }

        return new TraceSettings(
            'auto' === $colours ? null : (int) $colours,
            $option->number('detail') ?? 2.0,
            (int) ($option->number('smooth') ?? 50),
            (int) ($option->number('corners') ?? 50),
            $option->flag('gradients'),
            $option->choice('ground', TraceGround::class) ?? TraceGround::Keep,
            $option->flag('stacked'),
            $option->flag('strokes'),
        );
    }

    /** @throws \InvalidArgumentException|PixelJobFailed */
    private function size(?string $text, OutlineFormat $format, JobMaster $master): ?PixelSize
    {
        if (null === $text) {
            return null;
        }
        if ($format->isVector()) {
            throw new \InvalidArgumentException('--size is for .png files; outlines in other files have any size.');
        }
        $own = PixelSize::fromRecord($this->processes->start(new MasterSizeJob($master))->facts());
        if (1 === preg_match('/^\s*(\d{1,5})\s*(?:px)?\s*$/', $text, $found) && (int) $found[1] > 0) {
            return $own->scaled((int) $found[1] / $own->longSide());
        }
        $wanted = PixelSize::parse($text);
        $height = (int) round($wanted->width * $own->height / $own->width);
        if (abs($height - $wanted->height) > 1) {
            throw new \InvalidArgumentException(\sprintf(
                'Nothing is stretched: a picture of %s px is %d × %d px at that width.',
                $own,
                $wanted->width,
                $height,
            ));
        }

        return $wanted;
    }
}
