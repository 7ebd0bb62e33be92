<?php

declare(strict_types=1);

namespace Snugfit\Web\Api;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;

/** A script is told in JSON what was refused. */
final readonly class ApiErrorListener
{
    #[AsEventListener(priority: -64)]
    public function failed(ExceptionEvent $event): void
    {
        $failed = $event->getThrowable();
        if (!str_starts_with($event->getRequest()->getPathInfo(), '/api/') || !$failed instanceof HttpExceptionInterface) {
            return;
        }
        $event->setResponse(new JsonResponse(['error' => $failed->getMessage()], $failed->getStatusCode(), $failed->getHeaders()));
    }
}
