<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Shop\Settings\ProductSettings;

/** What a person asked of an artwork on one product alone. Where there is none, nobody asked for anything. */
#[ORM\Entity]
#[ORM\Table(name: 'artwork_on_product')]
class ArtworkOnProduct
{
    #[ORM\Id]
    #[ORM\ManyToOne(inversedBy: 'products')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private BatchArtwork $artwork;

    /** The product's code. */
    #[ORM\Id]
    #[ORM\Column(length: 40)]
    private string $product;

    #[ORM\Column(type: 'product_settings')]
    private ProductSettings $settings;

    public function __construct(BatchArtwork $artwork, string $product, ProductSettings $settings)
    {
        $this->artwork = $artwork;
        $this->product = $product;
        $this->settings = $settings;
    }

    public function artwork(): BatchArtwork
    {
        return $this->artwork;
    }

    public function product(): string
    {
        return $this->product;
    }

    public function settings(): ProductSettings
    {
        return $this->settings;
    }

    public function settle(ProductSettings $settings): void
    {
        $this->settings = $settings;
    }
}
