<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use Snugfit\Shop\Repository\BatchRepository;
use Snugfit\Shop\Settings\BatchSettings;

/** A set of artworks that travel together, and the products they are wanted on. */
#[ORM\Entity(repositoryClass: BatchRepository::class)]
#[ORM\Table(name: 'batch')]
class Batch
{
    /** Days that a deleted batch, or a cleared delivery, can be brought back. */
    public const REGRET = 7;

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 120)]
    private string $name;

    #[ORM\Column]
    private \DateTimeImmutable $createdAt;

    /** @var list<string> */
    #[ORM\Column]
    private array $productCodes = [];

    #[ORM\Column(type: 'batch_settings', options: ['default' => '{}'])]
    private BatchSettings $settings;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $archivedAt = null;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $deletedAt = null;

    /** @var Collection<int, BatchArtwork> */
    #[ORM\OneToMany(targetEntity: BatchArtwork::class, mappedBy: 'batch', cascade: ['persist'])]
    #[ORM\OrderBy(['id' => 'ASC'])]
    private Collection $artworks;

    public function __construct(string $name)
    {
        $this->artworks = new ArrayCollection();
        $this->createdAt = new \DateTimeImmutable();
        $this->settings = new BatchSettings();
        $this->rename($name);
    }

    public function rename(string $name): void
    {
        $name = trim(mb_strimwidth(trim($name), 0, 120, '…'));
        $this->name = '' === $name ? 'Untitled batch' : $name;
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The batch was not stored yet.');
    }

    /** As printed on its docket. */
    public function number(): string
    {
        return self::numbered($this->id());
    }

    public static function numbered(int $id): string
    {
        return \sprintf('%04d', $id);
    }

    public function name(): string
    {
        return $this->name;
    }

    public function createdAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }

    /** @return list<string> */
    public function productCodes(): array
    {
        return $this->productCodes;
    }

    /** @param list<string> $codes */
    public function chooseProducts(array $codes): void
    {
        $this->productCodes = array_values(array_unique($codes));
    }

    public function settings(): BatchSettings
    {
        return $this->settings;
    }

    public function settle(BatchSettings $settings): void
    {
        $this->settings = $settings;
    }

    public function scope(): BatchScope
    {
        return match (true) {
            null !== $this->deletedAt => BatchScope::Deleted,
            null !== $this->archivedAt => BatchScope::Archived,
            default => BatchScope::Open,
        };
    }

    /** Out of sight, with all that is in it. */
    public function archive(): void
    {
        $this->archivedAt ??= new \DateTimeImmutable();
    }

    /** Found nowhere any more, but for so long as it can be restored. */
    public function delete(): void
    {
        $this->deletedAt ??= new \DateTimeImmutable();
    }

    public function isDeleted(): bool
    {
        return null !== $this->deletedAt;
    }

    /** When it goes for good. */
    public function goesAt(): ?\DateTimeImmutable
    {
        return $this->deletedAt?->modify(\sprintf('+%d days', self::REGRET));
    }

    /** Back to where it was last: from deletion, else from the archive. */
    public function restore(): void
    {
        if (null === $this->deletedAt) {
            $this->archivedAt = null;
        }
        $this->deletedAt = null;
    }

    /** @return list<BatchArtwork> those that are not removed, by folder and name, as people look for them */
    public function artworks(): array
    {
        $artworks = $this->artworks->filter(static fn (BatchArtwork $artwork): bool => !$artwork->isRemoved())->toArray();
        usort(
            $artworks,
            static fn (BatchArtwork $a, BatchArtwork $b): int => strnatcasecmp($a->folder(), $b->folder()) ?:
            strnatcasecmp($a->fileName(), $b->fileName()),
        );

        return $artworks;
    }

    /** @return list<BatchArtwork> those whose master was read */
    public function readArtworks(): array
    {
        return array_values(
            array_filter($this->artworks(), static fn (BatchArtwork $artwork): bool => IntakeState::Read === $artwork->state()),
        );
    }

    /** @return list<BatchArtwork> also those that are removed, as they came */
    public function allArtworks(): array
    {
        return array_values($this->artworks->toArray());
    }

    /** Any of its artworks, also one that is removed. */
    public function artwork(int $id): BatchArtwork
    {
        foreach ($this->artworks as $artwork) {
            if ($artwork->id() === $id) {
                return $artwork;
            }
        }

        throw new \LogicException(\sprintf('Batch %d has no artwork %d.', $this->id(), $id));
    }

    public function add(BatchArtwork $artwork): void
    {
        $this->artworks->add($artwork);
    }
}
