<?php

declare(strict_types=1);

namespace Snugfit\Work\Intake;

use Snugfit\Core\JsonReader;

/** A file that was announced. */
final readonly class Upload
{
    public function __construct(
        public int $batchId,
        /** Of the whole file, in bytes. */
        public int $length,
        public string $fileName,
        public string $folder,
        /** The artwork that it is the full size of, where it is no master. */
        public ?int $referenceOf = null,
        /** It arrived, and was taken in or refused; what is left is the memory of it. */
        public bool $isDone = false,
    ) {
    }

    public static function fromJson(JsonReader $note): self
    {
        return new self(
            $note->int('batch'),
            $note->int('length'),
            $note->string('name'),
            $note->string('folder'),
            $note->optionalInt('reference_of'),
            $note->has('done'),
        );
    }

    public function done(): self
    {
        return new self($this->batchId, $this->length, $this->fileName, $this->folder, $this->referenceOf, true);
    }

    public function toJson(): string
    {
        return json_encode(
            [
                'batch' => $this->batchId,
                'length' => $this->length,
                'name' => $this->fileName,
                'folder' => $this->folder,
                'reference_of' => $this->referenceOf,
            ] + ($this->isDone ? ['done' => true] : []),
            \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }
}
