<?php

declare(strict_types=1);

namespace Snugfit\Web\Lettering;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Lettering;
use Snugfit\Core\MalformedJson;
use Symfony\Component\Validator\Constraints as Assert;

/** All lines of words of one scope, as the lettering room sends them. */
final readonly class LetteringFields
{
    /** @param list<array<string, mixed>> $lines as Core\Lettering\TextLine writes them */
    public function __construct(
        #[Assert\Choice(choices: ['product', 'family', 'picture', 'batch'], message: 'There is no such place.')]
        public string $for = 'picture',
        public array $lines = [],
        /** Left to the wider scopes. */
        public bool $silent = false,
    ) {
    }

    /** What a new line has for its colour: the room chooses one that can be read. */
    private const FRESH = 'fresh';

    /** @throws ImpossibleLettering|MalformedJson */
    public function lettering(): ?Lettering
    {
        // Until it is chosen, it has the usual one.
        $lines = array_map(static fn (array $line): array => array_filter(
            $line,
            static fn (mixed $value, string|int $field): bool => 'colour' !== $field || self::FRESH !== $value,
            \ARRAY_FILTER_USE_BOTH,
        ), $this->lines);

        return $this->silent ? null : Lettering::fromRecord(JsonReader::of(['lines' => $lines], 'the lettering'));
    }

    public function isFresh(int $line): bool
    {
        return self::FRESH === ($this->lines[$line]['colour'] ?? null);
    }
}
