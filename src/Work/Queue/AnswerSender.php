<?php

declare(strict_types=1);

namespace Snugfit\Work\Queue;

use Psr\Log\LoggerInterface;
use Snugfit\Work\Message\Answer;
use Snugfit\Work\Message\Carried;
use Snugfit\Work\Run\StopSignalListener;
use Symfony\Component\Messenger\MessageBusInterface;

/** What a worker has to say to the host. Work that took minutes is not given away because the queue is busy for some. */
final readonly class AnswerSender
{
    /** Seconds that an answer is tried for. */
    private const PATIENCE = 3600;

    /** Microseconds between tries, beside the time that each waits for the queue. */
    private const PAUSE = 1_000_000;

    public function __construct(
        private MessageBusInterface $bus,
        private LeaseKeeper $lease,
        private StopSignalListener $closing,
        private LoggerInterface $logger,
    ) {
    }

    /** Sends what must arrive, once the queue takes it. */
    public function tell(Answer|Carried $answer): void
    {
        $isTold = false;
        for ($until = microtime(true) + self::PATIENCE;; usleep(self::PAUSE)) {
            try {
                $this->bus->dispatch($answer);

                return;
            } catch (\Throwable $e) {
                if ($this->lease->isLost()) {
                    return;
                }
                if ($this->closing->hasCome() || microtime(true) > $until) {
                    throw $e;
                }
                $isTold || $this->logger->warning('An answer waits for the queue.', ['exception' => $e]);
                $isTold = true;
            }
        }
    }

    /** Sends what may be lost. */
    public function mention(Answer $answer): void
    {
        try {
            $this->bus->dispatch($answer);
        } catch (\Throwable $e) {
            $this->logger->notice('A word on progress was lost.', ['exception' => $e]);
        }
    }
}
