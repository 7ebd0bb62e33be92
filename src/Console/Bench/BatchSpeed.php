<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Core\Recipe\Write;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Work\Folder\FolderMaker;
use Snugfit\Work\Folder\FolderRequest;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** A whole folder on several products, read, made and preflighted, beside the bare vips command that only cuts, reduces and writes. */
final readonly class BatchSpeed implements Measurement
{
    private const PICTURES = 20;
    private const SIZE = [3200, 2400];
    private const WORKERS = 2;

    /** Inches. */
    private const PRODUCTS = [[6, 4], [7, 5], [8, 6], [5, 5], [6, 6], [7, 7], [5, 4], [10, 7]];

    public function __construct(private FolderMaker $maker)
    {
    }

    public function name(): string
    {
        return 'batch';
    }

    public function title(): string
    {
        return \sprintf(
            '%d pictures of %d × %d on %d products, %d workers',
            self::PICTURES,
            self::SIZE[0],
            self::SIZE[1],
            \count(self::PRODUCTS),
            self::WORKERS,
        );
    }

    public function measure(\Closure $say): void
    {
        BenchFolder::within(fn (string $folder) => $this->measureIn($folder, $say));
    }

    /** @param \Closure(string): void $say */
    private function measureIn(string $folder, \Closure $say): void
    {
        (new Filesystem())->mkdir([$folder.'/in', $folder.'/bare']);
        for ($i = 0; $i < self::PICTURES; ++$i) {
            $noise = Image::noise(new PixelSize(...self::SIZE), $i + 1)->blurExactly(1.0);
            $noise
                ->join($noise->linear(0.7, 0.0))
                ->join($noise->linear(-0.8, 0.0))
                ->linear(60.0, 128.0)
                ->roundTo(\Snugfit\Pixels\Vips\BandFormat::Byte)
                ->withInterpretation(Interpretation::Srgb)
                ->save('jpeg', \sprintf('%s/in/p%02d.jpg', $folder, $i), ['Q' => 92]);
        }
        $bare = $this->bare($folder);
        $began = microtime(true);
        $watch = new ReadingWatch();
        $result = $this->maker->make(
            new FolderRequest($folder.'/in', $folder.'/out', $this->products(), self::WORKERS, new RenderOptions(FileFormat::Jpeg)),
            $watch,
            static fn (): bool => false,
        );
        $ours = microtime(true) - $began;
        $reading = $watch->readAt - $began;
        $megapixels =
            self::PICTURES * array_sum(array_map(static fn (array $side): float => $side[0] * $side[1] * 0.09, self::PRODUCTS));
        $say(\sprintf('vips command  %6.1f s, %5.1f megapixels a second', $bare, $megapixels / $bare));
        $say(
            \sprintf(
                'Snugfit       %6.1f s, %5.1f megapixels a second, %d files, all preflighted',
                $ours,
                $megapixels / $ours,
                $result->made,
            ),
        );
        $say(\sprintf('of which %.1f s for reading and judging the masters, which is done once', $reading));
        $say(
            \sprintf(
                'Snugfit makes %.2f of the command\'s pixels in the same time (0.80 wanted at least); with reading the masters %.2f',
                $bare / ($ours - $reading),
                $bare / $ours,
            ),
        );
    }

    /** Cut from the middle, reduced in linear light, written: as many at a time as workers. */
    private function bare(string $folder): float
    {
        $list = '';
        foreach (glob($folder.'/in/*.jpg') ?: [] as $path) {
            foreach (self::PRODUCTS as [$width, $height]) {
                $list .= \sprintf(
                    "%s %s/bare/%s-%dx%d.jpg[Q=%d,subsample-mode=off,profile=srgb] %d --height %d --crop centre --linear\n",
                    $path,
                    $folder,
                    basename($path, '.jpg'),
                    $width,
                    $height,
                    Write::JPEG_QUALITY,
                    300 * $width,
                    300 * $height,
                );
            }
        }
        $began = microtime(true);
        (new Process(
            ['xargs', '-P'.self::WORKERS, '-L1', 'vips', 'thumbnail'],
            env: ['VIPS_CONCURRENCY' => '1'],
            input: $list,
            timeout: null,
        ))->mustRun();

        return microtime(true) - $began;
    }

    /** @return non-empty-list<Product> */
    private function products(): array
    {
        return array_map(
            static fn (array $side): Product => new Product(
                \sprintf('b%dx%d', ...$side),
                'bench',
                PrintSize::inches(...$side),
                Bleed::none(),
                Ppi::of(300),
                Ppi::of(240),
                OrientationRule::Landscape,
            ),
            self::PRODUCTS,
        );
    }
}
