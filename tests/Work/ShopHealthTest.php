<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Doctrine\DBAL\Connection;
use Snugfit\Shop\Entity\Worker;
use Snugfit\Shop\Repository\WorkerRepository;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Health\HealthFinding;
use Snugfit\Work\Health\HealthTopic;
use Snugfit\Work\Health\ShopHealth;
use Snugfit\Work\Message\WorkerAlive;
use Snugfit\Work\Worker\Pulse;
use Symfony\Component\Messenger\MessageBusInterface;

/** Each part that stands still is told, with what to do. */
final class ShopHealthTest extends ShopTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        mkdir($this->data.'/run');
    }

    public function test_a_shop_whose_parts_are_all_at_work_is_well(): void
    {
        $this->allAtWork();
        self::assertSame([], $this->topics());
        self::assertSame(0, $this->browser->request('GET', '/')->filter('.banner')->count());
    }

    public function test_a_host_that_is_not_heard_of_is_told_in_every_room(): void
    {
        $this->allAtWork();
        touch($this->data.'/run/pulse', time() - 60);
        self::assertSame([HealthTopic::Host], $this->topics());
        $batch = $this->batch(['4x6']);
        $this->give($batch, 'a.png', 220, 150);
        foreach (['/', '/shelf', "/batches/{$batch->id()}/intake", "/batches/{$batch->id()}/run", '/health/banner'] as $path) {
            self::assertStringContainsString('start it again', $this->browser->request('GET', $path)->filter('.banner')->text(), $path);
        }
    }

    public function test_workers_that_are_gone_are_told_by_what_they_did(): void
    {
        $this->allAtWork();
        $this->entities()->getConnection()->executeStatement("UPDATE worker SET seen_at = datetime('now', '-90 seconds') WHERE lanes = 'press'");
        $this->entities()->clear();
        self::assertSame([HealthTopic::Workers], $this->topics());
        self::assertStringContainsString('makes print files', $this->findings()[0]->sentence);
        self::assertStringNotContainsString('reads', $this->findings()[0]->sentence);
        // Whose parts have only just been started may not have said so yet.
        touch($this->data.'/run/supervisord.conf');
        self::assertSame([], $this->topics());
    }

    public function test_work_that_nobody_takes_up_is_told(): void
    {
        $this->allAtWork();
        $this->service(MessageBusInterface::class)->dispatch(new WorkerAlive('late', 'press', time()));
        self::assertSame([], $this->topics());
        $queue = static::getContainer()->get('doctrine.dbal.queue_connection');
        self::assertInstanceOf(Connection::class, $queue);
        $queue->executeStatement('UPDATE message SET due_at = due_at - 600000');
        self::assertSame([HealthTopic::Queue], $this->topics());
        self::assertStringContainsString('10 minutes', $this->findings()[0]->sentence);
        // In a worker's hands it is taken up, however long it takes.
        $queue->executeStatement('UPDATE message SET lent_until = 1');
        self::assertSame([], $this->topics());
    }

    public function test_data_that_cannot_be_read_is_told_on_a_page_that_stands(): void
    {
        $this->allAtWork();
        $this->entities()->getConnection()->executeStatement('DROP TABLE worker');
        self::assertSame([HealthTopic::Data], $this->topics());
    }

    private function allAtWork(): void
    {
        $this->service(Pulse::class)->beat();
        foreach (['quick', 'heavy', 'press'] as $lane) {
            $this->service(MessageBusInterface::class)->dispatch(new WorkerAlive("this machine, $lane", $lane, time()));
        }
        $this->work(['answers']);
        self::assertSame([true, true, true], array_map(static fn (Worker $one): bool => $one->isAlive(), $this->service(WorkerRepository::class)->known()));
    }

    /** @return list<HealthFinding> but for the disk of the machine that this runs on */
    private function findings(): array
    {
        $findings = $this->service(ShopHealth::class)->findings();

        return array_values(array_filter($findings, static fn (HealthFinding $one): bool => HealthTopic::Disk !== $one->topic));
    }

    /** @return list<HealthTopic> */
    private function topics(): array
    {
        return array_map(static fn (HealthFinding $one): HealthTopic => $one->topic, $this->findings());
    }
}
