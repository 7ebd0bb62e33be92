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
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\MakePrintJob;
use Snugfit\Pixels\ProcessorTime;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Vips;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Folder\PixelJobQueue;

/** How much each way makes in a second of work, beside its bare network, and what a second worker adds. */
final readonly class EnlargerSpeeds
{
    private const DRAWINGS = 6;
    private const ROUNDS = 7;

    public function __construct(private PixelProcessPool $processes)
    {
    }

    /** @param \Closure(string): void $say */
    public function measure(\Closure $say): void
    {
        $picture = BenchDrawing::of(3)->copyToMemory();
        // As workers do.
        Vips::useThreads(1);
        foreach (['quick', 'faithful', 'mending', 'mending 50', 'focused 75', 'redrawn', 'textured 60', 'faithful best'] as $way) {
            $doubler = new NetworkUpscaler(UpscaleWords::settings($way));
            [$rates, $shares] = [[], []];
            // Each between two of the bare network: other work on the machine comes and goes.
            for ($round = 0, $before = self::bare($doubler); $round < self::ROUNDS; ++$round, $before = $after) {
                $rates[] = $rate = BenchFolder::within(static function (string $folder) use ($picture, $doubler): float {
                    $began = ProcessorTime::seconds();
                    $made = (new UpscaleTileCache($folder))->doubled(
                        $picture,
                        'picture',
                        $doubler,
                        1,
                        PixelWindow::whole($picture->size()),
                    );

                    return $made->size()->megapixels() / (ProcessorTime::seconds() - $began);
                });
                $after = self::bare($doubler);
                $shares[] = (2 * $rate) / ($before + $after);
            }
            $say(
                \sprintf(
                    '%s: %.2f megapixels made in a second of work, one worker; %.2f of the bare network\'s rate',
                    $way,
                    ResourceUse::middle($rates),
                    ResourceUse::middle($shares),
                ),
            );
        }
        $rates = ['at once' => [], 'by two doublings' => []];
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $rates['at once'][] = self::fourTimes($picture, [2]);
            $rates['by two doublings'][] = self::fourTimes($picture, [1, 1]);
        }
        $say(
            \sprintf(
                'faithful ×4: %.2f megapixels made in a second of work at once, %.2f by two doublings',
                ResourceUse::middle($rates['at once']),
                ResourceUse::middle($rates['by two doublings']),
            ),
        );
        Vips::useThreads(CpuCount::count());
        $say(\sprintf('two workers: %.2f times as fast as one', $this->workers(1) / $this->workers(2)));
    }

    /**
     * Megapixels of the result, made in a second of work.
     *
     * @param list<int> $steps doublings that are asked for together
     */
    private static function fourTimes(Image $picture, array $steps): float
    {
        $doubler = new NetworkUpscaler(new UpscaleSettings(UpscaleMethod::Faithful));

        return BenchFolder::within(static function (string $folder) use ($picture, $doubler, $steps): float {
            $began = ProcessorTime::seconds();
            foreach ($steps as $number => $times) {
                $whole = PixelWindow::whole($picture->size());
                $picture = (new UpscaleTileCache($folder))->doubled($picture, "p$number", $doubler, $times, $whole);
            }

            return $picture->size()->megapixels() / (ProcessorTime::seconds() - $began);
        });
    }

    /** Seconds for some pictures by so many workers of one thread each. */
    private function workers(int $workers): float
    {
        return BenchFolder::within(function (string $folder) use ($workers): float {
            $jobs = [];
            for ($i = 0; $i < self::DRAWINGS; ++$i) {
                BenchDrawing::of(10 + $i)
                    ->crop(new PixelWindow(0, 0, 768, 768))
                    ->save('png', \sprintf('%s/%d.png', $folder, $i), []);
                $recipe = new Recipe(
                    new Frame(new PixelSize(768, 768), new PixelWindow(0, 0, 768, 768)),
                    new Enlarge(new UpscaleSettings(UpscaleMethod::Faithful), new PixelSize(1536, 1536)),
                    new Write(FileFormat::Jpeg, Ppi::of(300), 8, false),
                );
                $jobs[] = new MakePrintJob(
                    new JobMaster(\sprintf('%s/%d.png', $folder, $i)),
                    $recipe->canonicalJson(),
                    \sprintf('%s/%d.jpg', $folder, $i),
                );
            }
            $began = hrtime(true);
            (new PixelJobQueue($this->processes->workingIn($folder.'/work')))->run(
                $jobs,
                $workers,
                static fn (MakePrintJob $job): MakePrintJob => $job,
                static fn (): null => null,
                static fn (): bool => false,
            );

            return (hrtime(true) - $began) / 1e9;
        });
    }

    /** Megapixels a second of the network alone, on one piece again and again. */
    private static function bare(NetworkUpscaler $doubler): float
    {
        $network = $doubler->network(8);
        $side = $doubler->piece();
        $samples = str_repeat(\chr(127), 3 * ($side + 2 * $network->margin) ** 2);
        $size = new PixelSize($side, $side);
        $network->run($samples, $size);
        $began = ProcessorTime::seconds();
        for ($i = 0; $i < 6; ++$i) {
            $network->run($samples, $size);
        }

        return (6 * $size->times(2)->megapixels()) / (ProcessorTime::seconds() - $began);
    }
}
