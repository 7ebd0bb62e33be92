<?php

declare(strict_types=1);

namespace Snugfit\Pixels;

use Snugfit\Core\Recipe\ImpossibleRecipe;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Colour\OutputColourConverter;
use Snugfit\Pixels\Enlarger\BrokenUpscale;
use Snugfit\Pixels\Onnx\OnnxFailed;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\UnreadableMaster;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\VipsFailed;
use Snugfit\Pixels\Writing\PdfDrawing;
use Snugfit\Pixels\Writing\PdfFile;
use Snugfit\Pixels\Writing\PdfLettering;
use Snugfit\Pixels\Writing\PdfLines;
use Snugfit\Pixels\Writing\PrintFileWriter;

/** Master and recipe -> print file, in one pass from the first row to the last. The only place where print files come from. */
final readonly class PrintFileMaker
{
    /** Ending of a file that is not complete. */
    public const PART = '.part';

    public function __construct(private PrintRenderer $pictures, private PrintFileWriter $writer = new PrintFileWriter())
    {
    }

    /** @param string $workFolder where enlarged pictures are kept for further products */
    public static function in(string $workFolder, int $threads = 1): self
    {
        return new self(new PrintRenderer($workFolder, threads: $threads));
    }

    /**
     * Writes to $target, which appears only whole: the pixels go into another beside it, which is renamed when complete.
     *
     * @param ?\Closure(float): void $tell hears which share of the enlarging is done
     *
     * @throws UnreadableMaster|ImpossibleRecipe|UnwritablePrintFile|BrokenUpscale|OnnxFailed
     */
    public function make(Master $master, Recipe $recipe, string $target, ?\Closure $tell = null): void
    {
        if (!$master->size()->equals($recipe->frame->picture)) {
            throw ImpossibleRecipe::otherMaster($recipe->frame->picture, $master->size());
        }
        $part = $target.self::PART;
        try {
            if ($recipe->write->lines) {
                $this->draw($master, $recipe, $part);
            } else {
                $this->paint($master, $recipe, $part, $tell);
            }
            $this->flush($part);
        } catch (VipsFailed $e) {
            @unlink($part);
            // Pixels are decoded while they are written, so the library cannot tell which of the two went wrong.
            throw $master->isWhole() ? UnwritablePrintFile::at($target, $e) : UnreadableMaster::damaged($e);
        } catch (UnwritablePrintFile $e) {
            @unlink($part);
            throw $e;
        }
        if (!rename($part, $target)) {
            throw UnwritablePrintFile::at($target);
        }
    }

    /** @param ?\Closure(float): void $tell */
    private function paint(Master $master, Recipe $recipe, string $part, ?\Closure $tell): void
    {
        $colours = OutputColourConverter::of($master, $recipe);
        $drawn = $recipe->drawnByPage();
        $painted = null === $drawn ? $recipe : $recipe->unlettered();
        $picture = fn (): Image => $colours->delivered(
            $this->pictures->of($master, $painted, $tell)->without(...PrintFileWriter::NOTES), $recipe->write->bits,
        );
        $this->writer->write($picture, $recipe->write, $part, $drawn);
    }

    private function draw(Master $master, Recipe $recipe, string $part): void
    {
        $drawn = $recipe->drawnByPage();
        PdfDrawing::of($master, static fn (PdfDrawing $drawing) => PdfFile::writeLines(
            $part,
            $recipe,
            new PdfLines($recipe, $drawing),
            null === $drawn ? null : PdfLettering::in($drawn, $recipe->write->colour),
        ));
    }

    private function flush(string $path): void
    {
        $file = fopen($path, 'r+');
        if (false === $file || !fsync($file)) {
            throw UnwritablePrintFile::at($path);
        }
        fclose($file);
    }
}
