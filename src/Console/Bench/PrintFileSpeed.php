<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\MakePrintJob;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Child\PixelProcessPool;
use Symfony\Component\Process\Process;

/** One print file, made and read back for preflight, beside the bare vips command that only resizes and writes. */
final readonly class PrintFileSpeed implements Measurement
{
    private const ROUNDS = 5;
    private const FROM = [2560, 1600];
    private const TO = [10_160, 6_320];

    public function __construct(private PixelProcessPool $processes)
    {
    }

    public function name(): string
    {
        return 'print';
    }

    public function title(): string
    {
        return \sprintf(
            'One print file: %d × %d to %d × %d JPEG, Lanczos-3, %d threads, %d rounds in turn',
            ...[...self::FROM, ...self::TO, CpuCount::count(), self::ROUNDS],
        );
    }

    public function measure(\Closure $say): void
    {
        BenchFolder::within(fn (string $folder) => $this->measureIn($folder, $say));
    }

    /** @param \Closure(string): void $say */
    private function measureIn(string $folder, \Closure $say): void
    {
        $this->picture()->save('jpeg', $folder.'/in.jpg', ['Q' => 92]);
        $ours = $bare = [];
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $bare[] = $this->bare($folder);
            $ours[] = $this->ours($folder);
        }
        $this->report($say, $bare, $ours);
    }

    /**
     * @param non-empty-list<ResourceUse> $bare
     * @param non-empty-list<ResourceUse> $ours
     */
    private function report(\Closure $say, array $bare, array $ours): void
    {
        foreach (['vips command' => $bare, 'Snugfit' => $ours] as $who => $spent) {
            $say(
                \sprintf(
                    '%-13s %5.2f s median (%.2f to %.2f), %4.0f MB at most',
                    $who,
                    ResourceUse::median($spent),
                    ...ResourceUse::range($spent),
                    ...[ResourceUse::mostMegabytes($spent)],
                ),
            );
        }
        $say(
            \sprintf(
                'Snugfit takes %.2f times the command (1.00 wanted at most) and %.0f MB (150 at most)',
                ResourceUse::median($ours) / ResourceUse::median($bare),
                ResourceUse::mostMegabytes($ours),
            ),
        );
    }

    private function ours(string $folder): ResourceUse
    {
        $from = new PixelSize(...self::FROM);
        $recipe = new Recipe(
            new Frame($from, PixelWindow::whole($from)),
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), new PixelSize(...self::TO)),
            new Write(FileFormat::Jpeg, Ppi::of(300), 8, false),
        );
        $began = microtime(true);
        $child = $this->processes
            ->withThreads(CpuCount::count())
            ->start(new MakePrintJob(new JobMaster($folder.'/in.jpg'), $recipe->canonicalJson(), $folder.'/ours.jpg'));
        $peak = new PeakMemory();
        while ($child->isRunning()) {
            $peak->look($child->pid());
            usleep(4_000);
        }
        $child->facts();

        return new ResourceUse(microtime(true) - $began, $peak->megabytes());
    }

    private function bare(string $folder): ResourceUse
    {
        $scale = [(string) (self::TO[0] / self::FROM[0]), '--vscale', (string) (self::TO[1] / self::FROM[1])];
        $process = new Process(
            [
                'vips',
                'resize',
                'in.jpg',
                'bare.jpg[Q='.Write::JPEG_QUALITY.',subsample-mode=off,profile=srgb]',
                ...$scale,
                '--kernel',
                'lanczos3',
            ],
            $folder,
            timeout: null,
        );
        $began = microtime(true);
        $process->start();
        $peak = new PeakMemory();
        while ($process->isRunning()) {
            $peak->look($process->getPid());
            usleep(4_000);
        }
        if (!$process->isSuccessful()) {
            throw new \RuntimeException('The vips command failed: '.$process->getErrorOutput());
        }

        return new ResourceUse(microtime(true) - $began, $peak->megabytes());
    }

    /** Structure at every size, as photographs have it: noise that is enlarged again and again. */
    private function picture(): Image
    {
        $size = new PixelSize(...self::FROM);
        mt_srand(3);
        $bytes = '';
        for ($y = 0; $y < 400; ++$y) {
            for ($x = 0; $x < 640; ++$x) {
                $wave = 90 * sin($x / 37 + sin($y / 23)) * cos($y / 41);
                $bytes .=
                    \chr((int) (127 + $wave) + mt_rand(-18, 18)).
                    \chr((int) (120 + 0.7 * $wave) + mt_rand(-18, 18)).
                    \chr((int) ((255 * $y) / 440) + mt_rand(0, 18));
            }
        }

        return Image::ofBytes($bytes, new PixelSize(640, 400), 3)->resize($size, \Snugfit\Pixels\Vips\Kernel::Mitchell);
    }
}
