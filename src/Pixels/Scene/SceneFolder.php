<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Scene\ImpossibleScene;
use Snugfit\Core\Scene\Scene;
use Snugfit\Pixels\Vips\Image;

/** A scene's folder: what it is (scene.json), how it looks, how light falls on prints in it, and what stands in front. */
final readonly class SceneFolder
{
    /** Of every scene that ships, a folder. */
    public const SHIPPED = __DIR__.'/../../../scenes';

    /** With a print of nothing: how the scene looks. */
    public const PLATE = 'plate.jpg';
    /** How light falls on a print, in parts of the scene's most. */
    public const LIGHT = 'light.jpg';
    /** What a print throws back like a mirror. */
    public const SHINE = 'shine.jpg';
    /** Where a print can be seen, and wall or cloth: white. */
    public const COVER = 'cover.png';
    /** Which millimetre of cloth a pixel shows. */
    public const MAP = 'map.png';
    public const ABOUT = 'scene.json';

    private function __construct(public string $path, public Scene $scene)
    {
    }

    /** @throws ImpossibleScene */
    public static function at(string $path): self
    {
        $file = $path.'/'.self::ABOUT;
        $code = basename($path);

        return new self(
            $path,
            is_file($file)
                ? Scene::fromRecord($code, JsonReader::decode((string) file_get_contents($file), 'a scene'))
                : throw ImpossibleScene::unknown($code),
        );
    }

    public function has(string $picture): bool
    {
        return is_file($this->path.'/'.$picture);
    }

    /** Names what previews in it look like: changes with anything in its folder, and with how they are made. */
    public function version(): string
    {
        $parts = [SceneRenderer::EDITION, $this->scene->code];
        foreach (glob($this->path.'/*') ?: [] as $file) {
            $parts[] = basename($file).' '.filesize($file).' '.hash_file('xxh3', $file);
        }

        return hash('sha256', implode("\n", $parts));
    }

    /** @param ?PixelSize $least more pixels than that are not needed; null for all */
    public function picture(string $name, ?PixelSize $least = null): Image
    {
        $path = $this->path.'/'.$name;
        if (str_ends_with($name, '.png')) {
            return Image::load('png', $path);
        }
        if (null === $least) {
            return Image::load('jpeg', $path);
        }
        $has = Image::load('jpeg', $path)->size();
        $shrink = 1;
        foreach ([8, 4, 2] as $factor) {
            // Decoders of JPEG leave out what is not needed; a little is kept for a good kernel.
            if (1 === $shrink && $has->width >= 1.2 * $factor * $least->width) {
                $shrink = $factor;
            }
        }

        return Image::load('jpeg', $path, ['shrink' => $shrink]);
    }
}
