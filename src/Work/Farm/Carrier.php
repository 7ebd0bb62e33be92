<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Psr\Log\LoggerInterface;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Message\Carried;
use Snugfit\Work\Message\MasterWanted;
use Snugfit\Work\Queue\AnswerSender;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** Beside the host: carries files between the shop and the exchange, so that the host itself never waits for a network. */
final readonly class Carrier
{
    public function __construct(
        private ExchangeStore $exchange,
        private FileStore $store,
        private AnswerSender $host,
        private LoggerInterface $logger,
    ) {
    }

    /**
     * Where a file cannot be had the answer is let go: its work is in nobody's hands then, and is ordered again.
     *
     * @throws ExchangeFailed where it should be tried again
     */
    #[AsMessageHandler]
    public function fetch(Carried $message): void
    {
        foreach ($message->files as $key => $sha256) {
            // It may have come already, by one that ended before it could say so.
            if ($sha256 === $this->store->sha256($key)) {
                continue;
            }
            try {
                $this->exchange->fetch($key, $this->store->path($key), $sha256);
            } catch (ExchangeFailed $e) {
                if (!$e->isOther && $this->exchange->has($key)) {
                    throw $e;
                }
                $this->logger->error('A file from another machine is gone or not the one that was made.', ['exception' => $e]);

                return;
            }
        }
        $this->host->tell($message->answer);
        foreach (array_keys($message->files) as $key) {
            $this->clear($key);
        }
    }

    /** @throws ExchangeFailed where it should be tried again */
    #[AsMessageHandler]
    public function bring(MasterWanted $message): void
    {
        if (0 === $this->store->size($message->key)) {
            $this->exchange->write($message->key.CarriedWorkFiles::GONE, '');
        } elseif (!$this->exchange->has($message->key)) {
            $this->exchange->put($message->key, $this->store->path($message->key));
            $this->clear($message->key.CarriedWorkFiles::GONE);
        }
    }

    private function clear(string $key): void
    {
        try {
            $this->exchange->delete($key);
        } catch (ExchangeFailed $e) {
            $this->logger->notice('A file stays in the exchange until it is old.', ['exception' => $e]);
        }
    }
}
