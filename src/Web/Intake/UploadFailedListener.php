<?php

declare(strict_types=1);

namespace Snugfit\Web\Intake;

use Snugfit\Work\Intake\UploadFailed;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;

/** Tells a sender why its upload does not go on. */
final readonly class UploadFailedListener
{
    #[AsEventListener(priority: 10)]
    public function failed(ExceptionEvent $event): void
    {
        $failed = $event->getThrowable();
        if ($failed instanceof UploadFailed) {
            $event->setThrowable(UploadRefused::because($failed));
        }
    }
}
