<?php

declare(strict_types=1);

namespace Snugfit\Work\Folder;

use Snugfit\Core\JsonReader;
use Snugfit\Core\MalformedJson;
use Snugfit\Core\Repair\Edit;
use Snugfit\Core\Repair\EditLine;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\ImpossibleEdit;

/** What is done to a folder's masters first: each its own list, then what is asked of all. */
final readonly class FolderEdits
{
    /**
     * @param list<Edit> $all
     * @param ?string    $folder with a list for each picture that has one: NAME.json, for NAME.png or NAME.jpg, in folders as they are
     */
    public function __construct(public array $all = [], public ?string $folder = null)
    {
    }

    /**
     * @param string $name of the master, below its folder
     *
     * @throws ImpossibleEdit|MalformedJson
     */
    public function of(string $name): EditList
    {
        $file = null === $this->folder ? null : \sprintf('%s/%s.json', $this->folder, preg_replace('/\.[^.\/]+$/', '', $name));
        $own = null !== $file && is_file($file)
            ? EditList::fromRecord(JsonReader::decode((string) file_get_contents($file), 'the edits of '.basename($name)))->lines
            : [];
        $kinds = array_map(static fn (EditLine $line): string => $line->edit->kind()->value, $own);
        // Its own word on a cut-out or on margins stands.
        $all = array_filter($this->all, static fn (Edit $edit): bool => !\in_array($edit->kind()->value, $kinds, true));

        return array_reduce($all, static fn (EditList $list, Edit $edit): EditList => $list->with($edit), new EditList($own));
    }
}
