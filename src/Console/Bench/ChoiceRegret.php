<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\RepairErrors;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Upscale\RepairStrength;
use Snugfit\Core\Upscale\UpscaleChoice;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Enlarger\NetworkUpscaler;
use Snugfit\Pixels\ImageSimilarity;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\MasterReader;
use Snugfit\Pixels\Resampler;
use Snugfit\Pixels\Vips\Extend;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Kernel;
use Snugfit\Pixels\Zimg\ScalingFilter;

/**
 * What choosing costs: how far the way that is chosen for a damaged picture lies behind the best way for it at any strength, in dB of
 * luma at twice the size.
 */
final readonly class ChoiceRegret
{
    /** Folders of pictures by their kind, made by tools/enlarger/judged.py: none of them was trained on. */
    public const PICTURES = 'var/judged';

    /** Pixels of a picture that are looked at, at most. */
    private const SIDE = 352;

    /** Under so little nobody sees a difference: mean square of a seventh of a level. */
    private const LEAST = 0.02;

    private NetworkUpscaler $faithful;
    private NetworkUpscaler $drawn;

    /** @var list<array{UpscaleMethod, NetworkUpscaler}> */
    private array $repairs;

    public function __construct(private string $folder, private MasterReader $reader = new MasterReader())
    {
        // Opened once for all pictures.
        $network = static fn (UpscaleMethod $way): NetworkUpscaler => new NetworkUpscaler(new UpscaleSettings($way));
        [$this->faithful, $this->drawn] = [$network(UpscaleMethod::Faithful), $network(UpscaleMethod::Drawn)];
        $this->repairs = array_map(
            static fn (UpscaleMethod $way): array => [$way, $network($way)],
            UpscaleMethod::repairs(),
        );
    }

    /** @param \Closure(string): void $say */
    public function measure(\Closure $say): void
    {
        $sorts = glob($this->folder.'/*', \GLOB_ONLYDIR) ?: [];
        if ([] === $sorts) {
            $say(\sprintf('choice not measured: it needs what tools/enlarger/judged.py puts into %s', self::PICTURES));

            return;
        }
        foreach ($sorts as $sort) {
            $paths = glob($sort.'/*.png') ?: [];
            $lost = [];
            foreach ($paths as $path) {
                $truth = self::inner(Image::load('png', $path)->extractBands(0, 3));
                foreach (PictureDamage::all() as $name => $damage) {
                    $lost[$name][] = $this->lost($truth, $damage);
                }
            }
            $say(\sprintf('dB lost by choosing, %d of %s: %s', \count($paths), basename($sort), implode(' · ', array_map(
                static fn (string $name, array $all): string => \sprintf('%s %.2f', $name, array_sum($all) / max(1, \count($all))),
                array_keys($lost),
                $lost,
            ))));
        }
    }

    private function lost(Image $truth, PictureDamage $damage): float
    {
        $half = new PixelSize(intdiv($truth->size()->width, 2), intdiv($truth->size()->height, 2));
        $small = $damage->to($truth->resize($half, Kernel::Cubic)->copyToMemory())->copyToMemory();
        // As a PNG, so that no table of a JPEG helps.
        $facts = BenchFolder::within(function (string $folder) use ($small): MasterFacts {
            $small->save('png', $folder.'/given.png', []);

            return $this->reader->read(Master::open($folder.'/given.png'));
        });
        $squares = $this->squares($truth, $small);
        $chosen = UpscaleChoice::for($facts->kindGuess, $facts)->settings;
        // What is laid onto the picture's own colours is counted as drawn, of which it never loses much.
        $code = UpscaleMethod::Rebuilt === $chosen->method ? UpscaleMethod::Drawn->value : $chosen->code();

        return 10 * log10($squares[$code] / min($squares));
    }

    /** @return non-empty-array<string, float> mean squares of luma's differences, by the code of a way */
    private function squares(Image $truth, Image $small): array
    {
        [$faithful, $drawn] = [self::doubled($small, $this->faithful), self::doubled($small, $this->drawn)];
        $squares = [
            'faithful' => self::off($truth, $faithful),
            'drawn' => self::off($truth, $drawn),
            'lanczos' => self::off($truth, (new Resampler())->enlarge($small, $truth->size(), ScalingFilter::Lanczos)),
            'nearest' => self::off($truth, $small->repeatPixels(2)),
        ];
        foreach ($this->repairs as [$repair, $network]) {
            [$clean, $rest] =
                UpscaleMethod::Drawn === $repair->forClean() ? [$drawn, $squares['drawn']] : [$faithful, $squares['faithful']];
            $whole = self::doubled($small, $network);
            $half = $whole->linear(0.5, 0.0)->plus($clean->linear(0.5, 0.0));
            $errors = new RepairErrors(self::off($truth, $half), self::off($truth, $whole));
            foreach (RepairStrength::all() as $strength) {
                $code = (new UpscaleSettings($repair, $strength))->code();
                $squares[$code] = max(self::LEAST, $errors->at($strength / 100, $rest));
            }
        }

        return $squares;
    }

    private static function off(Image $truth, Image $made): float
    {
        return max(self::LEAST, ImageSimilarity::squares($truth, $made));
    }

    private static function doubled(Image $small, NetworkUpscaler $network): Image
    {
        [$margin, $size] = [$network->margin(), $small->size()];
        $wide = new PixelSize($size->width + 2 * $margin, $size->height + 2 * $margin);

        return $network->enlarge($small->embed($margin, $margin, $wide, Extend::Copy)->copyToMemory())->copyToMemory();
    }

    /** The middle of it, of even sides. */
    private static function inner(Image $picture): Image
    {
        $size = $picture->size();
        [$width, $height] = [min(self::SIDE, $size->width - $size->width % 2), min(self::SIDE, $size->height - $size->height % 2)];

        return $picture
            ->crop(new PixelWindow(intdiv($size->width - $width, 2), intdiv($size->height - $height, 2), $width, $height))
            ->copyToMemory();
    }
}
