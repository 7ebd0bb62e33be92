<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Core\Scene\PreviewSize;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\PreviewJob;
use Snugfit\Pixels\Scene\SceneShelf;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Child\PixelProcessPool;
use Symfony\Component\Process\Process;

/** Previews of a made print, beside the vips command that only reduces it to a preview's width and writes that. */
final readonly class PreviewSpeed implements Measurement
{
    private const ROUNDS = 4;
    private const PRINT = [7200, 4800];
    private const WIDTH = 2000;

    /** Scene, and the print's width in millimetres. */
    private const SCENES = ['sofa' => 900.0, 'hall' => 600.0, 'close' => 400.0, 'table' => 420.0, 'mug' => 130.0, 'shirt' => 300.0];

    public function __construct(private PixelProcessPool $processes, private SceneShelf $scenes)
    {
    }

    public function name(): string
    {
        return 'show';
    }

    public function title(): string
    {
        return \sprintf(
            'Previews of %d px of a print of %d × %d px, %d rounds in turn, one at a time',
            ...[self::WIDTH, ...self::PRINT, self::ROUNDS],
        );
    }

    public function measure(\Closure $say): void
    {
        BenchFolder::within(fn (string $folder) => $this->measureIn($folder, $say));
    }

    /** @param \Closure(string): void $say */
    private function measureIn(string $folder, \Closure $say): void
    {
        [$width, $height] = self::PRINT;
        Image::noise(new PixelSize(450, 300), 7)->linear(40.0, 128.0)->stretched(new PixelSize($width, $height))
            ->roundTo(BandFormat::Byte)
            ->save('jpeg', $folder.'/print.jpg', ['Q' => 92]);
        $bare = [];
        $ours = array_fill_keys(array_keys(self::SCENES), []);
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $bare[] = $this->bare($folder);
            foreach (self::SCENES as $code => $wide) {
                $ours[$code][] = $this->shown($this->job($folder, $code, $wide));
            }
        }
        $this->report($say, $bare, $ours);
    }

    private function job(string $folder, string $code, float $width): PreviewJob
    {
        [$across, $down] = self::PRINT;
        $size = new PixelSize($across, $down);

        return new PreviewJob(
            new JobMaster($folder.'/print.jpg'),
            new Recipe(
                new Frame($size, PixelWindow::whole($size)),
                new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), $size),
                new Write(FileFormat::Jpeg, Ppi::of(300), 8, false),
            ),
            new PrintBody(PrintSize::millimetres($width, $width * $down / $across), Bleed::none()),
            $this->scenes->of($code)->path,
            new SceneLook(),
            new PreviewSize(self::WIDTH),
            PreviewFormat::Jpeg,
            $folder.'/preview.jpg',
            $folder.'/print.jpg',
        );
    }

    /**
     * @param \Closure(string): void                 $say
     * @param list<ResourceUse>                       $bare
     * @param array<string, list<ResourceUse>>        $ours
     */
    private function report(\Closure $say, array $bare, array $ours): void
    {
        \assert([] !== $bare);
        $reference = ResourceUse::median($bare);
        $say(\sprintf('%-13s %5.2f s', 'vips command', $reference));
        $sum = 0.0;
        foreach ($ours as $code => $spent) {
            \assert([] !== $spent);
            $median = ResourceUse::median($spent);
            $sum += $median;
            $say(\sprintf(
                '%-13s %5.2f s, %.1f times the command, %.0f MB at most (200 wanted)',
                $code,
                $median,
                $median / $reference,
                ResourceUse::mostMegabytes($spent),
            ));
        }
        $mean = $sum / \count($ours);
        $say(\sprintf('On the mean %.2f s (1.5 wanted at most): %.0f a minute by one worker (20 wanted)', $mean, 60 / $mean));
    }

    private function shown(PreviewJob $job): ResourceUse
    {
        $began = microtime(true);
        $child = $this->processes->withThreads(CpuCount::count())->start($job);
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
        $began = microtime(true);
        (new Process(['vips', 'thumbnail', 'print.jpg', 'out.jpg', (string) self::WIDTH], $folder))->mustRun();

        return new ResourceUse(microtime(true) - $began, 0.0);
    }
}
