<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\PreparedFacts;

/** What is done to an artwork's master before it is framed, and what was read from the masters prepared by it, now and before. */
#[ORM\Embeddable]
class ArtworkRepair
{
    /** Prepared masters whose facts are kept, so that taking back a few acts waits for nothing. */
    private const KEPT = 12;

    #[ORM\Column(type: 'edit_list', options: ['default' => '[]'])]
    private EditList $edits;

    /** @var list<array<string, mixed>> PreparedFacts, the last one first */
    #[ORM\Column(options: ['default' => '[]'])]
    private array $prepared = [];

    /** Names the prepared master that is on order; null where none is. */
    #[ORM\Column(length: 64, nullable: true)]
    private ?string $ordered = null;

    public function __construct()
    {
        $this->edits = new EditList();
    }

    public function edits(): EditList
    {
        return $this->edits;
    }

    /** Of an artwork for which nothing is on order yet. */
    public function __clone()
    {
        $this->ordered = null;
    }

    public function ordered(): ?string
    {
        return $this->ordered;
    }

    public function order(?string $prepared): void
    {
        $this->ordered = $prepared;
    }

    public function become(EditList $edits): void
    {
        $this->edits = $edits;
    }

    public function wasPrepared(PreparedFacts $facts): void
    {
        $others = array_filter($this->prepared, static fn (array $one): bool => $one['hash'] !== $facts->hash);
        $this->prepared = \array_slice([$facts->toArray(), ...array_values($others)], 0, self::KEPT);
    }

    /** @param string $hash of a prepared master */
    public function factsOf(string $hash): ?PreparedFacts
    {
        foreach ($this->prepared as $one) {
            if ($one['hash'] === $hash) {
                return PreparedFacts::fromRecord(JsonReader::of($one, 'a prepared master'));
            }
        }

        return null;
    }
}
