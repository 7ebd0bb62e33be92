<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use Snugfit\Core\Artwork\Artwork;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterWarning;
use Snugfit\Core\Artwork\MasterWarnings;
use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;

/** One master in a batch: where it came from, and what was read from it. */
#[ORM\Entity]
#[ORM\Table(name: 'batch_artwork')]
#[ORM\Index(columns: ['master'])]
class BatchArtwork
{
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

    /** @var ?array<string, mixed> */
    #[ORM\Column(nullable: true)]
    private ?array $facts = null;

    /** A person's word on the kind; null leaves it to the guess. */
    #[ORM\Column(nullable: true)]
    private ?Kind $kind = null;

    #[ORM\Column]
    private bool $removed = false;

    /** @var list<array{float, float, float, float}> */
    #[ORM\Column(name: 'keep_boxes')]
    private array $keep = [];

    /** @var list<string> codes of warnings that a person has dealt with */
    #[ORM\Column(name: 'dismissed_warnings')]
    private array $dismissed = [];

    /** @var array<string, mixed> the same picture at its full size, if someone gave it */
    #[ORM\Column]
    private array $reference = [];

    /** @var ?array<string, FramingMemo> read once, since a sheet asks for every product */
    private ?array $memos = null;

    private ?MasterFacts $readFacts = null;

    /** @var Collection<int, BatchFraming> */
    #[ORM\OneToMany(targetEntity: BatchFraming::class, mappedBy: 'artwork', cascade: ['persist'])]
    private Collection $framings;

    public function __construct(Batch $batch, string $fileName, string $folder, string $master)
    {
        $this->batch = $batch;
        $this->fileName = mb_scrub(mb_strimwidth($fileName, 0, 1000, ''));
        $this->folder = mb_scrub(mb_strimwidth($folder, 0, 2000, ''));
        $this->master = $master;
        $this->framings = new ArrayCollection();
        $batch->add($this);
    }

    /** The same picture in another batch, with what was read from it and what a person asked of it. */
    public function copiedTo(Batch $batch): self
    {
        $copy = new self($batch, $this->fileName, $this->folder, $this->master);
        [$copy->state, $copy->facts, $copy->kind, $copy->keep, $copy->dismissed, $copy->reference] = [$this->state, $this->facts, $this->kind, $this->keep, $this->dismissed, $this->reference];
        foreach ($this->byPlace() as $place => $framing) {
            $copy->remember($place, $framing->memo());
        }

        return $copy;
    }

    public function wasRead(MasterFacts $facts): void
    {
        $this->state = IntakeState::Read;
        $this->facts = $facts->toArray();
        $this->readFacts = null;
        $this->reason = null;
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
        $title = trim(str_replace(['-', '_'], ' ', pathinfo($this->fileName, \PATHINFO_FILENAME)));

        return '' === $title ? $this->fileName : mb_strtoupper(mb_substr($title, 0, 1)).mb_substr($title, 1);
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

    public function facts(): MasterFacts
    {
        return $this->readFacts ??= MasterFacts::fromRecord(JsonReader::of($this->facts, 'the facts of '.$this->fileName));
    }

    public function kind(): Kind
    {
        return $this->kind ?? $this->facts()->kindGuess;
    }

    public function correctedKind(): ?Kind
    {
        return $this->kind;
    }

    public function artwork(): Artwork
    {
        return $this->facts()->artwork($this->kind);
    }

    /** @return list<MasterWarning> */
    public function warnings(): array
    {
        $all = IntakeState::Read === $this->state ? (new MasterWarnings())->of($this->facts(), $this->fileName) : [];

        return array_values(array_filter($all, fn (MasterWarning $warning): bool => !$this->hasDismissed($warning->code)));
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
        return ReferenceImage::fromRecord(JsonReader::of($this->reference, 'a reference'));
    }

    public function compareWith(?ReferenceImage $reference): void
    {
        $this->reference = $reference?->toArray() ?? [];
    }

    /** What is kept at a place: a product's code, or a family's. */
    public function memo(string $place): FramingMemo
    {
        return $this->memos()[$place] ?? new FramingMemo();
    }

    /** @return array<string, FramingMemo> by place */
    private function memos(): array
    {
        return $this->memos ??= array_map(static fn (BatchFraming $framing): FramingMemo => $framing->memo(), $this->byPlace());
    }

    /** Whether anything was asked of finishing at any of its places. */
    public function isFinishedByHand(): bool
    {
        return [] !== array_filter($this->memos(), static fn (FramingMemo $memo): bool => !$memo->finish->isSilent());
    }

    public function remember(string $place, FramingMemo $memo): void
    {
        $framing = $this->byPlace()[$place] ?? null;
        if (null === $framing) {
            $framing = new BatchFraming($this, $place);
            $this->framings->add($framing);
        }
        $framing->recall($memo);
        $this->memos = null;
    }

    /** Another one as soon as anything changes that its placements depend on. */
    public function fingerprint(): string
    {
        $framings = array_map(static fn (BatchFraming $framing): array => $framing->memo()->toArray(), $this->byPlace());
        ksort($framings);

        return hash('xxh128', serialize([$this->id, $this->facts, $this->kind, $this->keep, $framings]));
    }

    /** @return array<string, BatchFraming> */
    private function byPlace(): array
    {
        $byPlace = [];
        foreach ($this->framings as $framing) {
            $byPlace[$framing->place()] = $framing;
        }

        return $byPlace;
    }

    /** @return list<FractionBox> what must stay in the picture, in fractions of it upright */
    public function keepBoxes(): array
    {
        return array_map(static fn (array $box): FractionBox => new FractionBox(...$box), $this->keep);
    }

    /** @param list<FractionBox> $boxes */
    public function keep(array $boxes): void
    {
        $this->keep = array_map(static fn (FractionBox $box): array => $box->toList(), $boxes);
    }
}
