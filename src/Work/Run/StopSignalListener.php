<?php

declare(strict_types=1);

namespace Snugfit\Work\Run;

use Symfony\Component\Console\ConsoleEvents;
use Symfony\Component\Console\Event\ConsoleSignalEvent;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Whether this worker was asked to stop, so that it gives back what it has in hand instead of finishing it. */
final class StopSignalListener
{
    private bool $hasCome = false;

    #[AsEventListener(event: ConsoleEvents::SIGNAL)]
    public function signalled(ConsoleSignalEvent $event): void
    {
        // Others, such as the alarm by which a loan is prolonged, do not mean it.
        if (\in_array($event->getHandlingSignal(), [\SIGTERM, \SIGINT, \SIGQUIT], true)) {
            $this->hasCome = true;
        }
    }

    public function hasCome(): bool
    {
        return $this->hasCome;
    }
}
