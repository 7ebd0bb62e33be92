<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Repair\EditList;

/** A master of a folder, read. */
final readonly class FolderMaster
{
    public function __construct(
        /** Below the folder, as UTF-8. */
        public string $name,
        public string $path,
        /** Of what its edits make of it, where there are any. */
        public MasterFacts $facts,
        public EditList $edits = new EditList(),
    ) {
    }

    public function with(EditList $edits, MasterFacts $facts): self
    {
        return new self($this->name, $this->path, $facts, $edits);
    }

    /**
     * A name as text that a manifest can hold: bytes that are not UTF-8 are written as %XX, so that two such names stay two.
     */
    public static function nameOf(string $bytes): string
    {
        if (mb_check_encoding($bytes, 'UTF-8')) {
            return $bytes;
        }
        $text = '';
        foreach (preg_split('/(?<=\xff)|(?=[\x80-\xff])/', $bytes, -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $part) {
            $text .= mb_check_encoding($part, 'UTF-8') ? $part : rawurlencode($part[0]).substr($part, 1);
        }

        return mb_check_encoding($text, 'UTF-8') ? $text : rawurlencode($bytes);
    }
}
