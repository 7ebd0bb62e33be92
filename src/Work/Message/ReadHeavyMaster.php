<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

/** Read a master that may take long, in a lane of its own: the others do not wait behind it. */
final readonly class ReadHeavyMaster implements Redeliverable, AboutArtwork
{
    public function __construct(public ReadMaster $work)
    {
    }

    public function artworkId(): int
    {
        return $this->work->artworkId;
    }

    public function givenUp(): Answer
    {
        return $this->work->givenUp();
    }
}
