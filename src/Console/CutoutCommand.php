<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\EdgeStyle;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\Mark;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Work\Child\PixelJobFailed;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('cutout', 'Cut the background of a picture away, or of a folder of them')]
final class CutoutCommand extends Command
{
    /** A picture could not be read or the result not written. */
    private const FAILED = 2;

    public function __construct(private readonly RepairRun $repairs)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED, 'The picture, or a folder of them; they are never changed')
            ->addArgument('out', InputArgument::REQUIRED, 'The file to write, .png best; or the folder')
            ->addOption('inside', null, InputOption::VALUE_REQUIRED, 'What of the ground\'s colour lies inside: stays or goes', 'stays')
            ->addOption(
                'mark',
                null,
                InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY,
                'stays:x,y,radius or goes:x,y,radius, in pixels, or in shares of the picture where x and y are at most 1',
            )
            ->addOption('edge', null, InputOption::VALUE_REQUIRED, 'soft or hard', 'soft')
            ->addOption('shift', null, InputOption::VALUE_REQUIRED, 'Move the edge out, or in with a minus, like -1px', '0px')
            ->addOption('trim', null, InputOption::VALUE_OPTIONAL, 'Cut margins away; like 2% to leave some', false)
            ->addOption('json', null, InputOption::VALUE_NONE, 'Tell all of it as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            $option = Options::of($input);
            $files = RepairRun::files($option->argument('in'), $option->argument('out'));
            $edits = fn (string $file): EditList => $this->edits($option, $file);
            // What is wrong with the options is told before anything is made.
            foreach (\array_slice(array_keys($files), 0, 1) as $first) {
                $edits($first);
            }
        } catch (\InvalidArgumentException $e) {
            return WrongUsage::say($output, $e->getMessage());
        } catch (PixelJobFailed $e) {
            $errors->writeln(OutputFormatter::escape($e->getMessage()));

            return self::FAILED;
        }
        $told = [];
        $hasFailed = false;
        foreach ($files as $in => $out) {
            try {
                $told[] = ['in' => $in, 'out' => $out] + self::report($this->repairs->make($in, $out, $edits($in)));
            } catch (PixelJobFailed $e) {
                $hasFailed = true;
                $sentence = $e->getMessage();
                $errors->writeln(OutputFormatter::escape(\sprintf('%s: %s', $in, $sentence)));
                $told[] = ['in' => $in, 'failed' => $sentence];
            }
        }
        $this->tell($output, $told, $option->flag('json'), is_dir($option->argument('in')));

        return $hasFailed ? self::FAILED : Command::SUCCESS;
    }

    /** @param list<array<string, mixed>> $told */
    private function tell(OutputInterface $output, array $told, bool $isJson, bool $isFolder): void
    {
        if ($isJson) {
            $output->writeln(json_encode(
                $isFolder ? $told : $told[0] ?? [],
                \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRETTY_PRINT
                    | \JSON_INVALID_UTF8_SUBSTITUTE,
            ), OutputInterface::OUTPUT_RAW);

            return;
        }
        foreach ($told as $one) {
            if (isset($one['removed']) && is_numeric($one['removed']) && is_numeric($one['halfTransparent'] ?? null)
                && is_numeric($one['doubt'] ?? null) && \is_string($one['out'] ?? null)) {
                $output->writeln(OutputFormatter::escape(\sprintf(
                    '%s: %.1f %% taken away, %.1f %% half-transparent, %d %% sure',
                    $one['out'],
                    100 * $one['removed'],
                    100 * $one['halfTransparent'],
                    (int) round(100 * (1 - $one['doubt'])),
                )));
            }
        }
    }

    /** @throws \InvalidArgumentException|PixelJobFailed */
    private function edits(Options $option, string $file): EditList
    {
        $cut = new CutOut(
            match ($option->text('inside')) {
                'stays', null => false,
                'goes' => true,
                default => throw new \InvalidArgumentException('--inside takes stays or goes.'),
            },
            $option->choice('edge', EdgeStyle::class) ?? EdgeStyle::Soft,
            self::pixels($option->text('shift') ?? '0'),
            $this->marks($option->texts('mark'), $file),
        );

        return EditList::of(...array_filter([$cut, $option->trim()]));
    }

    private static function pixels(string $text): float
    {
        return 1 === preg_match('/^\s*([-+]?\d+(?:\.\d+)?)\s*(?:px)?\s*$/', $text, $found)
            ? (float) $found[1]
            : throw new \InvalidArgumentException(\sprintf('--shift takes pixels like -1px, not "%s".', $text));
    }

    /**
     * @param list<string> $texts
     *
     * @return list<Mark>
     *
     * @throws \InvalidArgumentException|PixelJobFailed
     */
    private function marks(array $texts, string $file): array
    {
        $number = '\s*(\d+(?:\.\d+)?|\.\d+)\s*';
        $size = null;
        $marks = [];
        foreach ($texts as $text) {
            if (1 !== preg_match('/^\s*(stays|goes)\s*:'.$number.','.$number.','.$number.'$/', $text, $found)) {
                throw new \InvalidArgumentException(\sprintf('--mark takes stays:x,y,radius or goes:x,y,radius, not "%s".', $text));
            }
            [$x, $y, $radius] = [(float) $found[2], (float) $found[3], (float) $found[4]];
            if ($x > 1 || $y > 1) {
                $size ??= $this->repairs->size($file);
                [$x, $y, $radius] = [$x / $size->width, $y / $size->height, $radius / $size->longSide()];
            }
            $marks[] = new Mark(new Stroke([[$x, $y]], $radius), 'stays' === $found[1]);
        }

        return $marks;
    }

    /** @return array<string, mixed> */
    private static function report(RepairedFile $made): array
    {
        return [
            'width' => $made->size->width,
            'height' => $made->size->height,
            ...$made->cutOut?->toArray() ?? [],
        ];
    }
}
