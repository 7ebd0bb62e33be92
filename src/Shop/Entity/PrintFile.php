<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Core\Delivery\ManifestEntry;
use Snugfit\Core\Delivery\PreflightFinding;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Production\DeliveredPrint;
use Snugfit\Core\Production\PlacementKey;
use Snugfit\Core\Production\PlannedPrint;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Shop\Repository\PrintFileRepository;

/** One artwork on one product in one run: what was wanted, and what became of it. Later changes of the shelf do not touch it. */
#[ORM\Entity(repositoryClass: PrintFileRepository::class)]
#[ORM\Table(name: 'print_file')]
#[ORM\Index(columns: ['state'])]
#[ORM\Index(name: 'print_file_run_state', columns: ['run_id', 'state'])]
class PrintFile
{
    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private PrintRun $run;

    #[ORM\ManyToOne]
    #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    private BatchArtwork $artwork;

    #[ORM\Column(length: 40)]
    private string $productCode;

    #[ORM\Column(length: 120)]
    private string $productName;

    /** Which of the pieces that the picture goes over, from 1; 0 for all of the print. */
    #[ORM\Column(options: ['default' => 0])]
    private int $piece;

    /** The placement's figures, as the manifest has them before anything is made. */
    #[ORM\Column(name: 'figures', type: 'manifest_entry')]
    private ManifestEntry $wanted;

    /** Canonical JSON; null where the placement was short. */
    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $recipe;

    /** SHA-256 of the recipe. */
    #[ORM\Column(length: 64, nullable: true)]
    private ?string $recipeHash;

    /** Of the file, once it is made; 0 where there is no recipe. */
    #[ORM\Column(type: 'bigint', options: ['default' => 0])]
    private int $pixels;

    /** Below the batch's delivery folder. */
    #[ORM\Column(length: 1024, nullable: true)]
    private ?string $path = null;

    #[ORM\Column]
    private PrintFileState $state;

    /** Share done, 0 to 1. */
    #[ORM\Column]
    private float $progress = 0.0;

    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $reason = null;

    #[ORM\Column(type: 'print_file_facts', nullable: true)]
    private ?PrintFileFacts $found = null;

    /** @var list<array{subject: string, wanted: string, found: string, passed: bool}> */
    #[ORM\Column]
    private array $findings = [];

    /** Seconds that the making took. */
    #[ORM\Column(nullable: true)]
    private ?float $seconds = null;

    #[ORM\Column(nullable: true)]
    private ?int $maxBytes;

    /** How often it was handed to the workers' lane in this run. */
    #[ORM\Column(options: ['default' => 0])]
    private int $orders = 0;

    /** Names the order that the workers have: whoever begins by another is not meant any more. */
    #[ORM\Column(name: 'order_token', length: 16, nullable: true)]
    private ?string $order = null;

    /** The token of the attempt that began last: only that one's answer counts. */
    #[ORM\Column(length: 16, nullable: true)]
    private ?string $attempt = null;

    /** Who has it in hand, or made it. */
    #[ORM\Column(length: 120, nullable: true)]
    private ?string $worker = null;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $begunAt = null;

    public function __construct(PrintRun $run, BatchArtwork $artwork, PlannedPrint $print, ManifestEntry $wanted)
    {
        $product = $print->wanted->placement->product;
        $this->run = $run;
        $this->artwork = $artwork;
        $this->productCode = $product->code;
        $this->productName = $product->name;
        $this->piece = $print->wanted->key->piece;
        $this->wanted = $wanted;
        $this->recipe = $print->recipe()?->canonicalJson();
        $this->recipeHash = null === $this->recipe ? null : hash('sha256', $this->recipe);
        $this->pixels = $print->recipe()?->size()->pixels() ?? 0;
        $this->maxBytes = $print->maxBytes();
        $this->path = $print->path;
        $this->state = null === $this->recipe ? PrintFileState::Short : PrintFileState::Waiting;
        $this->reason = $wanted->reason;
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('The print file was not stored yet.');
    }

    public function run(): PrintRun
    {
        return $this->run;
    }

    public function artwork(): BatchArtwork
    {
        return $this->artwork;
    }

    public function productCode(): string
    {
        return $this->productCode;
    }

    public function productName(): string
    {
        return $this->productName;
    }

