<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use Doctrine\ORM\PersistentCollection;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\PictureTitle;
use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Upscale\UpscaleRegion;
use Snugfit\Shop\Repository\BatchArtworkRepository;
use Snugfit\Shop\Settings\ArtworkSettings;
use Snugfit\Shop\Settings\FamilySettings;
use Snugfit\Shop\Settings\ProductSettings;

/** One master in a batch: where it came from, and what was read from it. */
#[ORM\Entity(repositoryClass: BatchArtworkRepository::class)]
#[ORM\Table(name: 'batch_artwork')]
#[ORM\Index(columns: ['master'])]
#[ORM\UniqueConstraint(name: 'batch_artwork_upload', columns: ['upload'])]
class BatchArtwork
{
    use RepairedMaster;

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne(inversedBy: 'artworks')]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Batch $batch;

    /** The file's name as given. */
    #[ORM\Column(length: 1024)]
    private string $fileName;

    /** The folder it lay in, relative to what was dropped; empty for none. */
    #[ORM\Column(length: 2048)]
    private string $folder;

    /** SHA-256 of the master's bytes, under which they are stored. */
    #[ORM\Column(length: 64)]
    private string $master;

    #[ORM\Column]
    private IntakeState $state = IntakeState::Reading;

    #[ORM\Column(length: 1024, nullable: true)]
    private ?string $reason = null;

    #[ORM\Column(type: 'master_facts', nullable: true)]
    private ?MasterFacts $facts = null;

    /** A person's word on the kind; null leaves it to the guess. */
    #[ORM\Column(nullable: true)]
    private ?Kind $kind = null;

    #[ORM\Column]
    private bool $removed = false;

    /** @var list<array{float, float, float, float}> */
    #[ORM\Column(name: 'keep_boxes', options: ['default' => '[]'])]
    private array $keep = [];

    /** @var list<string> codes of warnings that a person has dealt with */
    #[ORM\Column(name: 'dismissed_warnings', options: ['default' => '[]'])]
    private array $dismissed = [];

    /** The same picture at its full size, if someone gave it. */
    #[ORM\Column(name: 'reference_image', type: 'reference_image', nullable: true)]
    private ?ReferenceImage $reference = null;

    #[ORM\Column(type: 'artwork_settings', options: ['default' => '{}'])]
    private ArtworkSettings $settings;

    /** @var Collection<string, ArtworkOnFamily> by the family's key */
    #[ORM\OneToMany(targetEntity: ArtworkOnFamily::class, mappedBy: 'artwork', cascade: ['persist'], indexBy: 'family')]
    private Collection $families;

    /** @var Collection<string, ArtworkOnProduct> by the product's code */
    #[ORM\OneToMany(targetEntity: ArtworkOnProduct::class, mappedBy: 'artwork', cascade: ['persist'], indexBy: 'product')]
    private Collection $products;

    /** The upload by which it came, so that one that is taken in twice becomes one artwork. */
    #[ORM\Column(length: 32, nullable: true)]
    private ?string $upload;

    public function __construct(Batch $batch, string $fileName, string $folder, string $master, ?string $upload = null)
    {
        $this->upload = $upload;
        $this->batch = $batch;
        $this->fileName = mb_scrub(mb_strimwidth($fileName, 0, 1000, ''));
        $this->folder = mb_scrub(mb_strimwidth($folder, 0, 2000, ''));
        $this->master = $master;
        $this->settings = new ArtworkSettings();
        $this->repair = new ArtworkRepair();
        $this->families = new ArrayCollection();
        $this->products = new ArrayCollection();
        $batch->add($this);
    }

    /** The same picture in another batch, with what was read from it and what a person asked of it. */
    public function copiedTo(Batch $batch): self
    {
        $copy = new self($batch, $this->fileName, $this->folder, $this->master);
        [$copy->state, $copy->facts, $copy->kind, $copy->settings] = [$this->state, $this->facts, $this->kind, $this->settings];
        [$copy->keep, $copy->dismissed, $copy->reference] = [$this->keep, $this->dismissed, $this->reference];
        $copy->repair = clone $this->repair;
        foreach ($this->families as $one) {
            $copy->settleFamily($one->family(), $one->settings());
        }
        foreach ($this->products as $one) {
            $copy->settleProduct($one->product(), $one->settings());
        }

        return $copy;
    }

    /** What was read from the master itself. */
    public function wasRead(MasterFacts $facts): void
    {
        [$this->facts, $this->reason] = [$facts, null];
        $this->settleState();
    }

    public function isReadAgain(): void
    {
        [$this->state, $this->reason] = [IntakeState::Reading, null];
    }

    public function couldNotBeRead(string $reason): void
    {
        $this->state = IntakeState::Unreadable;
        $this->reason = mb_strimwidth($reason, 0, 1000, '…');
    }

    public function correctKind(?Kind $kind): void
    {
        $this->kind = $kind;
    }

    public function setRemoved(bool $removed): void
    {
        $this->removed = $removed;
    }

    public function upload(): ?string
    {
        return $this->upload;
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The artwork was not stored yet.');
    }

    public function batch(): Batch
    {
        return $this->batch;
    }

    public function fileName(): string
    {
        return $this->fileName;
    }

    /** The file's name without its ending, for people. */
    public function title(): string
    {
        return PictureTitle::of($this->fileName);
    }

    public function folder(): string
    {
        return $this->folder;
    }

    /** Below what was dropped, with its folders. */
    public function path(): string
    {
        return ('' === $this->folder ? '' : $this->folder.'/').$this->fileName;
    }

    public function master(): string
    {
        return $this->master;
    }

    public function state(): IntakeState
    {
        return $this->state;
    }

    public function reason(): ?string
    {
        return $this->reason;
    }

    public function isRemoved(): bool
    {
        return $this->removed;
    }

    public function kind(): Kind
    {
        return $this->kind ?? $this->masterFacts()->kindGuess;
    }

    public function correctedKind(): ?Kind
    {
        return $this->kind;
    }

    /** Where it is enlarged another way, on the picture as it is now. */
    public function upscaleRegion(): ?UpscaleRegion
    {
        $region = $this->settings()->region;

        return $region?->with($region->mask->movedTo($this->part(), $this->facts()->size));
    }

    public function artwork(): Artwork
    {
        return $this->facts()->artwork($this->kind);
    }

    public function hasDismissed(string $code): bool
    {
        return \in_array($code, $this->dismissed, true);
    }

    /** @return list<string> */
    public function dismissed(): array
    {
        return $this->dismissed;
    }

    /** @param list<string> $codes */
    public function dismiss(array $codes): void
    {
        $this->dismissed = array_values(array_unique($codes));
    }

    public function reference(): ?ReferenceImage
    {
        return $this->reference;
    }

    public function compareWith(?ReferenceImage $reference): void
    {
        $this->reference = $reference;
    }

    /** What was asked for all products. */
    public function settings(): ArtworkSettings
    {
        return $this->settings;
    }

    public function settle(ArtworkSettings $settings): void
    {
        $this->settings = $settings;
    }

    /** @param string $family its key */
    public function ofFamily(string $family): FamilySettings
    {
        return $this->families->get($family)?->settings() ?? new FamilySettings();
    }

    public function settleFamily(string $family, FamilySettings $settings): void
    {
        $kept = $this->families->get($family);
        null === $kept ? $this->families->set($family, new ArtworkOnFamily($this, $family, $settings)) : $kept->settle($settings);
    }

    /** @param string $product its code */
    public function ofProduct(string $product): ProductSettings
    {
        return $this->products->get($product)?->settings() ?? new ProductSettings();
    }

    public function settleProduct(string $product, ProductSettings $settings): void
    {
        $kept = $this->products->get($product);
        null === $kept ? $this->products->set($product, new ArtworkOnProduct($this, $product, $settings)) : $kept->settle($settings);
    }

    /** Whether what was asked on families and products is here already, so that no query is needed for it. */
    public function hasSettingsFetched(): bool
    {
        foreach ([$this->families, $this->products] as $settings) {
            if ($settings instanceof PersistentCollection && !$settings->isInitialized()) {
                return false;
            }
        }

        return true;
    }

    /** @return array<string, FamilySettings> by the family's key */
    public function familySettings(): array
    {
        return array_map(static fn (ArtworkOnFamily $one): FamilySettings => $one->settings(), $this->families->toArray());
    }

    /** @return array<string, ProductSettings> by the product's code */
    public function productSettings(): array
    {
        return array_map(static fn (ArtworkOnProduct $one): ProductSettings => $one->settings(), $this->products->toArray());
    }

    /** Whether anything was asked of finishing, for all products or for some. */
    public function isFinishedByHand(): bool
    {
        $all = [$this->settings->finish];
        foreach ([...array_values($this->familySettings()), ...array_values($this->productSettings())] as $settings) {
            $all[] = $settings->finish;
        }

        return [] !== array_filter($all, static fn (FinishSettings $finish): bool => !$finish->isSilent());
    }

    /** @param list<FractionBox> $boxes in fractions of the master */
    public function keep(array $boxes): void
    {
        $this->keep = array_map(static fn (FractionBox $box): array => $box->toList(), $boxes);
    }
}
