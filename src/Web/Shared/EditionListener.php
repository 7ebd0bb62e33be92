<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Snugfit\Core\Product\Product;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\PlacementEdition;
use Snugfit\Shop\Undo\ActGuard;
use Snugfit\Shop\Undo\StaleAct;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ControllerArgumentsEvent;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;
use Twig\Attribute\AsTwigFunction;

/**
 * A page for one placement knows which state it shows, and says so with each act: one that rests on another state than the one
 * that is there is refused with a 409, and the person chooses. After each act the page hears which state is there now.
 */
final readonly class EditionListener
{
    public const HEADER = 'X-Edition';

    /** Sent instead of a state by who has seen that there is another, and wants theirs all the same. */
    private const MINE = 'mine';

    /** Where the request keeps what it is about. */
    private const SUBJECT = '_edition_of';

    public function __construct(private PlacementEdition $editions, private ActGuard $guard)
    {
    }

    #[AsTwigFunction('edition')]
    public function of(BatchArtwork $artwork, Product $product): string
    {
        return $this->editions->of($artwork, $product);
    }

    #[AsEventListener]
    public function called(ControllerArgumentsEvent $event): void
    {
        $request = $event->getRequest();
        $artwork = $product = null;
        foreach ($event->getArguments() as $argument) {
            $artwork = $argument instanceof BatchArtwork ? $argument : $artwork;
            $product = $argument instanceof Product ? $argument : $product;
        }
        if ($request->isMethodSafe() || null === $artwork || null === $product) {
            return;
        }
        $request->attributes->set(self::SUBJECT, [$artwork, $product]);
        $seen = $request->headers->get(self::HEADER) ?? $request->request->getString('_edition');
        if ('' !== $seen && self::MINE !== $seen) {
            $this->guard->expect(fn (): bool => $seen === $this->editions->of($artwork, $product));
        }
    }

    #[AsEventListener]
    public function answered(ResponseEvent $event): void
    {
        $subject = $event->getRequest()->attributes->get(self::SUBJECT);
        if (\is_array($subject) && $subject[0] instanceof BatchArtwork && $subject[1] instanceof Product) {
            $event->getResponse()->headers->set(self::HEADER, $this->editions->of($subject[0], $subject[1]));
        }
    }

    #[AsEventListener(priority: 10)]
    public function failed(ExceptionEvent $event): void
    {
        if ($event->getThrowable() instanceof StaleAct) {
            $event->setThrowable(new ConflictHttpException($event->getThrowable()->getMessage(), $event->getThrowable()));
        }
    }
}
