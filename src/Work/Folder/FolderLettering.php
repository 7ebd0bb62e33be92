<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\Lettering\LetteringRequest;
use Snugfit\Core\Lettering\WordsTable;

/** Words on all prints of a folder, and what each picture has of its own for them. */
final readonly class FolderLettering
{
    private WordsTable $words;

    public function __construct(private Lettering $lettering = new Lettering(), ?WordsTable $words = null)
    {
        $this->words = $words ?? WordsTable::none();
    }

    public function of(string $master): LetteringRequest
    {
        return LetteringRequest::ofPicture($this->lettering, $master, $this->words->of($master));
    }
}
