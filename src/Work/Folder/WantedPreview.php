<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Scene\PrintBody;
use Snugfit\Pixels\Scene\SceneFolder;

/** A preview that has to be made. */
final readonly class WantedPreview
{
    public function __construct(
        public ShownFile $file,
        public SceneFolder $scene,
        public PrintBody $body,
        /** Below the folder for the results. */
        public string $path,
        /** Names all that it shows. */
        public string $shows,
        /** Of the print file, whose pixels it shows; null where it is one of several pieces. */
        public ?string $print,
    ) {
    }
}
