<?php

declare(strict_types=1);

namespace Snugfit\Shop\Entity;

use Doctrine\ORM\Mapping as ORM;

/** How often signing in has failed in a row, for a name or from an address. */
#[ORM\Entity]
#[ORM\Table(name: 'sign_in_attempt')]
class SignInAttempt
{
    #[ORM\Id]
    #[ORM\Column(length: 120)]
    public readonly string $subject;

    #[ORM\Column]
    public readonly int $failures;

    /** Unix time. */
    #[ORM\Column]
    public readonly int $lastAt;

    public function __construct(string $subject, int $failures, int $lastAt)
    {
        [$this->subject, $this->failures, $this->lastAt] = [$subject, $failures, $lastAt];
    }
}
