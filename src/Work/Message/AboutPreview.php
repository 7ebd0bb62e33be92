<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** A message about a preview. */
interface AboutPreview
{
    public function previewId(): int;
}
