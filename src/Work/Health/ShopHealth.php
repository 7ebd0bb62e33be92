<?php

declare(strict_types=1);

namespace Snugfit\Work\Health;

use Doctrine\DBAL\Exception as DatabaseFailed;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\Entity\Worker;
use Snugfit\Shop\FileIntegrity;
use Snugfit\Shop\Repository\WorkerRepository;
use Snugfit\Work\Farm\ExchangeWatch;
use Snugfit\Work\Farm\FarmSettings;
use Snugfit\Work\Worker\Pulse;

/** Whether the shop's parts do what they should. Asked with every page, so that it asks little. */
final readonly class ShopHealth
{
    /** Bytes free below which work soon stops, and below which it may have stopped. */
    public const LOW = 2_000_000_000;
    public const FULL = 250_000_000;

    /** Seconds without a pulse, which comes every three. */
    private const NO_PULSE = 25;

    /** Seconds that an answer, or something that a person waits for, may wait for somebody to take it. */
    private const STUCK = 90;

    public function __construct(
        private DataFolder $data,
        private WorkerRepository $workers,
        private FileIntegrity $integrity,
        private Pulse $pulse,
        private QueueWatch $queue,
        private ExchangeWatch $exchange,
        private FarmSettings $farm,
    ) {
    }

    /** @return list<HealthFinding> nothing where all is well */
    public function findings(): array
    {
        try {
            return array_values(array_filter(
                [$this->disk(), $this->host() ?? $this->workers(), $this->queue(), $this->store(), $this->files()],
            ));
        } catch (DatabaseFailed) {
            return [
                new HealthFinding(
                    HealthTopic::Data,
                    'The shop\'s data cannot be read.',
                    'Close Snugfit where it was started, with Ctrl-C, and start it again: it looks at its data then and says what is '
                        .'wrong.',
                ),
            ];
        }
    }

    public function freeBytes(): int
    {
        return (int) @disk_free_space($this->data->path);
    }

    private function disk(): ?HealthFinding
    {
        $free = $this->freeBytes();
        $advice = 'Make room on the disk that holds the shop\'s data: clear parcels that were fetched, or delete batches.';

        return match (true) {
            $free < self::FULL => new HealthFinding(HealthTopic::Disk, 'The disk is full: nothing more can be taken in or made.', $advice),
            $free < self::LOW => new HealthFinding(
                HealthTopic::Disk,
                \sprintf('The disk has %.1f GB left.', $free / 1e9),
                $advice,
            ),
            default => null,
        };
    }

    private function host(): ?HealthFinding
    {
        $age = $this->pulse->age();

        return null !== $age && $age <= self::NO_PULSE
            ? null
            : new HealthFinding(
                HealthTopic::Host,
                'Finished work is not taken in: the part of Snugfit that does it does not answer.',
                'Close Snugfit where it was started, with Ctrl-C, and start it again. Nothing that was given or made is lost by that.',
            );
    }

    private function workers(): ?HealthFinding
    {
        $alive = array_filter($this->workers->known(), static fn (Worker $worker): bool => $worker->isAlive());
        $idle = [];
        foreach (['quick' => 'reads pictures', 'heavy' => 'reads large pictures', 'press' => 'makes print files'] as $lane => $does) {
            if ([] === array_filter($alive, static fn (Worker $worker): bool => $worker->takesFrom($lane))) {
                $idle[] = $does;
            }
        }

        return [] === $idle || $this->hasJustStarted()
            ? null
            : new HealthFinding(
                HealthTopic::Workers,
                \sprintf('No worker answers that %s.', implode(' or ', $idle)),
                $this->farm->isOn() && ['makes print files'] === $idle
                    ? 'Start one on another machine with "bin/snugfit work", or look whether those there run and the network holds.'
                    : 'Close Snugfit where it was started, with Ctrl-C, and start it again; what waits is then gone on with.',
            );
    }

    private function queue(): ?HealthFinding
    {
        if ($this->queue->isGone()) {
            return new HealthFinding(
                HealthTopic::Queue,
                'The queue that machines share cannot be reached.',
                'Look whether its server runs and the network to it holds. Work goes on by itself once it answers; nothing is lost.',
            );
        }
        try {
            $waits = $this->queue->waits();
        } catch (DatabaseFailed) {
            return new HealthFinding(
                HealthTopic::Queue,
                'The list of waiting work cannot be read.',
                'If this does not pass in a minute, close Snugfit and start it again; what waits is ordered anew.',
            );
        }

        return $waits < self::STUCK
            ? null
            : new HealthFinding(
                HealthTopic::Queue,
                \sprintf('Work waits for %d minutes and is not taken up.', max(1, intdiv($waits, 60))),
                'Look below whether workers answer; close Snugfit and start it again if they do not.',
            );
    }

    private function store(): ?HealthFinding
    {
        return $this->exchange->isGone()
            ? new HealthFinding(
                HealthTopic::Store,
                'The store by which machines hand over files cannot be reached.',
                'Look whether its server runs, has room, and the network to it holds. What other machines made waits; nothing is lost.',
            )
            : null;
    }

    private function files(): ?HealthFinding
    {
        $wrong = $this->integrity->wrong();

        return [] === $wrong
            ? null
            : new HealthFinding(
                HealthTopic::Files,
                1 === \count($wrong)
                    ? 'A kept file does not have the bytes that it should.'
                    : \sprintf('%d kept files do not have the bytes that they should.', \count($wrong)),
                'Nothing is printed or delivered from them. "bin/snugfit verify" names them: give a master again to mend it, start a run '
                    .'to make a print again. Have the disk looked at.',
                isUrgent: false,
            );
    }

    private function hasJustStarted(): bool
    {
        $started = @filemtime($this->data->path.'/run/supervisord.conf');

        return false !== $started && time() - $started < Worker::SILENCE;
    }
}
