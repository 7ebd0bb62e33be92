<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

/** What carries prints in a scene. */
enum SceneKind: string
{
    /** Prints hang on it, with or without a frame. */
    case Wall = 'wall';
    /** Prints lie on it. */
    case Sheet = 'sheet';
    /** Prints go round it. */
    case Cup = 'cup';
    /** Prints follow its folds. */
    case Cloth = 'cloth';

    public function label(): string
    {
        return match ($this) {
            self::Wall => 'On a wall',
            self::Sheet => 'Laid down',
            self::Cup => 'Round a cup',
            self::Cloth => 'On cloth',
        };
    }
}
