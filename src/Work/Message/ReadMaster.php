<?php

declare(strict_types=1);

namespace Snugfit\Work\Message;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditList;

/** Read a master's facts and make its previews; where it has edits, those of what they make of it. */
final readonly class ReadMaster implements Redeliverable, AboutArtwork
{
    /**
     * @param array<int, string>               $previewKeys side in pixels => key
     * @param list<array<string, mixed>>|null $edits       EditList, as a list
     */
    public function __construct(
        public int $artworkId,
        public string $masterKey,
        public array $previewKeys,
        private ?array $edits = null,
    ) {
    }

    public function edits(): EditList
    {
        // One that was ordered before there were edits knows of none.
        return EditList::fromRecord(JsonReader::of($this->edits ?? [], 'edits'));
    }

    public function artworkId(): int
    {
        return $this->artworkId;
    }

    public function givenUp(): Answer
    {
        return new MasterUnreadable($this->artworkId, 'Reading this file made the program fail several times, so it is left out.');
    }
}
