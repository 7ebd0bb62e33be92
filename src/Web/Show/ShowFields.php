<?php

declare(strict_types=1);

namespace Snugfit\Web\Show;

use Symfony\Component\Validator\Constraints as Assert;

/** One act in the show room, as it is sent. */
final readonly class ShowFields
{
    private const ACTS = ['hang', 'hang-all', 'take-down', 'take-down-all', 'write'];

    public function __construct(
        #[Assert\Choice(choices: self::ACTS, message: 'There is no such act.')] public string $act,
        /** How many pixels previews are wide. */
        public string $width = '',
        public string $format = '',
        public string $name = '',
    ) {
    }
}
