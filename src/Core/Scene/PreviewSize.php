<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

/** How large a preview is, by its width; its height is the scene's to say. */
final readonly class PreviewSize
{
    public const LEAST = 200;
    public const MOST = 4000;
    public const USUAL = 2000;

    /** @throws ImpossibleScene */
    public function __construct(public int $width = self::USUAL)
    {
        if ($width < self::LEAST || $width > self::MOST) {
            throw ImpossibleScene::pixels($width, self::LEAST, self::MOST);
        }
    }
}
