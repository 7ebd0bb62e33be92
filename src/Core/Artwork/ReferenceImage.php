<?php

declare(strict_types=1);

namespace Snugfit\Core\Artwork;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;

/** The same picture at its full size, which someone holds: enlarged results are measured against it, and nothing is made from it. */
final readonly class ReferenceImage
{
    /** How far its proportions may be from the master's: what rounding to whole pixels makes of small pictures. */
    private const SLACK = 0.005;

    private function __construct(
        /** The file's name as given. */
        public string $fileName,
        /** SHA-256 under which its bytes are kept. */
        public string $file,
        /** Upright. */
        public PixelSize $size,
    ) {
    }

    /**
     * @param PixelSize $size    of the reference, upright
     * @param PixelSize $picture of the master, upright
     *
     * @throws UnsuitableReferenceImage where it cannot be the same picture at a larger size
     */
    public static function of(string $fileName, string $file, PixelSize $size, PixelSize $picture): self
    {
        if (abs(($size->width * $picture->height) / ($size->height * $picture->width) - 1) > self::SLACK) {
            throw UnsuitableReferenceImage::proportions($size, $picture);
        }
        if ($size->width <= $picture->width) {
            throw UnsuitableReferenceImage::notLarger($size, $picture);
        }

        return new self($fileName, $file, $size);
    }

    /** Prints the reference just as a recipe prints its master, to lay both beside each other. */
    public function recipe(Recipe $recipe): Recipe
    {
        return new Recipe($this->frame($recipe->frame), new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), $recipe->enlarge->to), $recipe->write);
    }

    /** The same part of the reference that a frame is of its master. */
    public function frame(Frame $frame): Frame
    {
        $transformed = $frame->transform->size($this->size);
        $of = $frame->transform->size($frame->picture);
        [$across, $down] = [$transformed->width / $of->width, $transformed->height / $of->height];
        [$left, $top] = [(int) round($frame->crop->x * $across), (int) round($frame->crop->y * $down)];
        [$width, $height] = [max(1, (int) round($frame->crop->width * $across)), max(1, (int) round($frame->crop->height * $down))];
        if (0.0 === $frame->transform->tilt) {
            [$width, $height] = [min($width, $transformed->width - $left), min($height, $transformed->height - $top)];
        } else {
            // A tilted window that is rounded up could hang over.
            [$width, $height] = [max(1, $width - 2), max(1, $height - 2)];
        }

        return new Frame($this->size, new PixelWindow($left, $top, $width, $height), $frame->transform);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['file_name' => $this->fileName, 'file' => $this->file, 'width' => $this->size->width, 'height' => $this->size->height];
    }

    /** Null where there is none. */
    public static function fromRecord(JsonReader $record): self
    {
        return new self($record->string('file_name'), $record->string('file'), new PixelSize($record->int('width'), $record->int('height')));
    }
}
