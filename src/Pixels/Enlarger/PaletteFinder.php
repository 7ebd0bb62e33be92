<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Enlarger;

use Snugfit\Pixels\Colour\WorkingSpaceConverter;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;

/** Finds a picture's palette, once for all its products. */
final readonly class PaletteFinder
{
    /** Goes up when the same picture would get another palette. */
    private const EDITION = 3;

    public function __construct(private string $folder)
    {
    }

    /**
     * @param Image  $upright sRGB, 8 or 16 bits, with alpha or without
     * @param string $name    of the picture: the same name, the same pixels
     *
     * @return ?Palette null where the picture is not made of few colours
     *
     * @throws UnwritablePrintFile
     */
    public function find(Image $upright, string $name): ?Palette
    {
        $folder = $this->folder.'/'.$name;
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true) && !is_dir($folder)) {
            throw UnwritablePrintFile::at($folder);
        }
        $path = $folder.'/palette-'.self::EDITION.'.json';
        $lock = fopen($path.'.lock', 'c') ?: throw UnwritablePrintFile::at($path);
        // Another worker may be finding the same one; its result is waited for.
        flock($lock, \LOCK_EX);
        try {
            if (is_file($path)) {
                return Palette::fromJson((string) file_get_contents($path));
            }
            $palette = self::of($upright);
            if (false === file_put_contents($path, $palette?->json() ?? 'null')) {
                throw UnwritablePrintFile::at($path);
            }

            return $palette;
        } finally {
            fclose($lock);
        }
    }

    private static function of(Image $upright): ?Palette
    {
        // What is transparent counts as black, which is no ramp and near no colour that is seen.
        $colour = $upright->hasAlpha() ? $upright->flatten([0.0, 0.0, 0.0])->withInterpretation($upright->interpretation()) : $upright;
        $isDeep = 16 === WorkingSpaceConverter::bitsOf($upright);
        $bytes = ($isDeep ? $colour->rescaleTo(BandFormat::Byte) : $colour)->bytes();
        $palette = Palette::of($bytes, $upright->size());

        return $isDeep ? $palette?->deepened($bytes, $colour->bytes()) : $palette;
    }
}
