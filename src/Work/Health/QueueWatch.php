<?php

declare(strict_types=1);

namespace Snugfit\Work\Health;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception as DatabaseFailed;
use Snugfit\Shop\DataFolder;
use Snugfit\Work\Farm\FarmLaneFactory;
use Snugfit\Work\Farm\FarmSettings;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Whether what should be taken up at once waits. A farm's queue is looked into by the host, and pages read what it noted. */
final readonly class QueueWatch
{
    /** What is taken up at once where all is well. */
    private const PROMPT = ['answers', 'quick', 'carry'];

    public function __construct(
        private DataFolder $data,
        private FarmSettings $farm,
        private FarmLaneFactory $lanes,
        #[Autowire(service: 'doctrine.dbal.queue_connection')] private Connection $queue,
    ) {
    }

    /** At the host, now and then. */
    public function look(): void
    {
        if ($this->farm->isOn()) {
            $waits = 0;
            foreach (self::PROMPT as $lane) {
                $waits = max($waits, $this->lanes->lane($lane)?->oldestWait() ?? 0);
            }
            @file_put_contents($this->data->queueWait(), (string) (time() - $waits));
        }
    }

    /** Whether a farm's queue could not be reached when it was asked last. */
    public function isGone(): bool
    {
        clearstatcache(true, $this->data->queueFault());

        return $this->farm->isOn() && is_file($this->data->queueFault());
    }

    /**
     * Seconds that the oldest has waited.
     *
     * @throws DatabaseFailed
     */
    public function waits(): int
    {
        if ($this->farm->isOn()) {
            $since = @file_get_contents($this->data->queueWait());

            return is_numeric($since) ? max(0, time() - (int) $since) : 0;
        }
        $oldest = $this->queue->fetchOne(
            "SELECT MIN(due_at) FROM message WHERE lane IN ('answers', 'quick') AND lent_until = 0 AND due_at > 0",
        );

        return is_numeric($oldest) ? time() - (int) ($oldest / 1000) : 0;
    }
}
