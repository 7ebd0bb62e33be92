<?php

declare(strict_types=1);

namespace Snugfit\Web\Shared;

use Doctrine\DBAL\Exception\DriverException;
use Doctrine\DBAL\Exception\LockWaitTimeoutException;
use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;
use Symfony\Component\HttpKernel\Exception\HttpException;
use Symfony\Component\HttpKernel\Exception\ServiceUnavailableHttpException;

/** Data that cannot be written just now is no fault of the program's: it is told as what it is, and can be tried again. */
final readonly class BusyDataListener
{
    /** SQLite's SQLITE_FULL and SQLITE_IOERR (sqlite.org/rescode.html): both come where the disk has no room. */
    private const NO_ROOM = [13, 10];

    /** Seconds after which it is worth trying again. */
    private const LATER = 2;

    #[AsEventListener(priority: 10)]
    public function failed(ExceptionEvent $event): void
    {
        for ($cause = $event->getThrowable(); null !== $cause; $cause = $cause->getPrevious()) {
            if ($cause instanceof LockWaitTimeoutException) {
                $event->setThrowable(new ServiceUnavailableHttpException(
                    self::LATER,
                    'The shop\'s data is busy with something else just now, so this was not done. Try again in a moment.',
                    $event->getThrowable(),
                ));

                return;
            }
            if ($cause instanceof UniqueConstraintViolationException) {
                $event->setThrowable(new ConflictHttpException(
                    'The same was done in another window at this very moment. Look at it before you do it again.',
                    $event->getThrowable(),
                ));

                return;
            }
            if ($cause instanceof DriverException && \in_array($cause->getCode(), self::NO_ROOM, true)) {
                $event->setThrowable(new HttpException(
                    507,
                    'The disk is full, so this was not done. Make room on the disk that holds the shop\'s data, and try again.',
                    $event->getThrowable(),
                ));

                return;
            }
        }
    }
}
