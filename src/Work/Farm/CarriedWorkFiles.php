<?php

declare(strict_types=1);

namespace Snugfit\Work\Farm;

use Psr\Log\LoggerInterface;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Message\Answer;
use Snugfit\Work\Message\Carried;
use Snugfit\Work\Message\MasterWanted;
use Snugfit\Work\Queue\AnswerSender;
use Snugfit\Work\Queue\LeaseKeeper;
use Snugfit\Work\Run\StopSignalListener;
use Snugfit\Work\Run\WorkerStopping;
use Snugfit\Work\Worker\Heartbeat;
use Symfony\Component\Messenger\MessageBusInterface;

/** On another machine: masters are fetched once and kept, what was made is handed over by the exchange. */
final readonly class CarriedWorkFiles implements WorkFiles
{
    /** Under a master's key with this after it: the shop has no such master. */
    public const GONE = '.gone';

    /** Microseconds between looks whether something has come, and between tries where the exchange does not answer. */
    private const LOOK = 200_000;
    private const PAUSE = 1_000_000;

    /** Seconds after which a master is asked for again. */
    private const ASK = 30;

    /** Seconds without the exchange after which work that is not begun is left to other machines. */
    private const MOST_SECONDS_AWAY = 60;

    public function __construct(
        private ExchangeStore $exchange,
        private FileStore $store,
        private DataFolder $data,
        private AnswerSender $host,
        private MessageBusInterface $bus,
        private LeaseKeeper $lease,
        private StopSignalListener $closing,
        private Heartbeat $heartbeat,
        private MachineCleaner $cleaner,
        private LoggerInterface $logger,
    ) {
    }

    public function bring(string $key, \Closure $isWanted): bool
    {
        $path = $this->store->path($key);
        $this->cleaner->tidy();
        $lock = $this->lock($key);
        // One fetches it, and the others of this machine wait for that.
        while (!flock($lock, \LOCK_EX | \LOCK_NB)) {
            if (!$this->goesOn($isWanted, self::LOOK)) {
                return false;
            }
        }
        $away = new StoreOutage($this->logger);
        for ($askedAt = 0; !is_file($path);) {
            try {
                if ($this->exchange->has($key)) {
                    $this->fetch($key, $path);
                    break;
                }
                if ($this->exchange->has($key.self::GONE)) {
                    throw PixelJobFailed::missing();
                }
                if (time() >= $askedAt + self::ASK) {
                    $this->ask($key);
                    $askedAt = time();
                }
                $away->ends();
                $pause = self::LOOK;
            } catch (ExchangeFailed $e) {
                if ($away->goesOn($e) > self::MOST_SECONDS_AWAY) {
                    throw StoreAway::by($e);
                }
                $pause = self::PAUSE;
            }
            if (!$this->goesOn($isWanted, $pause)) {
                return false;
            }
        }
        // The longest unused go first where room is short (MachineCleaner).
        touch($path);

        return true;
    }

    public function deliver(Answer $answer, array $keys): void
    {
        $made = array_filter($keys, fn (string $key): bool => null !== $this->store->sha256($key));
        $files = [];
        $away = new StoreOutage($this->logger);
        foreach ($made as $key) {
            $files[$key] = (string) $this->store->sha256($key);
            while (!$this->isHandedOver($key, $away)) {
                if (!$this->goesOn(fn (): bool => !$this->lease->isLost(), self::PAUSE)) {
                    return;
                }
            }
        }
        $this->host->tell([] === $files ? $answer : new Carried($answer, $files));
        array_map($this->store->delete(...), $made);
    }

    private function ask(string $key): void
    {
        try {
            $this->bus->dispatch(new MasterWanted($key));
        } catch (\Throwable $e) {
            $this->logger->warning('The queue did not take the wish for a master.', ['exception' => $e]);
        }
    }

    private function fetch(string $key, string $path): void
    {
        try {
            // Masters are stored under their hash.
            $this->exchange->fetch($key, $path, basename($key));
            chmod($path, 0o444);
        } catch (ExchangeFailed $e) {
            if ($e->isOther) {
                $this->exchange->delete($key);
            }
            throw $e;
        }
    }

    private function isHandedOver(string $key, StoreOutage $away): bool
    {
        try {
            $this->exchange->put($key, $this->store->path($key));
            $away->ends();

            return true;
        } catch (ExchangeFailed $e) {
            $away->goesOn($e);

            return false;
        }
    }

    /** @param \Closure(): bool $isWanted */
    private function goesOn(\Closure $isWanted, int $pause): bool
    {
        if ($this->closing->hasCome()) {
            throw WorkerStopping::atClosing();
        }
        usleep($pause);
        $this->heartbeat->beat();

        return $isWanted();
    }

    /** @return resource */
    private function lock(string $key)
    {
        @mkdir($this->data->temporary(), 0o700, true);

        return fopen($this->data->temporary().'/fetch-'.basename($key), 'c') ?: throw new \RuntimeException('Nothing can be written here.');
    }
}
