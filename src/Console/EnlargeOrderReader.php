<?php

declare(strict_types=1);

namespace Snugfit\Console;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\Artwork\UnsuitableReferenceImage;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\KeptOffTexture;
use Snugfit\Core\Upscale\UpscaleChoice;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;

/** Reads from a command's words, and from the pictures that they name, what is to be enlarged to what and how. */
final readonly class EnlargeOrderReader
{
    /** Where a master says nothing: the usual target for print (common practice). */
    private const PPI = 300.0;

    public function __construct(private PixelProcessPool $processes)
    {
    }

    /** @throws \InvalidArgumentException|UnsuitableReferenceImage|PixelJobFailed */
    public function read(Options $option): EnlargeOrder
    {
        [$in, $out] = [$option->argument('in'), $option->argument('out')];
        if (!is_file($in)) {
            throw new \InvalidArgumentException(\sprintf('There is no file "%s".', $in));
        }
        if (realpath($in) === realpath($out)) {
            throw new \InvalidArgumentException('The result cannot take the master\'s place; give it another name.');
        }
        $format = $this->format($out);
        $upscale = $option->upscaleSettings();
        $facts = MasterFacts::fromRecord($this->processes->start(new ReadMasterJob(new JobMaster($in)))->facts());
        $to = $this->size($option, $facts->size);
        $reference = $this->reference($option, $facts->size);
        $why = null;
        if (null === $upscale) {
            $choice = UpscaleChoice::for($facts->kindGuess, $facts);
            [$upscale, $why] = [$choice->settings->with($option->effort()), $choice->why];
        }
        $recipe = new Recipe(
            new Frame($facts->size, PixelWindow::whole($facts->size)),
            new Enlarge($upscale, $to, KeptOffTexture::in($upscale, $facts)),
            new Write(
                $format,
                Ppi::of($facts->ppiTag ?? self::PPI),
                $facts->bits > 8 && $format->keepsSixteenBits() ? 16 : 8,
                $facts->isTransparent && $format->keepsTransparency(),
            ),
        );

        return new EnlargeOrder($in, $out, $facts, $upscale, $to, $recipe, $option->text('reference') ?? '', $reference, $why);
    }

    /** @throws UnsuitableReferenceImage|PixelJobFailed */
    private function reference(Options $option, PixelSize $picture): ?ReferenceImage
    {
        $path = $option->text('reference');
        if (null === $path) {
            return null;
        }
        if (!is_file($path)) {
            throw new \InvalidArgumentException(\sprintf('There is no file "%s".', $path));
        }
        $facts = MasterFacts::fromRecord($this->processes->start(new ReadMasterJob(new JobMaster($path)))->facts());

        return ReferenceImage::of(basename($path), $facts->sha256, $facts->size, $picture);
    }

    private function format(string $out): FileFormat
    {
        return match (strtolower(pathinfo($out, \PATHINFO_EXTENSION))) {
            'png' => FileFormat::Png,
            'jpg', 'jpeg' => FileFormat::Jpeg,
            'tif', 'tiff' => FileFormat::Tiff,
            'webp' => FileFormat::Webp,
            default => throw new \InvalidArgumentException(
                'The result is written as .png, .jpg, .tif or .webp; give it one of these endings.',
            ),
        };
    }

    private function size(Options $option, PixelSize $from): PixelSize
    {
        [$factor, $to] = [$option->number('factor'), $option->text('to')];
        if ((null === $factor) === (null === $to)) {
            throw new \InvalidArgumentException('Say how large: --factor=2, or --to=6000x4000.');
        }
        if (null !== $factor) {
            if ($factor <= 0) {
                throw new \InvalidArgumentException('--factor takes a number over 0.');
            }
            $size = $from->scaled($factor);
        } else {
            if (
                1 !== preg_match('/^\s*(\d{1,6})\s*[x×]\s*(\d{1,6})\s*(px)?\s*$/u', (string) $to, $found) ||
                0 === (int) $found[1] ||
                0 === (int) $found[2]
            ) {
                throw new \InvalidArgumentException('--to takes pixels, like 6000x4000.');
            }
            $size = new PixelSize((int) $found[1], (int) $found[2]);
            $height = ($from->height * $size->width) / $from->width;
            $width = ($from->width * $size->height) / $from->height;
            if (abs($height - $size->height) > 1 && abs($width - $size->width) > 1) {
                throw new \InvalidArgumentException(
                    \sprintf(
                        '%s px has other proportions than the picture, and nothing is stretched. %d × %d px or %d × %d px would fit.',
                        $size,
                        $size->width,
                        round($height),
                        round($width),
                        $size->height,
                    ),
                );
            }
        }
        if ($size->longSide() > Product::EXTREME_LIMIT * $from->longSide() * 1.0001) {
            throw new \InvalidArgumentException(\sprintf('×%d is the most that a picture is enlarged.', Product::EXTREME_LIMIT));
        }

        return $size;
    }
}
