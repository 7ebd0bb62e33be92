<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Symfony\Component\Validator\Constraints as Assert;

/** A warning that a person has dealt with. */
final readonly class WarningCode
{
    public function __construct(
        #[Assert\Regex('/^[a-z-]{1,40}$/', message: 'There is no such warning.')]
        public string $code,
    ) {
    }
}
