<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Core\Delivery\ManifestPreview;
use Snugfit\Shop\Repository\PrintPreviewRepository;

/** A delivered print in a scene: wanted, and what became of it. */
#[ORM\Entity(repositoryClass: PrintPreviewRepository::class)]
#[ORM\Table(name: 'print_preview')]
#[ORM\UniqueConstraint(name: 'print_preview_place', columns: ['batch_id', 'artwork_id', 'product_code', 'scene'])]
class PrintPreview
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private Batch $batch;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private BatchArtwork $artwork;

    #[ORM\Column(length: 40)]
    private string $productCode;

    /** The scene's code. */
    #[ORM\Column(length: 60)]
    private string $scene;

    /** Below the batch's delivery folder. */
    #[ORM\Column(length: 1024)]
    private string $path = '';

    /** Names all that it shows: another needs another preview. */
    #[ORM\Column(length: 64)]
    private string $shows = '';

    #[ORM\Column]
    private PreviewState $state = PreviewState::Waiting;

    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $reason = null;

    #[ORM\Column]
    private int $width = 0;

    #[ORM\Column]
    private int $height = 0;

    #[ORM\Column]
    private int $bytes = 0;

    #[ORM\Column(length: 64, nullable: true)]
    private ?string $sha256 = null;

    public function __construct(Batch $batch, BatchArtwork $artwork, string $productCode, string $scene)
    {
        $this->batch = $batch;
        $this->artwork = $artwork;
        $this->productCode = $productCode;
        $this->scene = $scene;
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The preview was not stored yet.');
    }

    public function batch(): Batch
    {
        return $this->batch;
    }

    /** What tells it from all others of its batch. */
    public function place(): string
    {
        return self::placeOf($this->artwork, $this->productCode, $this->scene);
    }

    public static function placeOf(BatchArtwork $artwork, string $productCode, string $scene): string
    {
        return $artwork->id()."\0".$productCode."\0".$scene;
    }

    public function path(): string
    {
        return $this->path;
    }

    public function state(): PreviewState
    {
        return $this->state;
    }

    public function reason(): ?string
    {
        return $this->reason;
    }

    /** Whether it was made of just that. */
    public function isOf(string $shows): bool
    {
        return PreviewState::Made === $this->state && $this->shows === $shows;
    }

    /** Whether the answer to an order for it is still waited for. */
    public function waitsFor(string $shows): bool
    {
        return PreviewState::Waiting === $this->state && $this->shows === $shows;
    }

    public function order(string $shows, string $path): void
    {
        [$this->state, $this->shows, $this->path, $this->reason] = [PreviewState::Waiting, $shows, $path, null];
    }

    public function renamed(string $path): void
    {
        $this->path = $path;
    }

    public function made(int $width, int $height, int $bytes, string $sha256): void
    {
        $this->state = PreviewState::Made;
        [$this->width, $this->height, $this->bytes, $this->sha256] = [$width, $height, $bytes, $sha256];
    }

    public function failed(string $reason): void
    {
        [$this->state, $this->reason] = [PreviewState::Failed, $reason];
    }

    /** As the manifest has it; null where there is none. */
    public function entry(): ?ManifestPreview
    {
        return PreviewState::Made !== $this->state
            ? null
            : new ManifestPreview(
                $this->artwork->path(),
                $this->productCode,
                $this->scene,
                $this->path,
                $this->width,
                $this->height,
                $this->bytes,
                (string) $this->sha256,
                $this->shows,
            );
    }
}
