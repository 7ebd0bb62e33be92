<?php

declare(strict_types=1);

namespace Snugfit\Web\People;

use Snugfit\Shop\Entity\Person;
use Snugfit\Shop\Undo\ActingPerson;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;
use Twig\Attribute\AsTwigFunction;

/** Who has signed in. */
final readonly class SignedInPerson implements ActingPerson
{
    public function __construct(private TokenStorageInterface $tokens)
    {
    }

    #[AsTwigFunction('signed_in_person')]
    public function person(): ?Person
    {
        $person = $this->tokens->getToken()?->getUser();

        return $person instanceof Person ? $person : null;
    }

    public function name(): ?string
    {
        return $this->person()?->name();
    }
}
