<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\Wishes;
use Snugfit\Core\Product\OrientationRule;

/** What a person asked of one artwork on one product. Where there is none, the planner chooses alone. */
#[ORM\Entity]
#[ORM\Table(name: 'batch_framing')]
#[ORM\UniqueConstraint(columns: ['artwork_id', 'product_code'])]
class BatchFraming
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne(inversedBy: 'framings')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private BatchArtwork $artwork;

    #[ORM\Column(length: 40)]
    private string $productCode;

    #[ORM\Column]
    private OrientationRule $orientation = OrientationRule::Either;

    #[ORM\Column(nullable: true)]
    private ?float $centreX = null;

    #[ORM\Column(nullable: true)]
    private ?float $centreY = null;

    #[ORM\Column(nullable: true)]
    private ?float $zoom = null;

    #[ORM\Column]
    private bool $excluded = false;

    #[ORM\Column]
    private bool $lookedAt = false;

    public function __construct(BatchArtwork $artwork, string $productCode)
    {
        $this->artwork = $artwork;
        $this->productCode = $productCode;
    }

    public function id(): ?int
    {
        return $this->id;
    }

    public function artwork(): BatchArtwork
    {
        return $this->artwork;
    }

    public function productCode(): string
    {
        return $this->productCode;
    }

    public function isExcluded(): bool
    {
        return $this->excluded;
    }

    public function isLookedAt(): bool
    {
        return $this->lookedAt;
    }

    public function wishes(): Wishes
    {
        $framing = null === $this->centreX || null === $this->centreY ? null : new Framing($this->centreX, $this->centreY, $this->zoom ?? 1.0);

        return new Wishes(orientation: $this->orientation, framing: $framing);
    }

    /** All that a person can change, as the journal keeps it. */
    public function memo(): FramingMemo
    {
        return new FramingMemo($this->orientation, $this->wishes()->framing, $this->excluded, $this->lookedAt);
    }

    public function recall(FramingMemo $memo): void
    {
        $this->orientation = $memo->orientation;
        $this->centreX = $memo->framing?->centreX;
        $this->centreY = $memo->framing?->centreY;
        $this->zoom = $memo->framing?->zoom;
        $this->excluded = $memo->excluded;
        $this->lookedAt = $memo->lookedAt;
    }
}
