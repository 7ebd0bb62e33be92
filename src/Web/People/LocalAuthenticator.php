<?php

declare(strict_types=1);

namespace Snugfit\Web\People;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Http\Authenticator\AbstractAuthenticator;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Passport;
use Symfony\Component\Security\Http\Authenticator\Passport\SelfValidatingPassport;

/** Where the door is open, whoever is at this machine is its one person. Scripts have their tokens there too. */
final class LocalAuthenticator extends AbstractAuthenticator
{
    public function __construct(private readonly Door $door)
    {
    }

    public function supports(Request $request): bool
    {
        return $this->door->isOpen() && !Door::isScript($request);
    }

    public function authenticate(Request $request): Passport
    {
        $person = new LocalPerson();

        return new SelfValidatingPassport(new UserBadge($person->getUserIdentifier(), static fn (): LocalPerson => $person));
    }

    public function onAuthenticationSuccess(Request $request, TokenInterface $token, string $firewallName): ?Response
    {
        return null;
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): ?Response
    {
        throw new \LogicException('The person at this machine is always let in.', previous: $exception);
    }
}
