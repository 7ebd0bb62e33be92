<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Measure\PixelSize;

/** Cloth in a photo, flat but for its folds: of a pixel, which millimetre of it shows there. */
final readonly class PhotographedCloth
{
    /**
     * @param Homography          $plane from the photo's pixels to millimetres from where prints are held
     * @param array{float, float} $from  the least that is told, across and down
     * @param array{float, float} $to    the most
     */
    private function __construct(public Homography $plane, public array $from, public array $to)
    {
    }

    /** @param bool $hangs prints hang down from the middle of the sheet's upper edge; else they lie round its middle */
    public static function of(PhotographedSheet $sheet, bool $hangs): self
    {
        [$width, $height] = [$sheet->size->width->inMillimetres(), $sheet->size->height->inMillimetres()];
        $held = $hangs ? $height / 2 : 0.0;

        return new self(
            (new Homography([1.0, 0.0, 0.0, 0.0, 1.0, $held, 0.0, 0.0, 1.0]))->after($sheet->projection->parallelTo()->inverse()),
            // Prints are no larger than the sheet: half as much again to each side is beyond all of them.
            [-$width, $held - $height],
            [$width, $held + $height],
        );
    }

    public function surface(PhotographedSheet $sheet, PixelSize $photo, bool $hangs): ClothSurface
    {
        return new ClothSurface(
            $sheet->size, $this->from, $this->to, $hangs, false, $photo->width / $sheet->projection->pixelsPerMillimetre(),
        );
    }

    /** @return array<string, list<float>> */
    public function toArray(): array
    {
        return ['plane' => $this->plane->numbers, 'from' => $this->from, 'to' => $this->to];
    }

    public static function fromRecord(JsonReader $record): self
    {
        [$from, $to] = [$record->floats('from'), $record->floats('to')];
        $n = $record->floats('plane');
        if (9 !== \count($n)) {
            throw MalformedJson::field('cloth', 'plane', 'nine numbers');
        }

        return new self(
            new Homography([$n[0], $n[1], $n[2], $n[3], $n[4], $n[5], $n[6], $n[7], $n[8]]),
            [$from[0] ?? 0.0, $from[1] ?? 0.0],
            [$to[0] ?? 0.0, $to[1] ?? 0.0],
        );
    }
}
