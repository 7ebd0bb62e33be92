<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Psr\Container\ContainerInterface;
use Snugfit\Work\Message\Redeliverable;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageReceivedEvent;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Transport\Receiver\ReceiverInterface;

/** A message that workers keep dying over is answered with a failure, so that it holds nobody up for ever. */
final readonly class DeadLetterListener
{
    /** Decoders work in children, so that a worker hardly ever ends by what it has in hand, and often by what befalls the machine. */
    public const TRIES = 12;

    public function __construct(
        private MessageBusInterface $bus,
        #[Autowire(service: 'messenger.receiver_locator')]
        private ContainerInterface $receivers,
    ) {
    }

    #[AsEventListener]
    public function received(WorkerMessageReceivedEvent $event): void
    {
        $envelope = $event->getEnvelope();
        $message = $envelope->getMessage();
        $deliveries = $envelope->last(LeaseStamp::class)?->deliveries() ?? 0;
        if ($deliveries <= self::TRIES || !$message instanceof Redeliverable) {
            return;
        }
        $this->bus->dispatch($message->givenUp());
        $receiver = $this->receivers->get($event->getReceiverName());
        if ($receiver instanceof ReceiverInterface) {
            $receiver->reject($envelope);
        }
        $event->shouldHandle(false);
    }
}
