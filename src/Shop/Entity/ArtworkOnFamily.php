<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Shop\Settings\FamilySettings;

/** What a person asked of an artwork on a family of products. Where there is none, nobody asked for anything. */
#[ORM\Entity]
#[ORM\Table(name: 'artwork_on_family')]
class ArtworkOnFamily
{
    #[ORM\Id]
    #[ORM\ManyToOne(inversedBy: 'families')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private BatchArtwork $artwork;

    /** The family's key. */
    #[ORM\Id]
    #[ORM\Column(length: 20)]
    private string $family;

    #[ORM\Column(type: 'family_settings')]
    private FamilySettings $settings;

    public function __construct(BatchArtwork $artwork, string $family, FamilySettings $settings)
    {
        $this->artwork = $artwork;
        $this->family = $family;
        $this->settings = $settings;
    }

    public function artwork(): BatchArtwork
    {
        return $this->artwork;
    }

    public function family(): string
    {
        return $this->family;
    }

    public function settings(): FamilySettings
    {
        return $this->settings;
    }

    public function settle(FamilySettings $settings): void
    {
        $this->settings = $settings;
    }
}
