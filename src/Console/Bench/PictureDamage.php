<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** What is done to a sound picture before ways of enlarging are measured on it. */
final readonly class PictureDamage
{
    /** @param \Closure(Image): Image $done */
    private function __construct(private \Closure $done)
    {
    }

    /** @return non-empty-array<string, self> what choosing is judged by */
    public static function all(): array
    {
        $all = ['clean' => self::none()];
        foreach ([90, 75, 50, 30] as $quality) {
            $all["JPEG $quality"] = self::jpeg($quality);
        }
        foreach ([3, 8, 15] as $levels) {
            $all["noise $levels"] = self::noise($levels);
        }
        foreach (['0.5', '0.7', '1', '1.5'] as $pixels) {
            $all["blur $pixels px"] = self::blur((float) $pixels);
        }

        return $all;
    }

    public static function none(): self
    {
        return new self(static fn (Image $picture): Image => $picture);
    }

    /** @param int $quality 1 to 100 */
    public static function jpeg(int $quality): self
    {
        return new self(static function (Image $picture) use ($quality): Image {
            $path = sys_get_temp_dir().'/snugfit-bench-'.bin2hex(random_bytes(4)).'.jpg';
            $picture->save('jpeg', $path, ['Q' => $quality]);
            $again = Image::load('jpeg', $path)->copyToMemory();
            unlink($path);

            return $again;
        });
    }

    /** @param float $levels deviation, in each channel apart, the same on every run */
    public static function noise(float $levels): self
    {
        return new self(static function (Image $picture) use ($levels): Image {
            $bands = array_map(static fn (int $seed): Image => Image::noise($picture->size(), $seed)->linear($levels, 0.0), [1, 2, 3]);

            return self::inLevels($picture->plus(Image::joined($bands)));
        });
    }

    /** @param float $deviation of a normal distribution, in pixels */
    public static function blur(float $deviation): self
    {
        return new self(static fn (Image $picture): Image => self::inLevels($picture->blurExactly($deviation)));
    }

    public function to(Image $picture): Image
    {
        return ($this->done)($picture);
    }

    private static function inLevels(Image $picture): Image
    {
        return $picture->roundTo(BandFormat::Byte)->withInterpretation(Interpretation::Srgb)->copyToMemory();
    }
}
