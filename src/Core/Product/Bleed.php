<?php

declare(strict_types=1);

namespace Snugfit\Core\Product;

use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PrintSize;

/** Picture printed beyond the trim and cut away, per side. */
final readonly class Bleed
{
    public function __construct(public Length $top, public Length $right, public Length $bottom, public Length $left)
    {
    }

    public static function all(Length $side): self
    {
        return new self($side, $side, $side, $side);
    }

    public static function none(): self
    {
        return self::all(Length::zero());
    }

    public function isEven(): bool
    {
        return $this->top->equals($this->right) && $this->top->equals($this->bottom) && $this->top->equals($this->left);
    }

    /** A trim with the bleed round it. */
    public function around(PrintSize $trim): PrintSize
    {
        return new PrintSize($trim->width->plus($this->left, $this->right), $trim->height->plus($this->top, $this->bottom));
    }

    /** The sides after a quarter turn clockwise. */
    public function turned(): self
    {
        return new self($this->left, $this->top, $this->right, $this->bottom);
    }
}
