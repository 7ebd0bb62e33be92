<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Scene;

use Snugfit\Core\Failure;
use Snugfit\Core\Scene\ImpossibleScene;

/** All scenes: those that ship, and those in a folder of the shop's own. */
final readonly class SceneShelf
{
    /** A scene's name in files and addresses. */
    public const CODE = '[a-z0-9][a-z0-9-]{0,59}';

    public function __construct(private ?string $own = null)
    {
    }

    /** @return array<string, SceneFolder> by code, the shop's own after those that ship; what cannot be read is left out */
    public function all(): array
    {
        $all = [];
        foreach ($this->places() as $place) {
            foreach (glob($place.'/*/'.SceneFolder::ABOUT) ?: [] as $file) {
                try {
                    $folder = SceneFolder::at(\dirname($file));
                    $all[$folder->scene->code] ??= $folder;
                } catch (Failure) {
                    continue;
                }
            }
        }

        uasort($all, static fn (SceneFolder $a, SceneFolder $b): int => $a->scene->place <=> $b->scene->place);

        return $all;
    }

    /** @throws ImpossibleScene */
    public function of(string $code): SceneFolder
    {
        if (1 === preg_match('/^'.self::CODE.'$/D', $code)) {
            foreach ($this->places() as $place) {
                if (is_file("$place/$code/".SceneFolder::ABOUT)) {
                    return SceneFolder::at("$place/$code");
                }
            }
        }

        throw ImpossibleScene::unknown($code);
    }

    /** @return list<string> */
    private function places(): array
    {
        return null === $this->own ? [SceneFolder::SHIPPED] : [SceneFolder::SHIPPED, $this->own];
    }
}
