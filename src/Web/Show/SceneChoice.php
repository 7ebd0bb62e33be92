<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Snugfit\Core\Scene\HungScene;
use Snugfit\Pixels\Scene\SceneFolder;

/** A scene as the room offers it for a print. */
final readonly class SceneChoice
{
    public function __construct(
        public SceneFolder $folder,
        /** It is made for things like this, and it is neither lost in it nor too large for it. */
        public bool $suits,
        /** Null where it is not wanted for this product. */
        public ?HungScene $hung,
    ) {
    }
}
