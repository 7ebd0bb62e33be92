<?php

declare(strict_types=1);

namespace Snugfit\Pixels\Job;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Scene\PrintBody;

/** One of several prints that are shown together. */
final readonly class GuidePrint
{
    public function __construct(
        public JobMaster $master,
        public Recipe $recipe,
        public PrintBody $body,
        /** What stands below it. */
        public string $name,
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'master' => $this->master->toArray(),
            'recipe' => $this->recipe->canonicalJson(),
            'body' => $this->body->toArray(),
            'name' => $this->name,
        ];
    }

    public static function fromJson(JsonReader $record): self
    {
        return new self(
            JobMaster::fromJson($record->record('master')),
            Recipe::fromJson($record->string('recipe')),
            PrintBody::fromRecord($record->record('body')),
            $record->string('name'),
        );
    }
}
