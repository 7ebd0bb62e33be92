<?php

declare(strict_types=1);

namespace Snugfit\Core\Recipe;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Finish\ImpossibleFinish;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\Placement;
use Snugfit\Core\Fit\PrintDimensions;
use Snugfit\Core\Fit\PrintLayout;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\LetteringLayout;
use Snugfit\Core\Lettering\LetteringRequest;
use Snugfit\Core\Lettering\SetLine;
use Snugfit\Core\Lettering\Typesetter;
use Snugfit\Core\Output\Compression;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\ImpossibleOutput;
use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Output\SizeLimit;
use Snugfit\Core\Product\Product;
use Snugfit\Core\Upscale\KeptOffTexture;
use Snugfit\Core\Upscale\UpscaleChoice;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;

/** Writes down how a placement's print file is made. */
final readonly class RecipeBuilder
{
    /** @param ?Typesetter $typesetter null where there are no words to set */
    public function __construct(private ?Typesetter $typesetter = null)
    {
    }

    /**
     * @param MasterFacts $facts of the prepared master, where something is done to it first
     *
     * @throws ImpossibleRecipe|ImpossibleFinish|ImpossibleOutput|ImpossibleLettering where the placement is short, or the format
     *   cannot hold the print, or finishing or lettering cannot be as it is wished
     */
    public function recipeFor(Placement $placement, MasterFacts $facts, RenderOptions $options = new RenderOptions()): Recipe
    {
        $output = $placement->output ?? throw ImpossibleRecipe::short($placement->product->code);
        $colour = $options->colour($placement->product->colour);
        $format = $options->format ?? $this->usualFormat($placement->product, $this->isTransparent($facts, $output), $colour);
        if ($output->size->longSide() > $format->longestSide()) {
            throw ImpossibleRecipe::tooLong($output->size, $format);
        }

        $write = $this->write($placement->product, $facts, $output, $format, $colour, $options);
        $how = $this->how($placement, $facts, $options);

        $finish = $options->finish->finish($placement->artwork->kind, $placement->product, $output->ppi);
        $mount = null === $output->layout ? null : new Mount($output->size, $this->layout($output->layout, $write));
        if (self::keepsLines($facts, $write, $finish, $mount)) {
            $write = $write->asLines();
        }

        return new Recipe(
            new Frame($facts->size, $placement->crop, $placement->transform),
            new Enlarge(
                $how,
                $output->pictureSize(),
                $this->isEnlarged($placement, $facts) ? $options->region ?? KeptOffTexture::in($how, $facts) : null,
            ),
            $write,
            $mount,
            $finish,
            $options->repair->effective(),
            lettering: LetteringLayout::lettered($this->lines($placement, $options->lettering)),
        );
    }

    /** Whether a drawing goes into a PDF as it is: nothing that is wanted asks for pixels. */
    private static function keepsLines(MasterFacts $facts, Write $write, Finish $finish, ?Mount $mount): bool
    {
        return FileFormat::Pdf === $write->format && $facts->format->isVector() && $finish->isNone() && null === $write->limit
            && Profile::Srgb === $write->colour->profile
            && (null === $mount || EdgeFill::Colour === $mount->layout->edgeFill);
    }

    /**
     * The words as they are laid on a placement's print.
     *
     * @return list<SetLine>
     *
     * @throws ImpossibleLettering
     */
    public function lines(Placement $placement, LetteringRequest $request): array
    {
        return [] === $request->lettering->lines
            ? []
            : (new LetteringLayout($this->typesetter ?? throw ImpossibleLettering::notReady()))->of($request, $placement);
    }

    private function write(
        Product $product,
        MasterFacts $facts,
        PrintDimensions $output,
        FileFormat $format,
        OutputColour $colour,
        RenderOptions $options,
    ): Write {
        $most = $options->mostBytes($product->maxBytes);
        $quality = $options->quality ?? Write::JPEG_QUALITY;

        return new Write(
            $format,
            $output->ppi,
            $facts->bits > 8 && $format->keepsSixteenBits() ? 16 : 8,
            $this->isTransparent($facts, $output)
                && $format->keepsTransparency() && $colour->profile->keepsTransparency() && $product->wantsTransparency,
            $options->matte ?? 'ffffff',
            // What a format does not have is as usual, so that a choice makes nothing again for nothing.
            $format->isLossy() ? $quality : Write::JPEG_QUALITY,
            $colour,
            FileFormat::Tiff === $format ? $options->compression ?? Compression::Lzw : Compression::Lzw,
            null !== $most && $format->isLossy() ? new SizeLimit($most, min($quality, $options->leastQuality)) : null,
            FileFormat::Pdf === $format ? new PdfPage(
                $product->trim,
                $product->bleed,
                $options->cutMarks,
                $options->cutMarks && $product->isWrapped() ? $product->wrap : null,
            ) : null,
        );
    }

    /** Round a picture is what transparent artwork is laid on, where the file keeps no transparency. */
    private function layout(PrintLayout $layout, Write $write): PrintLayout
    {
        return EdgeFill::Transparent === $layout->edgeFill && !$write->transparent
            ? new PrintLayout($layout->part, EdgeFill::Colour, $write->matte)
            : $layout;
    }

    /** Whether the print has transparent parts: the picture's own, or what is round it. */
    private function isTransparent(MasterFacts $facts, PrintDimensions $output): bool
    {
        return $facts->isTransparent || EdgeFill::Transparent === $output->layout?->edgeFill;
    }

    /** What is not enlarged is made the same way whatever was chosen, so that a choice makes nothing again for nothing. */
    private function how(Placement $placement, MasterFacts $facts, RenderOptions $options): UpscaleSettings
    {
        return $this->isEnlarged($placement, $facts)
            ? $options->upscale ?? UpscaleChoice::for($placement->artwork->kind, $facts)->settings->with($options->effort)
            : new UpscaleSettings(UpscaleMethod::Lanczos);
    }

    private function isEnlarged(Placement $placement, MasterFacts $facts): bool
    {
        return !$facts->format->isVector() &&
            null !== $placement->output &&
            !$placement->crop->size()->covers($placement->output->pictureSize());
    }

    /**
     * The product's first format that takes its colours; for what is transparent on a product that wants it, the first that keeps
     * transparency.
     */
    private function usualFormat(Product $product, bool $isTransparent, OutputColour $colour): FileFormat
    {
        $possible = array_values(array_filter($product->formats, static fn (FileFormat $format): bool => $format->takes($colour->profile)));
        foreach ($possible as $format) {
            if (!$isTransparent || !$product->wantsTransparency || $format->keepsTransparency()) {
                return $format;
            }
        }

        return $possible[0] ?? $product->formats[0];
    }
}
