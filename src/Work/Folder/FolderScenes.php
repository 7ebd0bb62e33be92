<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Scene\Rail;
use Snugfit\Core\Scene\SceneLook;
use Snugfit\Pixels\Scene\SceneFolder;

/** The scenes that a folder's prints are shown in, wherever one suits a print. */
final readonly class FolderScenes
{
    /** @param list<SceneFolder> $scenes */
    public function __construct(
        public array $scenes = [],
        /** How large, and how named. */
        public Rail $written = new Rail(),
        public SceneLook $look = new SceneLook(),
    ) {
    }
}
