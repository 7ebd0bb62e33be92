<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Exception\LogicException;
use Symfony\Component\Messenger\Exception\MessageDecodingFailedException;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use Symfony\Component\Messenger\Stamp\TransportMessageIdStamp;
use Symfony\Component\Messenger\Transport\Receiver\KeepaliveReceiverInterface;
use Symfony\Component\Messenger\Transport\Receiver\MessageCountAwareInterface;
use Symfony\Component\Messenger\Transport\Serialization\SerializerInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/** Messenger's way to a lane. */
final readonly class SqliteTransport implements TransportInterface, KeepaliveReceiverInterface, MessageCountAwareInterface
{
    public function __construct(private QueueTable $lane, private SerializerInterface $serializer)
    {
    }

    public function get(): iterable
    {
        $lent = $this->lane->take();
        if (null === $lent) {
            return [];
        }
        try {
            $envelope = $this->serializer->decode(['body' => $lent->body]);
        } catch (MessageDecodingFailedException $e) {
            $this->lane->remove($lent->id);
            throw $e;
        }

        return [$envelope->with(new TransportMessageIdStamp($lent->id), new DeliveryCountStamp($lent->deliveries))];
    }

    public function ack(Envelope $envelope): void
    {
        $this->lane->remove($this->id($envelope));
    }

    public function reject(Envelope $envelope): void
    {
        $this->lane->remove($this->id($envelope));
    }

    public function keepalive(Envelope $envelope, ?int $seconds = null): void
    {
        $this->lane->prolong($this->id($envelope));
    }

    public function send(Envelope $envelope): Envelope
    {
        $delay = $envelope->last(DelayStamp::class)?->getDelay() ?? 0;
        $body = $this->serializer->encode($envelope)['body'];
        $id = $this->lane->add($body, $delay);

        return $envelope->with(new TransportMessageIdStamp($id));
    }

    public function getMessageCount(): int
    {
        return $this->lane->count();
    }

    private function id(Envelope $envelope): int
    {
        $id = $envelope->last(TransportMessageIdStamp::class)?->getId();

        return \is_int($id) ? $id : throw new LogicException('The message did not come from this lane.');
    }
}
