<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** A message about an artwork that is to be read, or was. */
interface AboutArtwork
{
    public function artworkId(): int;
}
