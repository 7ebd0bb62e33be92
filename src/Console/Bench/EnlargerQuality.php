<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\Enlarger\UpscaleTileCache;
use Snugfit\Pixels\ImageSimilarity;
use Snugfit\Pixels\Resampler;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\Kernel;
use Snugfit\Pixels\Zimg\ScalingFilter;
use Snugfit\Work\Child\PixelProcessPool;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Every way against bicubic and Lanczos, on pictures that no network was trained on: reduced, enlarged again, compared. */
final readonly class EnlargerQuality implements Measurement
{
    /** scikit-image's, from Debian's python3-skimage. */
    private const PICTURES = '/usr/lib/python3/dist-packages/skimage/data';
    private const NAMES = ['astronaut', 'chelsea', 'coffee', 'camera'];

    public function __construct(
        private PixelProcessPool $processes,
        #[Autowire('%kernel.project_dir%')] private string $project,
    ) {
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
            $this->table($say, 'photographs ×4', $photos, 2, PictureDamage::none(), [
                'faithful', 'faithful best', 'quick', 'mending', 'textured 60',
            ]);
            $this->table($say, '×2 after JPEG quality 50', $photos, 1, PictureDamage::jpeg(50), ['faithful', 'mending 50', 'mending']);
            $this->table($say, '×2 after JPEG quality 80', $photos, 1, PictureDamage::jpeg(80), ['faithful', 'mending 50', 'mending']);
            $this->table($say, '×2 after noise of 8 levels', $photos, 1, PictureDamage::noise(8.0), ['faithful', 'mending', 'denoised']);
            $this->table($say, '×2 blurred by 1 px', $photos, 1, PictureDamage::blur(1.0), ['faithful', 'focused 75', 'focused']);
        }
        $drawings = [BenchDrawing::of(1), BenchDrawing::of(2)];
        $this->table($say, 'rendered lettering and lines ×2', $drawings, 1, PictureDamage::none(), ['faithful', 'drawn', 'drawn best']);
        $this->table($say, 'rendered lettering and lines ×4', $drawings, 2, PictureDamage::none(), ['faithful', 'drawn']);
        $this->table($say, 'the same ×2 after JPEG quality 50', $drawings, 1, PictureDamage::jpeg(50), ['drawn', 'mending', 'redrawn']);
        (new EnlargerSpeeds($this->processes))->measure($say);
        (new ChoiceRegret($this->project.'/'.ChoiceRegret::PICTURES))->measure($say);
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
                $made[$way] = self::enlarged($small, UpscaleWords::settings($way), $times);
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

    private static function enlarged(Image $small, UpscaleSettings $upscale, int $times): Image
    {
        return BenchFolder::within(
            static fn (string $folder): Image => (new UpscaleTileCache($folder))
                ->doubled($small, 'picture', new NetworkUpscaler($upscale), $times, PixelWindow::whole($small->size()))
                ->copyToMemory(),
        );
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
}
