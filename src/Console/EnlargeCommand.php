<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\KindPart;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterWarning;
use Snugfit\Core\Artwork\MasterWarnings;
use Snugfit\Core\Artwork\UnsuitableReferenceImage;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Recipe\ReferencePrint;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscalePlan;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\MakePrintJob;
use Snugfit\Pixels\Job\SimilarityJob;
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

#[AsCommand('enlarge', 'Make one picture larger')]
final class EnlargeCommand extends Command
{
    /** The picture could not be read or the result not written. */
    private const FAILED = 2;

    public function __construct(private readonly PixelProcessPool $processes)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED, 'The picture; it is never changed')
            ->addArgument('out', InputArgument::REQUIRED, 'The file to write: .png, .jpg, .tif or .webp')
            ->addOption('factor', null, InputOption::VALUE_REQUIRED, 'How many times as large each way, up to 16')
            ->addOption('to', null, InputOption::VALUE_REQUIRED, 'Or the size wanted, like 6000x4000')
            ->addOption(
                'way',
                null,
                InputOption::VALUE_REQUIRED,
                'auto, or '.UpscaleMethod::names(),
                'auto',
            )
            ->addOption('strength', null, InputOption::VALUE_REQUIRED, '0 to 100, of '.UpscaleMethod::names(true))
            ->addOption('best', null, InputOption::VALUE_NONE, 'A learned way at its best, eight times the work')
            ->addOption(
                'reference',
                null,
                InputOption::VALUE_REQUIRED,
                'The same picture at its full size: tells how near the result comes',
            )
            ->addOption('quick', null, InputOption::VALUE_NONE, 'A learned way by a small network')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Tell all of it as JSON: the way, its strength and why, sizes, likeness');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        try {
            $order = (new EnlargeOrderReader($this->processes))->read(Options::of($input));
        } catch (\InvalidArgumentException|UnsuitableReferenceImage $e) {
            return WrongUsage::say($output, $e->getMessage());
        } catch (PixelJobFailed $e) {
            return $this->failed($errors, $e->getMessage());
        }
        $warnings = $this->warnings($order->facts, $order->in, $order->upscale, $order->to);
        foreach ($warnings as $warning) {
            $errors->writeln(OutputFormatter::escape($warning));
        }
        $began = microtime(true);
        $bar = new TerminalProgress($errors);
        try {
            $this->make($order, $bar);
            $similarity = $this->similarity($order);
        } catch (PixelJobFailed $e) {
            return $this->failed($errors, $e->getMessage());
        } finally {
            $bar->end();
        }
        $seconds = microtime(true) - $began;
        if (true === $input->getOption('json')) {
            $output->writeln(json_encode(
                $this->report($order, $seconds, $similarity) + ['warnings' => $warnings],
                \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRETTY_PRINT,
            ), OutputInterface::OUTPUT_RAW);
        } else {
            $this->tell($output, $order, $seconds, $similarity);
        }

        return Command::SUCCESS;
    }

    /** @throws PixelJobFailed */
    private function make(EnlargeOrder $order, TerminalProgress $bar): void
    {
        $job = new MakePrintJob(new JobMaster($order->in, $order->facts->sha256), $order->recipe->canonicalJson(), $order->out);
        $child = $this->processes->withThreads(CpuCount::count())->start($job);
        while ($child->isRunning()) {
            $bar->at('Enlarging', $child->enlarged());
            usleep(50_000);
        }
        $child->facts();
    }

    /**
     * @return ?JsonReader PSNR and SSIM against the full size; null where none was given
     *
     * @throws PixelJobFailed
     */
    private function similarity(EnlargeOrder $order): ?JsonReader
    {
        if (null === $order->reference) {
            return null;
        }
        $job = new SimilarityJob(
            new JobMaster($order->in, $order->facts->sha256),
            $order->recipe,
            new JobMaster($order->referencePath, $order->reference->file),
            (new ReferencePrint($order->reference))->recipe($order->recipe),
        );

        return $this->processes->start($job)->facts();
    }

    /** @return array<string, mixed> */
    private function report(EnlargeOrder $order, float $seconds, ?JsonReader $similarity): array
    {
        $sides = static fn (PixelSize $size): array => ['width' => $size->width, 'height' => $size->height];
        $upscale = $order->upscale;

        return [
            'from' => $sides($order->facts->size),
            'to' => $sides($order->to),
            'kind' => $order->facts->kindGuess->value,
            'parts' => array_map(static fn (KindPart $part): array => $part->toArray(), $order->facts->parts),
            'evidence' => $order->facts->evidence?->toArray(),
            'way' => $upscale->method->value,
            'strength' => $upscale->method->hasStrength() ? $upscale->strength : null,
            'effort' => $upscale->effort->value,
            'why' => $order->why ?? 'Asked for.',
            'how' => $this->how($order),
            'seconds' => round($seconds, 2),
            'psnr' => $similarity?->optionalFloat('psnr'),
            'ssim' => $similarity?->optionalFloat('ssim'),
        ];
    }

    private function how(EnlargeOrder $order): string
    {
        return $order->facts->format->isVector()
            ? 'A drawing: drawn anew at this size.'
            : UpscalePlan::of($order->upscale, $order->facts->size, $order->to)->sentence();
    }

    private function tell(OutputInterface $output, EnlargeOrder $order, float $seconds, ?JsonReader $similarity): void
    {
        if (null !== $order->why && !$order->facts->format->isVector()) {
            $output->writeln(OutputFormatter::escape($order->why));
        }
        $output->writeln(OutputFormatter::escape(
            \sprintf('%s px to %s px. %s %.1f s.', $order->facts->size, $order->to, $this->how($order), $seconds),
        ));
        if (null === $similarity) {
            return;
        }
        $psnr = $similarity->optionalFloat('psnr');
        $output->writeln(\sprintf(
            'Against the full size: PSNR %s, SSIM %.4f (luma, without 4 px at the border).',
            null === $psnr ? 'without end, it is the same' : \sprintf('%.2f dB', $psnr),
            $similarity->float('ssim'),
        ));
    }

    private function failed(OutputInterface $errors, string $sentence): int
    {
        $errors->writeln('<error>'.OutputFormatter::escape($sentence).'</error>');

        return self::FAILED;
    }

    /** @return list<string> */
    private function warnings(MasterFacts $facts, string $in, UpscaleSettings $upscale, PixelSize $to): array
    {
        $times = $to->longSide() / $facts->size->longSide();
        $limit = $facts->kindGuess->usualLimit();
        $soft = array_filter(
            (new MasterWarnings())->of($facts, $in),
            static fn (MasterWarning $warning): bool => 'soft' === $warning->code,
        );

        return array_values(
            array_filter([
                $times > $limit + 1e-6
                    ? \sprintf(
                        '×%.2f is more than a picture of this kind (%s) usually bears; its limit is ×%s.',
                        $times,
                        $facts->kindGuess->label(),
                        $limit,
                    )
                    : null,
                $times > 1 && [] !== $soft ? array_values($soft)[0]->sentence : null,
                Kind::PixelArt === $facts->kindGuess && $upscale->method->isLearned()
                    ? 'This looks like pixel art; a learned way blurs its blocks. --way=nearest keeps them.'
                    : null,
            ]),
        );
    }
}
