<?php

declare(strict_types=1);

namespace Snugfit\Core\Output;

/** How a TIFF's pixels are packed; all without loss (TIFF 6.0, and Deflate as its usual extension). */
enum Compression: string
{
    case None = 'none';
    case Lzw = 'lzw';
    case Deflate = 'deflate';
}
