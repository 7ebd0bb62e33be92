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
use Snugfit\Core\Upscale\Effort;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\ImageSimilarity;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\MakePrintJob;
use Snugfit\Pixels\ProcessorTime;
use Snugfit\Pixels\Resampler;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\Kernel;
use Snugfit\Pixels\Vips\Vips;
use Snugfit\Pixels\Zimg\ScalingFilter;
use Snugfit\Work\Child\CpuCount;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Folder\PixelJobQueue;
use Symfony\Component\Filesystem\Filesystem;

/** Every way against bicubic and Lanczos, on pictures that no network was trained on: reduced, enlarged again, compared. */
final readonly class EnlargerQuality implements Measurement
{
    /** scikit-image's, from Debian's python3-skimage. */
    private const PICTURES = '/usr/lib/python3/dist-packages/skimage/data';
    private const DRAWINGS = 6;
    private const ROUNDS = 7;
    private const NAMES = ['astronaut', 'chelsea', 'coffee', 'camera'];

    public function __construct(private PixelProcessPool $processes)
    {
    }

    public function name(): string
    {
        return 'enlarge';
    }

    public function title(): string
    {
        return 'Enlarging: luma PSNR in dB and SSIM, means over '.
            implode(', ', self::NAMES).
            ' (python3-skimage), reduced by a cubic kernel';
    }

    public function measure(\Closure $say): void
    {
        if (!is_dir(self::PICTURES)) {
            $say('quality not measured: it needs the pictures of Debian\'s python3-skimage');
        } else {
            $photos = array_map(static fn (string $name): Image => self::photo($name), self::NAMES);
            $this->table($say, 'photographs ×2', $photos, 1, PictureDamage::none(), ['faithful', 'faithful best', 'quick', 'mending']);
            $this->table($say, 'photographs ×4', $photos, 2, PictureDamage::none(), ['faithful', 'quick', 'mending', 'textured 60']);
            $this->table($say, '×2 after JPEG quality 50', $photos, 1, PictureDamage::jpeg(50), ['faithful', 'mending 50', 'mending']);
            $this->table($say, '×2 after JPEG quality 80', $photos, 1, PictureDamage::jpeg(80), ['faithful', 'mending 50', 'mending']);
            $this->table($say, '×2 after noise of 8 levels', $photos, 1, PictureDamage::noise(8.0), ['faithful', 'mending', 'denoised']);
            $this->table($say, '×2 blurred by 1 px', $photos, 1, PictureDamage::blur(1.0), ['faithful', 'focused 75', 'focused']);
        }
        $drawings = [self::drawing(1), self::drawing(2)];
        $this->table($say, 'rendered lettering and lines ×2', $drawings, 1, PictureDamage::none(), ['faithful', 'drawn', 'drawn best']);
        $this->table($say, 'rendered lettering and lines ×4', $drawings, 2, PictureDamage::none(), ['faithful', 'drawn']);
        $this->table($say, 'the same ×2 after JPEG quality 50', $drawings, 1, PictureDamage::jpeg(50), ['drawn', 'mending', 'redrawn']);
        $this->speeds($say);
    }

    /**
     * @param \Closure(string): void $say
     * @param list<Image>            $pictures
     * @param list<string>           $ways
     */
    private function table(\Closure $say, string $title, array $pictures, int $times, PictureDamage $damage, array $ways): void
    {
        $sums = [];
        foreach ($pictures as $picture) {
            $half = new PixelSize(intdiv($picture->size()->width, 2 ** $times), intdiv($picture->size()->height, 2 ** $times));
            $small = $damage->to($picture->resize($half, Kernel::Cubic)->copyToMemory());
            $made = [
                'bicubic' => (new Resampler())->enlarge($small, $picture->size(), ScalingFilter::Bicubic),
                'Lanczos' => (new Resampler())->enlarge($small, $picture->size(), ScalingFilter::Lanczos),
            ];
            foreach ($ways as $way) {
                $made[$way] = self::enlarged($small, self::way($way), $times);
            }
            foreach ($made as $way => $image) {
                $similarity = ImageSimilarity::between($picture, $image);
                $sums[$way] = [
                    ($sums[$way][0] ?? 0.0) + $similarity->psnr / \count($pictures),
                    ($sums[$way][1] ?? 0.0) + $similarity->ssim / \count($pictures),
                ];
            }
        }
        $say(
            $title.
                ': '.
                implode(
                    ' · ',
                    array_map(
                        static fn (string $way, array $sum): string => \sprintf(
                            '%s %.2f (%+.2f) %.4f',
                            $way,
                            $sum[0],
                            $sum[0] - $sums['bicubic'][0],
                            $sum[1],
                        ),
                        array_keys($sums),
                        $sums,
                    ),
                ),
        );
    }

    /** @param \Closure(string): void $say */
    private function speeds(\Closure $say): void
    {
        $picture = self::drawing(3)->copyToMemory();
        // As workers do.
        Vips::useThreads(1);
        foreach (['quick', 'faithful', 'mending', 'mending 50', 'focused 75', 'redrawn', 'textured 60', 'faithful best'] as $way) {
            $doubler = new NetworkUpscaler(self::way($way));
            [$rates, $shares] = [[], []];
            // Each between two of the bare network: other work on the machine comes and goes.
            for ($round = 0, $before = self::bare($doubler); $round < self::ROUNDS; ++$round, $before = $after) {
                $rates[] = $rate = self::inFolder(static function (string $folder) use ($picture, $doubler): float {
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
        Vips::useThreads(CpuCount::count());
        $say(\sprintf('two workers: %.2f times as fast as one', $this->workers(1) / $this->workers(2)));
    }

    /** Seconds for some pictures by so many workers of one thread each. */
    private function workers(int $workers): float
    {
        return self::inFolder(function (string $folder) use ($workers): float {
            $jobs = [];
            for ($i = 0; $i < self::DRAWINGS; ++$i) {
                self::drawing(10 + $i)
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

    private static function way(string $words): UpscaleSettings
    {
        [$name, $more] = [...explode(' ', $words), ''];

        return 'quick' === $name
            ? new UpscaleSettings(UpscaleMethod::Faithful, 100, Effort::Quick)
            : new UpscaleSettings(
                UpscaleMethod::from($name),
                is_numeric($more) ? (int) $more : 100,
                Effort::tryFrom($more) ?? Effort::Usual,
            );
    }

    private static function enlarged(Image $small, UpscaleSettings $upscale, int $times): Image
    {
        return self::inFolder(
            static fn (string $folder): Image => (new UpscaleTileCache($folder))
                ->doubled($small, 'picture', new NetworkUpscaler($upscale), $times, PixelWindow::whole($small->size()))
                ->copyToMemory(),
        );
    }

    /**
     * @template T
     *
     * @param \Closure(string): T $act
     *
     * @return T
     */
    private static function inFolder(\Closure $act): mixed
    {
        $folder = sys_get_temp_dir().'/snugfit-bench-'.bin2hex(random_bytes(4));
        mkdir($folder);
        try {
            return $act($folder);
        } finally {
            (new Filesystem())->remove($folder);
        }
    }

    private static function photo(string $name): Image
    {
        $picture = Image::load('png', self::PICTURES.'/'.$name.'.png');
        $picture = $picture->bands() < 3 ? $picture->colourspace(Interpretation::Srgb) : $picture->extractBands(0, 3);
        $size = $picture->size();

        return $picture
            ->crop(new PixelWindow(0, 0, $size->width - ($size->width % 4), $size->height - ($size->height % 4)))
            ->copyToMemory();
    }

    /** Words, thin lines at all angles, rings and shapes; another for every seed. */
    private static function drawing(int $seed): Image
    {
        mt_srand($seed);
        $parts = '<rect width="1024" height="768" fill="'.(1 === $seed % 2 ? '#fff' : '#f4e9cf').'"/>';
        for ($i = 0; $i < 36; ++$i) {
            $angle = deg2rad(5 * $i + 1);
            $parts .= \sprintf(
                '<path d="M300 240L%F %F" stroke="#111" stroke-width="%F"/>',
                300 + 210 * cos($angle),
                240 + 210 * sin($angle),
                1 + ($i % 3),
            );
        }
        for ($i = 0; $i < 9; ++$i) {
            $parts .= \sprintf(
                '<circle cx="740" cy="220" r="%d" fill="none" stroke="%s" stroke-width="%F"/>',
                20 + 20 * $i,
                ['#a22', '#135', '#111'][$i % 3],
                1.5 + ($i % 3),
            );
        }
        foreach (['Tide & Lamp 1874', 'keepers of the light', 'No. 0123456789'] as $i => $words) {
            $parts .= \sprintf(
                '<text x="40" y="%d" font-family="DejaVu Sans, sans-serif" font-size="%d" fill="%s">%s</text>',
                520 + 70 * $i,
                54 - 14 * $i,
                ['#111', '#135', '#a22'][$i],
                htmlspecialchars($words),
            );
        }
        for ($i = 0; $i < 8; ++$i) {
            $parts .= \sprintf(
                '<path d="M%d %dl%d %dl%d %dz" fill="#%06x"/>',
                mt_rand(560, 900),
                mt_rand(460, 660),
                mt_rand(30, 90),
                mt_rand(-60, 60),
                mt_rand(-60, 60),
                mt_rand(30, 90),
                mt_rand(0, 0xFFFFFF),
            );
        }

        return Image::drawing('<svg xmlns="http://www.w3.org/2000/svg" width="1024" height="768">'.$parts.'</svg>')
            ->extractBands(0, 3)
            ->cast(BandFormat::Byte)
            ->copyToMemory();
    }
}
