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

    /** @throws ImpossibleLettering|MalformedJson */
    public function lettering(): ?Lettering
    {
        return $this->silent ? null : Lettering::fromRecord(JsonReader::of(['lines' => $this->lines], 'the lettering'));
    }
}
