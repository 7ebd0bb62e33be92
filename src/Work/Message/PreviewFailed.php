<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** A preview cannot be made. */
final readonly class PreviewFailed implements Answer, AboutPreview
{
    public function __construct(private int $previewId, public string $shows, public string $reason)
    {
    }

    public function previewId(): int
    {
        return $this->previewId;
    }
}
