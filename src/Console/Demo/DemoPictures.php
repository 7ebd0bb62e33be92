<?php

declare(strict_types=1);

namespace Snugfit\Console\Demo;

use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\BandFormat;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;
use Snugfit\Pixels\Vips\Kernel;

/**
 * Makes the files of the made-up Tern Head Lighthouse Trust from the drawings in demo/: every kind of picture, and every
 * trap that real folders hold. The same machine always makes the same files.
 */
final readonly class DemoPictures
{
    public function __construct(private string $projectDir)
    {
    }

    /** @return list<string> names of the files written */
    public function write(string $folder): array
    {
        $jpeg = ['Q' => 92];
        $this->photo('harbour-at-dusk', 4200)
            ->withResolution(72 / 25.4)
            ->save('jpeg', "$folder/harbour-at-dusk.jpg", $jpeg);
        $this->flat('signal-flags', 2000)->save('png', "$folder/signal-flags.png", []);
        $this->flat('lamp-lens-plate', 1800)->save('png', "$folder/lamp-lens-plate.png", []);
        $this->flat('puffin-class-3b', 1024)->save('jpeg', "$folder/puffin-class-3b.jpg", $jpeg);
        $this->flat('fog-bell-poster', 1600)->save('png', "$folder/fog-bell-poster.png", []);
        $this->drawing('trust-emblem', 300)->save('png', "$folder/trust-emblem.png", []);
        $this->flat('keepers-logbook-whale', 3200)->save('tiff', "$folder/keepers-logbook-whale.tif", ['compression' => 5]);
        copy($this->path('tide-tables'), "$folder/tide-tables.svg");
        $this->photo('sound-panorama', 7200)->save('jpeg', "$folder/sound-panorama.jpg", $jpeg);
        $this->photo('tower-stairs', 2600)
            ->sideways()
            ->save('jpeg', "$folder/tower-stairs.jpg", $jpeg);
        $this->sixteenBit('lighthouse-elevation', 2000)->save('tiff', "$folder/lighthouse-elevation.tif", ['compression' => 5]);
        $this->flat('chart-of-the-sound', 2400)
            ->toProfile('cmyk')
            ->save('jpeg', "$folder/chart-of-the-sound.jpg", $jpeg);
        $this->photo('aurora-over-the-light', 3600)
            ->toProfile('p3')
            ->save('jpeg', "$folder/aurora-over-the-light.jpg", $jpeg);
        $this->flat('pixel-keeper', 32)->save('png', "$folder/pixel-keeper.png", []);
        $this->drawing('trust-emblem', 3600)->save('png', "$folder/trust-emblem-large.png", []);
        // Small once, enlarged by somebody, and no sharper for it.
        $this->photo('bell-buoy', 500)
            ->resize(new PixelSize(3000, 4000), Kernel::Mitchell)
            ->save('jpeg', "$folder/bell-buoy-enlarged.jpg", $jpeg);
        copy("$folder/puffin-class-3b.jpg", "$folder/puffin-class-3b-copy.jpg");
        $names = array_map(basename(...), glob($folder.'/*') ?: []);
        sort($names);

        return $names;
    }

    private function path(string $name): string
    {
        return \sprintf('%s/demo/drawings/%s.svg', $this->projectDir, $name);
    }

    private function drawing(string $name, int $width): Image
    {
        $text = (string) file_get_contents($this->path($name));
        $natural = Image::drawing($text)->size()->width;

        return Image::drawing($text, ['scale' => (float) ($width / $natural)])->withResolution(300 / 25.4);
    }

    private function flat(string $name, int $width): Image
    {
        return $this->drawing($name, $width)->flatten([255.0, 255.0, 255.0]);
    }

    /** Drawn at half size and enlarged, so that its grain is as coarse as a photograph's, and the drawing takes no minute. */
    private function photo(string $name, int $width): Image
    {
        $small = $this->flat($name, (int) round($width / 2));
        $size = $small->size();

        return $small->resize(new PixelSize($width, (int) round(($size->height * $width) / $size->width)), Kernel::Lanczos);
    }

    private function sixteenBit(string $name, int $width): Image
    {
        $wide = $this->flat($name, $width * 2)
            ->rescaleTo(BandFormat::Short)
            ->withInterpretation(Interpretation::Rgb16);
        $size = $wide->size();

        // Reducing in sixteen bits makes levels that eight do not have.
        return $wide->resize(new PixelSize($width, (int) round($size->height / 2)), Kernel::Lanczos);
    }
}
