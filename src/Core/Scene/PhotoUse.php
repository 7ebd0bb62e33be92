<?php

declare(strict_types=1);

namespace Snugfit\Core\Scene;

/** What of a person's photo carries prints. */
enum PhotoUse: string
{
    case Wall = 'wall';
    case Sheet = 'sheet';
    case Apparel = 'apparel';
    case Tote = 'tote';
    case Cushion = 'cushion';
    case Mug = 'mug';
    case Tumbler = 'tumbler';

    public function kind(): SceneKind
    {
        return match ($this) {
            self::Wall => SceneKind::Wall,
            self::Sheet => SceneKind::Sheet,
            self::Apparel, self::Tote, self::Cushion => SceneKind::Cloth,
            self::Mug, self::Tumbler => SceneKind::Cup,
        };
    }

    /** What it is made for; null where every flat print will do. */
    public function product(): ?ProductShape
    {
        return ProductShape::tryFrom(SceneKind::Cloth === $this->kind() || SceneKind::Cup === $this->kind() ? $this->value : '');
    }

    public function label(): string
    {
        return match ($this) {
            self::Wall => 'hang there',
            self::Sheet => 'lie there',
            self::Apparel => 'are on a shirt',
            self::Tote => 'are on a bag',
            self::Cushion => 'are on a cushion',
            self::Mug => 'go round a mug',
            self::Tumbler => 'go round a tumbler',
        };
    }
}
