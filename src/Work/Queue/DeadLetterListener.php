<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Snugfit\Work\Message\Redeliverable;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Middleware\MiddlewareInterface;
use Symfony\Component\Messenger\Middleware\StackInterface;
use Symfony\Contracts\Service\Attribute\Required;

/** A message that workers keep dying over is answered with a failure, so that it holds nobody up for ever. */
final class DeadLetterListener implements MiddlewareInterface
{
    private const TRIES = 3;

    private MessageBusInterface $bus;

    /** The bus is made of its middleware, so it comes afterwards. */
    #[Required]
    public function answerBy(MessageBusInterface $bus): void
    {
        $this->bus = $bus;
    }

    public function handle(Envelope $envelope, StackInterface $stack): Envelope
    {
        $deliveries = $envelope->last(DeliveryCountStamp::class)->deliveries ?? 0;
        $message = $envelope->getMessage();
        if ($deliveries > self::TRIES && $message instanceof Redeliverable) {
            $this->bus->dispatch($message->givenUp());

            return $envelope;
        }

        return $stack->next()->handle($envelope, $stack);
    }
}