    public function piece(): int
    {
        return $this->piece;
    }

    public function wanted(): ManifestEntry
    {
        return $this->wanted;
    }

    public function key(): PlacementKey
    {
        return new PlacementKey((string) $this->artwork->id(), $this->productCode, $this->piece);
    }

    /** As later runs look at it; null where nothing was delivered. */
    public function delivered(): ?DeliveredPrint
    {
        return null === $this->path || null === $this->recipe || !$this->state->isDelivered()
            ? null
            : new DeliveredPrint($this->path, $this->artwork->master(), (string) $this->recipeHash, $this->found->sha256 ?? '');
    }

    public function recipe(): ?Recipe
    {
        return null === $this->recipe ? null : Recipe::fromJson($this->recipe);
    }

    public function pixels(): int
    {
        return $this->pixels;
    }

    public function maxBytes(): ?int
    {
        return $this->maxBytes;
    }

    public function path(): ?string
    {
        return $this->path;
    }

    public function state(): PrintFileState
    {
        return $this->state;
    }

    public function progress(): float
    {
        return $this->progress;
    }

    public function reason(): ?string
    {
        return $this->reason;
    }

    public function seconds(): ?float
    {
        return $this->seconds;
    }

    public function found(): ?PrintFileFacts
    {
        return $this->found;
    }

    /** @return list<PreflightFinding> */
    public function findings(): array
    {
        return array_map(static fn (array $finding): PreflightFinding => new PreflightFinding(...$finding), $this->findings);
    }

    /** It goes to the workers' lane. */
    public function order(): void
    {
        $this->state = PrintFileState::Queued;
        $this->progress = 0.0;
        $this->reason = null;
        $this->attempt = $this->worker = $this->begunAt = null;
        $this->order = bin2hex(random_bytes(8));
        ++$this->orders;
    }

    public function orderToken(): ?string
    {
        return $this->order;
    }

    public function orders(): int
    {
        return $this->orders;
    }

    public function retry(): void
    {
        $this->state = PrintFileState::Waiting;
        $this->progress = 0.0;
        $this->reason = null;
        $this->findings = [];
        $this->orders = 0;
    }

    /** A worker has begun, maybe after another that is not heard of any more. */
    public function begin(?string $order, string $attempt, string $worker): void
    {
        if ($this->state->isOpen() && $order === $this->order) {
            [$this->state, $this->progress] = [PrintFileState::Making, 0.0];
            [$this->attempt, $this->worker, $this->begunAt] = [$attempt, $worker, new \DateTimeImmutable()];
        }
    }

    /** Whether it waits for the answer of just this attempt. */
    public function awaits(string $attempt): bool
    {
        return PrintFileState::Making === $this->state && $attempt === $this->attempt;
    }

    public function progressTo(float $share): void
    {
        $this->progress = max($this->progress, min(1.0, $share));
    }

    public function worker(): ?string
    {
        return $this->worker;
    }

    public function begunAt(): ?\DateTimeImmutable
    {
        return $this->begunAt;
    }

    /** @param list<PreflightFinding> $findings */
    public function made(PrintFileFacts $found, array $findings, float $seconds): void
    {
        $this->state = PrintFileState::Made;
        $this->progress = 1.0;
        $this->found = $found;
        $this->keepFindings($findings);
        $this->seconds = $seconds;
        $this->reason = null;
    }

    /** The file that an earlier run delivered still is what this run wants. */
    public function stands(self $earlier): void
    {
        $this->state = PrintFileState::Unchanged;
        $this->progress = 1.0;
        $this->path = $earlier->path;
        $this->found = $earlier->found;
        $this->findings = $earlier->findings;
    }

    /** @param list<PreflightFinding> $findings */
    public function failed(string $reason, array $findings = []): void
    {
        $this->state = PrintFileState::Failed;
        $this->reason = $reason;
        $this->keepFindings($findings);
    }

    public function cancelled(): void
    {
        $this->state = PrintFileState::Cancelled;
        $this->reason = 'Cancelled.';
    }

    /** @param list<PreflightFinding> $findings */
    private function keepFindings(array $findings): void
    {
        $this->findings = array_map(static fn (PreflightFinding $finding): array => $finding->toArray(), $findings);
    }
}
