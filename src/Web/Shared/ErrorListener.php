<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Twig\Environment;

/** What a person sees where something went wrong: what happened, and where to go on. */
final readonly class ErrorListener
{
    public function __construct(private Environment $twig, private LoggerInterface $logger)
    {
    }

    #[AsEventListener(priority: -64)]
    public function failed(ExceptionEvent $event): void
    {
        $error = $event->getThrowable();
        $status = $error instanceof HttpExceptionInterface ? $error->getStatusCode() : 500;
        if (500 === $status) {
            $this->logger->error('A request failed: {message}', ['message' => $error->getMessage(), 'exception' => $error]);
        }
        $sentence = match (true) {
            404 === $status => 'There is nothing at this address. It may have been removed.',
            500 === $status => 'Something went wrong here, and nothing of yours was lost. What happened is in the log.',
            default => '' !== $error->getMessage() ? $error->getMessage() : 'This is not possible.',
        };
        $event->setResponse(new Response($this->twig->render('shared/sorry.html.twig', ['status' => $status, 'sentence' => $sentence]), $status));
    }
}
