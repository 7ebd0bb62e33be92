<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Core\JsonReader;

/** What a person asked of one artwork at one place: a family of products, or a product. Where there is none, the planner chooses alone. */
#[ORM\Entity]
#[ORM\Table(name: 'batch_framing')]
#[ORM\UniqueConstraint(columns: ['artwork_id', 'place'])]
class BatchFraming
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne(inversedBy: 'framings')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private BatchArtwork $artwork;

    /** A product's code, or "~" and a proportion's key. */
    #[ORM\Column(length: 60)]
    private string $place;

    /** @var array<string, mixed> */
    #[ORM\Column]
    private array $memo;

    public function __construct(BatchArtwork $artwork, string $place)
    {
        $this->artwork = $artwork;
        $this->place = $place;
        $this->memo = (new FramingMemo())->toArray();
    }

    public function id(): ?int
    {
        return $this->id;
    }

    public function artwork(): BatchArtwork
    {
        return $this->artwork;
    }

    public function place(): string
    {
        return $this->place;
    }

    public function memo(): FramingMemo
    {
        return FramingMemo::fromRecord(JsonReader::of($this->memo, 'a framing'));
    }

    public function recall(FramingMemo $memo): void
    {
        $this->memo = $memo->toArray();
    }
}
