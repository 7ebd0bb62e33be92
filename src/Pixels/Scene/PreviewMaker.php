<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\PreviewFormat;
use Snugfit\Core\Scene\PrintBody;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Colour\OutputColourConverter;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Reading\UnreadableMaster;
use Snugfit\Pixels\UnwritablePrintFile;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Interpretation;

/** A print -> how it looks in a scene: by its recipe, with as many pixels as the scene can show, or from the file that was made. */
final readonly class PreviewMaker
{
    /** For screens and shops: no loss that shows (common practice). */
    private const QUALITY = 90;

    public function __construct(
        private PrintRenderer $prints,
        private PrintFileReader $files = new PrintFileReader(),
        private SceneRenderer $scenes = new SceneRenderer(),
    ) {
    }

    /**
     * @param \Closure(): Master $master prepared; asked for only where the print is not kept
     * @param ?string            $kept   where the print is kept, or will be (KeptPrint names it); null where that is not worth it
     *
     * @throws ImpossibleScene|UnreadableMaster
     */
    public function ofRecipe(
        SceneFolder $folder,
        \Closure $master,
        Recipe $recipe,
        PrintBody $body,
        SceneLook $look,
        int $width,
        ?string $kept = null,
    ): Image {
        $wanted = SceneRenderer::pixelsWanted($folder->scene, $body, $width);
        if (null === $kept) {
            $print = $this->picture($master(), $recipe, $look, $wanted);
        } elseif (is_file($kept)) {
            $print = Image::load('vips', $kept);
        } else {
            $print = $this->picture($master(), $recipe, $look, KeptPrint::side($wanted));
            $print->saveWhole('vips', $kept);
        }

        return $this->scenes->render($folder, $look, [new ShownPrint($print, $body)], $width);
    }

    /**
     * A print with as many pixels as a scene can show of it.
     *
     * @param Master $master prepared
     *
     * @throws UnreadableMaster
     */
    public function print(SceneFolder $folder, Master $master, Recipe $recipe, PrintBody $body, SceneLook $look, int $width): ShownPrint
    {
        $wanted = SceneRenderer::pixelsWanted($folder->scene, $body, $width);

        return new ShownPrint($this->picture($master, $recipe, $look, $wanted), $body);
    }

    private function picture(Master $master, Recipe $recipe, SceneLook $look, int $longSide): Image
    {
        $colours = OutputColourConverter::of($master, $recipe);
        $print = $this->prints->of($master, $recipe->inSmall($longSide), once: true);

        return ($look->isProof ? $colours->proof($print, false) : $colours->onScreen($print))->copyToMemory();
    }

    /**
     * @param string $file a print file, whose colours are as the press prints them
     *
     * @throws ImpossibleScene|UnwritablePrintFile
     */
    public function ofFile(SceneFolder $folder, string $file, PrintBody $body, SceneLook $look, int $width): Image
    {
        $wanted = SceneRenderer::pixelsWanted($folder->scene, $body, $width);
        $print = $this->files->inPicture(
            $file,
            static fn (string $picture): Image => Image::thumbnailOf($picture, $wanted)->colourspace(Interpretation::Srgb)->copyToMemory(),
        );

        return $this->scenes->render($folder, $look, [new ShownPrint($print, $body)], $width);
    }

    public static function save(Image $preview, PreviewFormat $format, string $target): void
    {
        match ($format) {
            PreviewFormat::Jpeg => $preview->saveWhole('jpeg', $target, ['Q' => self::QUALITY, 'profile' => 'srgb']),
            PreviewFormat::Png => $preview->saveWhole('png', $target, ['compression' => 3, 'profile' => 'srgb']),
            PreviewFormat::Webp => $preview->saveWhole('webp', $target, ['Q' => self::QUALITY, 'profile' => 'srgb']),
        };
    }
}
