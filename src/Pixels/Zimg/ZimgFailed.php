<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Zimg;

final class ZimgFailed extends \RuntimeException
{
    public static function lately(): self
    {
        return new self('zimg: '.Zimg::takeError());
    }
}
