<?php

declare(strict_types=1);

namespace Snugfit\Shop\Undo;

use Snugfit\Core\JsonReader;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;

/** Of what in a batch something changed: of the batch itself, of an artwork, or of an artwork on a family or a product. */
final readonly class ChangeSubject
{
    private function __construct(
        /** Null for the batch itself. */
        private ?int $artwork,
        /** The family's key or the product's code, as the kind of change has it. */
        public string $on,
    ) {
    }

    public static function batch(): self
    {
        return new self(null, '');
    }

    public static function artwork(BatchArtwork $artwork, string $on = ''): self
    {
        return new self($artwork->id(), $on);
    }

    public function artworkOf(Batch $batch): BatchArtwork
    {
        return $batch->artwork($this->artwork ?? throw new \LogicException('This changes the batch itself.'));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return (null === $this->artwork ? [] : ['artwork' => $this->artwork]) + ('' === $this->on ? [] : ['on' => $this->on]);
    }

    public static function fromRecord(JsonReader $record): self
    {
        return new self($record->optionalInt('artwork'), $record->optionalString('on') ?? '');
    }
}
