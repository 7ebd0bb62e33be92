<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use Snugfit\Core\JsonReader;

/** A set of artworks that travel together, and the products they are wanted on. */
#[ORM\Entity]
#[ORM\Table(name: 'batch')]
class Batch
{
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

    /** @var array<string, mixed> */
    #[ORM\Column(options: ['default' => '{}'])]
    private array $settings = [];

    /** Read once, since every placement asks for them. */
    private ?BatchSettings $readSettings = null;

    /** @var Collection<int, BatchArtwork> */
    #[ORM\OneToMany(targetEntity: BatchArtwork::class, mappedBy: 'batch', cascade: ['persist'])]
    #[ORM\OrderBy(['id' => 'ASC'])]
    private Collection $artworks;

    public function __construct(string $name)
    {
        $this->artworks = new ArrayCollection();
        $this->createdAt = new \DateTimeImmutable();
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
        return \sprintf('%04d', $this->id());
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
        return $this->readSettings ??= BatchSettings::fromRecord(JsonReader::of($this->settings, 'a batch\'s settings'));
    }

    public function settle(BatchSettings $settings): void
    {
        $this->settings = $settings->toArray();
        $this->readSettings = null;
    }

    /** @return list<BatchArtwork> those that are not removed, by folder and name, as people look for them */
    public function artworks(): array
    {
        $artworks = $this->artworks->filter(static fn (BatchArtwork $artwork): bool => !$artwork->isRemoved())->toArray();
        usort($artworks, static fn (BatchArtwork $a, BatchArtwork $b): int => strnatcasecmp($a->folder(), $b->folder()) ?: strnatcasecmp($a->fileName(), $b->fileName()));

        return $artworks;
    }

    /** @return list<BatchArtwork> those whose master was read */
    public function readArtworks(): array
    {
        return array_values(array_filter($this->artworks(), static fn (BatchArtwork $artwork): bool => IntakeState::Read === $artwork->state()));
    }

    public function add(BatchArtwork $artwork): void
    {
        $this->artworks->add($artwork);
    }
}
