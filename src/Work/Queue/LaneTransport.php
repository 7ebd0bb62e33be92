<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Psr\Log\LoggerInterface;
use Snugfit\Work\Message\ForMachine;
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
final readonly class LaneTransport implements TransportInterface, KeepaliveReceiverInterface, MessageCountAwareInterface, LaneContents
{
    public function __construct(
        private Lane $lane,
        private SerializerInterface $serializer,
        private LeaseKeeper $keeper,
        private LoggerInterface $logger,
    ) {
    }

    public function get(): iterable
    {
        $lease = $this->lane->take();
        if (null === $lease) {
            return [];
        }
        $this->keeper->taken();
        try {
            $envelope = $this->serializer->decode(['body' => $lease->body]);
        } catch (MessageDecodingFailedException $e) {
            // From another edition, or damaged. What it was about is ordered again (Run\Reconciler).
            $this->lane->remove($lease);
            $this->logger->warning('A message could not be read and was taken out.', ['exception' => $e]);

            return [];
        }

        return [$envelope->with(new TransportMessageIdStamp($lease->id), new LeaseStamp($lease))];
    }

    public function ack(Envelope $envelope): void
    {
        $this->lane->remove($this->lease($envelope));
    }

    public function reject(Envelope $envelope): void
    {
        $this->lane->remove($this->lease($envelope));
    }

    /**
     * Is called by a signal in the midst of the work, so that it may not throw: one that failed would never be followed by
     * another.
     */
    public function keepalive(Envelope $envelope, ?int $seconds = null): void
    {
        try {
            if (!$this->lane->prolong($this->lease($envelope))) {
                $this->keeper->lost();
            }
        } catch (\Throwable $e) {
            $this->logger->warning('A loan could not be prolonged; it is tried again.', ['exception' => $e]);
        }
    }

    public function send(Envelope $envelope): Envelope
    {
        $delay = $envelope->last(DelayStamp::class)?->getDelay() ?? 0;
        $body = $this->serializer->encode($envelope)['body'];
        $message = $envelope->getMessage();
        $id = $this->lane->add($body, $delay, $message instanceof ForMachine ? $message->machine() : null);

        return $envelope->with(new TransportMessageIdStamp($id));
    }

    public function getMessageCount(): int
    {
        return $this->lane->count();
    }

    public function contents(): array
    {
        $messages = [];
        foreach ($this->lane->bodies() as $body) {
            try {
                $messages[] = $this->serializer->decode(['body' => $body])->getMessage();
            } catch (MessageDecodingFailedException) {
                // Nobody will do anything by it.
                continue;
            }
        }

        return $messages;
    }

    private function lease(Envelope $envelope): LeasedMessage
    {
        return $envelope->last(LeaseStamp::class)->lease ?? throw new LogicException('The message did not come from this lane.');
    }
}
