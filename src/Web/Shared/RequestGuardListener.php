<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Web\People\Door;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\Security\Csrf\CsrfToken;
use Symfony\Component\Security\Csrf\CsrfTokenManagerInterface;

/**
 * Holds the doors: whatever changes something must come from one of our own pages, and a page may load nothing but what
 * ships with it.
 */
final readonly class RequestGuardListener
{
    private const POLICY = "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self' data: blob:; "
        ."connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    /** What Symfony sends where nobody said anything. */
    private const UNSAID = 'no-cache, private';

    public function __construct(private CsrfTokenManagerInterface $tokens)
    {
    }

    #[AsEventListener]
    public function requested(RequestEvent $event): void
    {
        // An error page is a request of its own, about the one that was refused.
        if (!$event->isMainRequest()) {
            return;
        }
        $request = $event->getRequest();
        $sent = [$request->query->all(), $request->request->all()];
        array_walk_recursive($sent, static function (mixed $one): void {
            if (\is_string($one) && !mb_check_encoding($one, 'UTF-8')) {
                throw new BadRequestHttpException('What was sent is no text.');
            }
        });
        // A script's token is in no page's power to send.
        if ($request->isMethodSafe() || Door::isScript($request)) {
            return;
        }
        $site = $request->headers->get('Sec-Fetch-Site');
        $token = new CsrfToken('act', (string) ($request->headers->get('X-Act') ?? $request->request->getString('_token')));
        if ((null !== $site && 'same-origin' !== $site) || !$this->tokens->isTokenValid($token)) {
            throw new AccessDeniedHttpException('This act did not come from a page of Snugfit. Reload the page and try again.');
        }
    }

    /** Last of all: only then is known what an answer is, and whether its controller said how long it may be kept. */
    #[AsEventListener(priority: -100)]
    public function answered(ResponseEvent $event): void
    {
        $headers = $event->getResponse()->headers;
        $headers->set('Content-Security-Policy', self::POLICY);
        $headers->set('X-Content-Type-Options', 'nosniff');
        $headers->set('Referrer-Policy', 'same-origin');
        $headers->set('Cross-Origin-Opener-Policy', 'same-origin');
        $headers->set('Cross-Origin-Resource-Policy', 'same-origin');
        $isSaid = self::UNSAID !== $headers->get('Cache-Control');
        if (!$isSaid || str_contains((string) $headers->get('Content-Type'), 'text/html')) {
            $headers->set('Cache-Control', 'no-store, private');
        } elseif ($headers->hasCacheControlDirective('public')) {
            // What is a person's is kept in that person's browser alone.
            $headers->removeCacheControlDirective('public');
            $headers->addCacheControlDirective('private');
        }
    }
}
