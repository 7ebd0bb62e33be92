<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** A preview lies under a key of its own, and waits to be delivered. */
final readonly class PreviewMade implements Answer, AboutPreview
{
    public function __construct(
        private int $previewId,
        public string $shows,
        public string $key,
        public int $width,
        public int $height,
        public string $sha256,
    ) {
    }

    public function previewId(): int
    {
        return $this->previewId;
    }
}
