<?php

declare(strict_types=1);

namespace Snugfit\Web\People;

use Snugfit\Shop\Entity\AccessToken;
use Snugfit\Shop\Entity\Person;
use Snugfit\Shop\People\AccessTokens;
use Snugfit\Shop\People\SignInAttempts;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\CustomUserMessageAuthenticationException;
use Symfony\Component\Security\Http\Authenticator\AbstractLoginFormAuthenticator;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\CsrfTokenBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Credentials\PasswordCredentials;
use Symfony\Component\Security\Http\Authenticator\Passport\Passport;
use Twig\Environment;

/**
 * Signing in by name and password. It gives the browser a token of its own instead of a session, so that its requests do not wait
 * for each other. Guessing gets slower with each failure.
 */
final class SignInAuthenticator extends AbstractLoginFormAuthenticator
{
    public function __construct(
        private readonly UrlGeneratorInterface $urls,
        private readonly AccessTokens $tokens,
        private readonly SignInAttempts $attempts,
        private readonly People $people,
        private readonly Environment $twig,
    ) {
    }

    public function authenticate(Request $request): Passport
    {
        $name = $request->request->getString('name');
        $address = (string) $request->getClientIp();
        $wait = $this->attempts->wait($name, $address);
        if ($wait > 0) {
            throw new CustomUserMessageAuthenticationException(\sprintf(
                'There were several wrong tries. The next one is possible in %s.',
                $wait < 90 ? \sprintf('%d seconds', $wait) : \sprintf('%d minutes', (int) ceil($wait / 60)),
            ));
        }
        $this->attempts->begun($name, $address);

        return new Passport(
            new UserBadge($name, $this->people->loadUserByIdentifier(...)),
            new PasswordCredentials($request->request->getString('password')),
            [new CsrfTokenBadge('act', $request->request->getString('_token'))],
        );
    }

    public function onAuthenticationSuccess(Request $request, TokenInterface $token, string $firewallName): Response
    {
        $person = $token->getUser();
        if (!$person instanceof Person) {
            throw new \LogicException('Only people sign in.');
        }
        $this->attempts->succeeded($person->name(), (string) $request->getClientIp());
        $answer = new RedirectResponse($this->target($request), Response::HTTP_SEE_OTHER);
        $answer->headers->setCookie(
            Cookie::create(Door::COOKIE, $this->tokens->give($person))
                ->withExpires(time() + AccessToken::BROWSER_DAYS * 86_400)
                ->withSecure($request->isSecure())->withHttpOnly()->withSameSite(Cookie::SAMESITE_LAX),
        );

        return $answer;
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        $sentence = $exception instanceof CustomUserMessageAuthenticationException
            ? $exception->getMessageKey()
            : 'Name and password do not belong together.';

        return new Response($this->twig->render('people/sign-in.html.twig', [
            'name' => $request->request->getString('name'),
            'wrong' => $sentence,
            'to' => $request->request->getString('to'),
        ]), Response::HTTP_UNAUTHORIZED);
    }

    /** Who is not signed in and asks for a page is shown to the door; whatever else is asked is refused. */
    public function start(Request $request, ?AuthenticationException $authException = null): Response
    {
        if (str_starts_with($request->getPathInfo(), '/api/')) {
            return new JsonResponse(['error' => 'A token is wanted: "Authorization: Bearer …".'], Response::HTTP_UNAUTHORIZED);
        }
        $isPage = $request->isMethod('GET') && \in_array('text/html', $request->getAcceptableContentTypes(), true)
            && null === $request->headers->get('X-Act') && 'empty' !== $request->headers->get('Sec-Fetch-Dest');

        return $isPage
            ? new RedirectResponse($this->urls->generate('sign_in', ['to' => $request->getRequestUri()]))
            : new Response(
                $this->twig->render('people/sign-in.html.twig', ['name' => '', 'wrong' => 'Sign in again: your time is up.', 'to' => '']),
                Response::HTTP_UNAUTHORIZED,
            );
    }

    protected function getLoginUrl(Request $request): string
    {
        return $this->urls->generate('sign_in');
    }

    /** Where the person wanted to go: a page of ours. */
    private function target(Request $request): string
    {
        $to = $request->request->getString('to');

        return 1 === preg_match('~^/(?![/\\\\])[^\\\\\x00-\x20]*$~', $to) ? $to : $this->urls->generate('counter');
    }
}
