<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Snugfit\Core\Artwork\Kind;
use Symfony\Component\Validator\Constraints as Assert;

/** A person's word on the kind of some artworks. */
final readonly class KindFields
{
    /**
     * @param list<int> $ids  artworks
     * @param string    $kind empty leaves it to the guess
     */
    public function __construct(
        #[Assert\Count(min: 1, minMessage: 'Select at least one picture.')]
        public array $ids,
        #[Assert\Choice(callback: [self::class, 'kinds'], message: 'There is no such kind.')]
        public string $kind = '',
    ) {
    }

    /** @return list<string> */
    public static function kinds(): array
    {
        return ['', ...array_column(Kind::cases(), 'value')];
    }

    public function kind(): ?Kind
    {
        return Kind::tryFrom($this->kind);
    }
}
