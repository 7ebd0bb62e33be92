<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Validator\ConstraintViolationInterface;
use Symfony\Component\Validator\Exception\ValidationFailedException;

/** What was sent and is not as it should be gets a sentence: our own where a rule of ours was broken, never a library's. */
final readonly class PayloadErrorListener
{
    private const NOT_OURS = 'What was sent is not what this page sends. Reload the page and try again.';

    #[AsEventListener(priority: 16)]
    public function failed(ExceptionEvent $event): void
    {
        $cause = $event->getThrowable()->getPrevious();
        if (!$cause instanceof ValidationFailedException) {
            return;
        }
        $sentences = [];
        foreach ($cause->getViolations() as $violation) {
            // What has no rule behind it could not even be read.
            $sentences[] = self::isOurs($violation) ? (string) $violation->getMessage() : self::NOT_OURS;
        }
        $event->setThrowable(new UnprocessableEntityHttpException(implode(' ', array_unique($sentences)), $cause));
    }

    private static function isOurs(ConstraintViolationInterface $violation): bool
    {
        return null !== $violation->getConstraint();
    }
}
