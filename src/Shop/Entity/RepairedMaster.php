<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\ReferenceImage;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\PreparedFacts;
use Snugfit\Shop\FileStore;

/** An artwork's master and what its edits make of it: everything after Repair starts from that. */
trait RepairedMaster
{
    #[ORM\Embedded(class: ArtworkRepair::class, columnPrefix: 'repair_')]
    private ArtworkRepair $repair;

    /** @var array{string, MasterFacts}|null asked for thousands of times by a sheet */
    private ?array $known = null;

    /** What was read from what its edits made of it; one that is not wanted any more is kept for when it is again. */
    public function wasPrepared(PreparedFacts $facts): void
    {
        $this->repair->wasPrepared($facts);
        $this->settleState();
    }

    public function edits(): EditList
    {
        return $this->repair->edits();
    }

    /** What is done to its master becomes another. Until that was read it counts as being read. */
    public function repair(EditList $edits): void
    {
        $this->repair->become($edits);
        if (null !== $this->facts) {
            $this->reason = null;
            $this->settleState();
        }
    }

    /** Whether its master itself is not known yet. */
    public function isBeingRead(): bool
    {
        return null === $this->facts && IntakeState::Reading === $this->state;
    }

    /** Whether it waits for its prepared master, not for the master itself. */
    public function isBeingPrepared(): bool
    {
        return null !== $this->facts && IntakeState::Reading === $this->state;
    }

    /** Whether what its edits make is there or waited for: told by what was written down of either, whoever wrote it last. */
    public function settleRepair(): void
    {
        if (IntakeState::Unreadable !== $this->state) {
            $this->settleState();
        }
    }

    /** Whether a prepared master is on order for it, the one that is wanted now or another. */
    public function isPreparedOnOrder(): bool
    {
        return null !== $this->repair->ordered();
    }

    /** What its edits make of its master is on order. */
    public function isOrdered(): void
    {
        $this->repair->order($this->pictureHash());
    }

    /**
     * What was on order came back, whatever came of it.
     *
     * @return bool whether it is what is wanted now
     */
    public function cameBack(): bool
    {
        $ordered = $this->repair->ordered();
        $this->repair->order(null);

        return null === $ordered || $ordered === $this->pictureHash();
    }

    /** What came of its edits; null where there are none, or they are not done yet. */
    public function prepared(): ?PreparedFacts
    {
        return $this->edits()->isSilent() ? null : $this->repair->factsOf($this->pictureHash());
    }

    /** Names the pixels that everything starts from: the master's, or those its edits make of it. */
    public function pictureHash(): string
    {
        return $this->edits()->preparedHash($this->master);
    }

    public function wasMasterRead(): bool
    {
        return null !== $this->facts;
    }

    /** Whether its cut-out should be looked at: it has doubts of its own, and nobody found it right as it is. */
    public function isInDoubt(): bool
    {
        return true === $this->prepared()?->cutOut?->isDoubtful() && !$this->hasDismissed($this->doubtCode());
    }

    /** What a person who finds its cut-out right dismisses: that of another one is another. */
    public function doubtCode(): string
    {
        return 'doubt-'.substr($this->pictureHash(), 0, 12);
    }

    /** The same picture at its full size, where there is one that still shows the same. */
    public function comparedTo(): ?ReferenceImage
    {
        return $this->isTrimmed() ? null : $this->reference();
    }

    /** Of the picture before margins are cut: pixels of the master, or of the grid that a drawing is repaired on. */
    public function untrimmedSize(): PixelSize
    {
        return $this->masterFacts()->size;
    }

    /** Where its small copy of so many pixels is kept. */
    public function previewKey(int $side): string
    {
        return FileStore::previewKey($this->master, $side, $this->pictureHash());
    }

    /** Whether margins of the master's picture were cut. */
    public function isTrimmed(): bool
    {
        return !$this->part()->equals(FractionBox::whole());
    }

    /** Of the master, upright, that its picture is: all of it but for margins that were cut. */
    public function part(): FractionBox
    {
        return $this->prepared()->kept ?? FractionBox::whole();
    }

    private function settleState(): void
    {
        $this->state = null !== $this->facts && ($this->edits()->isSilent() || null !== $this->prepared())
            ? IntakeState::Read
            : IntakeState::Reading;
    }

    /** Of the master as it came. */
    public function masterFacts(): MasterFacts
    {
        return $this->facts ?? throw new \LogicException('The master was not read yet.');
    }

    /** Of what is placed on products: the master, or what its edits made of it. */
    public function facts(): MasterFacts
    {
        $hash = $this->pictureHash();
        if ($hash === $this->master) {
            return $this->masterFacts();
        }
        if ($hash !== ($this->known[0] ?? null)) {
            $prepared = $this->prepared() ?? throw new \LogicException('The master was not prepared yet.');
            $this->known = [$hash, $prepared->over($this->masterFacts())];
        }

        return $this->known[1];
    }

    /** @return list<FractionBox> what must stay in the picture that is placed, in fractions of it upright */
    public function keepBoxes(): array
    {
        $kept = $this->prepared()?->kept;
        $boxes = $this->masterKeepBoxes();

        return null === $kept
            ? $boxes
            : array_values(array_filter(array_map(static fn (FractionBox $box): ?FractionBox => $box->in($kept), $boxes)));
    }

    /** @return list<FractionBox> the same in fractions of the master, whatever margins are cut */
    public function masterKeepBoxes(): array
    {
        return array_map(static fn (array $box): FractionBox => new FractionBox(...$box), $this->keep);
    }

    /**
     * @param list<FractionBox> $boxes in fractions of the picture that is placed
     *
     * @return list<FractionBox> in those of the master
     */
    public function inMaster(array $boxes): array
    {
        $kept = $this->prepared()?->kept;

        return null === $kept ? $boxes : array_map(static fn (FractionBox $box): FractionBox => $box->outOf($kept), $boxes);
    }
}
