<?php

declare(strict_types=1);

namespace Snugfit\Web\People;

use Snugfit\Shop\People\AccessTokens;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\CustomUserMessageAuthenticationException;
use Symfony\Component\Security\Http\Authenticator\AbstractAuthenticator;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Passport;
use Symfony\Component\Security\Http\Authenticator\Passport\SelfValidatingPassport;

/** A browser that signed in is known by its cookie, a script by what it says in "Authorization: Bearer". */
final class TokenAuthenticator extends AbstractAuthenticator
{
    public function __construct(private readonly AccessTokens $tokens)
    {
    }

    public function supports(Request $request): bool
    {
        return Door::isScript($request) || '' !== $request->cookies->getString(Door::COOKIE);
    }

    public function authenticate(Request $request): Passport
    {
        $isScript = Door::isScript($request);
        $token = $isScript ? substr((string) $request->headers->get('Authorization'), 7) : $request->cookies->getString(Door::COOKIE);
        $person = $this->tokens->personOf(trim($token), $isScript) ?? throw new CustomUserMessageAuthenticationException(
            'This token is not known here, or not any more.',
        );

        return new SelfValidatingPassport(new UserBadge($person->getUserIdentifier(), static fn () => $person));
    }

    public function onAuthenticationSuccess(Request $request, TokenInterface $token, string $firewallName): ?Response
    {
        return null;
    }

    /** A script is told; a browser whose time is up is a stranger like any other. */
    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): ?Response
    {
        return Door::isScript($request) ? new JsonResponse(['error' => $exception->getMessageKey()], Response::HTTP_UNAUTHORIZED) : null;
    }
}
