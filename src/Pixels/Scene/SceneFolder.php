<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\JsonReader;
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

    /** Names the scene as it is now: changes with anything in its folder. */
    public function version(): string
    {
        $parts = [$this->scene->code];
        foreach (glob($this->path.'/*') ?: [] as $file) {
            $parts[] = basename($file).' '.filesize($file).' '.hash_file('xxh3', $file);
        }

        return hash('sha256', implode("\n", $parts));
    }

    public function picture(string $name): Image
    {
        return Image::load(str_ends_with($name, '.png') ? 'png' : 'jpeg', $this->path.'/'.$name);
    }
}
