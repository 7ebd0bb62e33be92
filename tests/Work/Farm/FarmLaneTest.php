<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work\Farm;

use Doctrine\DBAL\Exception as DatabaseFailed;
use Snugfit\Work\Farm\FarmLane;
use Snugfit\Work\Queue\LeasedMessage;

/** What the queue promises on one machine (QueueTableTest) it promises on many, by a real PostgreSQL. */
final class FarmLaneTest extends FarmTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->farm('host')->open('a shop');
    }

    public function test_messages_come_in_order_and_are_lent_once_each(): void
    {
        [$north, $south] = [$this->lane('quick', 'north'), $this->lane('quick', 'south')];
        foreach (range(1, 40) as $number) {
            $north->add("work $number", 0);
        }
        $taken = [];
        for ($i = 0; $i < 20; ++$i) {
            $taken[] = $this->taken($north)->body;
            $taken[] = $this->taken($south)->body;
        }
        self::assertSame(array_map(static fn (int $number): string => "work $number", range(1, 40)), $taken);
        self::assertNull($south->take());
        self::assertSame(40, $north->count(), 'what is in hand counts until it is done');
    }

    public function test_a_dead_machines_work_goes_to_another_and_the_dead_one_has_no_say_any_more(): void
    {
        [$north, $south] = [$this->lane('quick', 'north'), $this->lane('quick', 'south')];
        $north->add('work', 0);
        $first = $this->taken($north);
        self::assertNull($south->take());
        $this->pass(FarmLane::LOAN + 1);
        $second = $this->taken($south);
        self::assertSame([$first->id, 1, 2], [$second->id, $first->deliveries, $second->deliveries]);
        self::assertFalse($north->prolong($first));
        self::assertFalse($north->remove($first));
        self::assertTrue($south->prolong($second));
        self::assertTrue($south->remove($second));
        self::assertSame(0, $south->count());
    }

    public function test_who_prolongs_keeps_its_work_however_long_it_takes(): void
    {
        [$north, $south] = [$this->lane('quick', 'north'), $this->lane('quick', 'south')];
        $north->add('long work', 0);
        $lease = $this->taken($north);
        for ($i = 0; $i < 4; ++$i) {
            $this->pass(FarmLane::LOAN - 1);
            self::assertTrue($north->prolong($lease));
            self::assertNull($south->take());
        }
    }

    public function test_work_goes_to_the_machine_that_has_the_master_unless_that_is_busy_and_another_idle(): void
    {
        [$north, $south] = [$this->lane('press', 'north'), $this->lane('press', 'south')];
        foreach (['one', 'two'] as $body) {
            $south->add($body, 0, 'north');
        }
        $south->add('own', 0, 'south');
        self::assertSame('own', $this->taken($south)->body, 'its own comes first');
        self::assertSame('one', $this->taken($north)->body);
        self::assertNull($south->take(), 'it had work a moment ago');
        usleep(1_100_000);
        self::assertSame('two', $this->taken($south)->body, 'better done there than waited for');
    }

    public function test_work_that_was_meant_for_a_machine_that_never_came_is_done_by_another(): void
    {
        $south = $this->lane('press', 'south');
        $south->add('work', 0, 'gone');
        self::assertSame('work', $this->taken($south)->body);
    }

    public function test_a_delayed_message_waits(): void
    {
        $lane = $this->lane('quick', 'north');
        $lane->add('later', 60_000);
        self::assertNull($lane->take());
        $lane->add('now', 0);
        self::assertSame('now', $this->taken($lane)->body);
        self::assertSame(['later', 'now'], $lane->bodies());
    }

    public function test_a_queue_that_restarts_costs_a_pause_and_no_work(): void
    {
        [$north, $south] = [$this->lane('quick', 'north'), $this->lane('quick', 'south')];
        $north->add('in hand', 0);
        $north->add('waits', 0);
        $lease = $this->taken($north);
        self::assertTrue($north->prolong($lease));
        $this->sql('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE pid <> pg_backend_pid() AND datname = current_database()');
        self::assertNull($north->take(), 'it notices, and does not fail');
        try {
            $north->prolong($lease);
        } catch (DatabaseFailed $e) {
            self::assertStringContainsString('terminating connection', $e->getMessage());
        }
        self::assertTrue($north->prolong($lease), 'the next one holds');
        self::assertNull($north->take(), 'those with work in hand prolong it first');
        sleep(6);
        self::assertSame('waits', $this->taken($north)->body);
        self::assertNull($south->take());
    }

    public function test_a_machine_of_another_edition_is_given_nothing(): void
    {
        $old = $this->lane('quick', 'north', 'of yesterday');
        $this->lane('quick', 'south')->add('work', 0);
        self::assertNull($old->take());
        self::assertSame('work', $this->taken($this->lane('quick', 'south'))->body);
    }

    public function test_a_shop_that_goes_on_to_another_edition_leaves_no_work_of_the_old_one(): void
    {
        $this->lane('press', 'north')->add('old', 0, 'north');
        $north = $this->lane('press', 'north');
        self::assertSame('old', $this->taken($north)->body);
        $this->farm('host', 'two')->open('a shop');
        $this->lane('press', 'north', 'two')->add('new', 0, 'north');
        self::assertSame('new', $this->taken($this->lane('press', 'north', 'two'))->body);
        self::assertNull($this->lane('press', 'north')->take(), 'the machine is of the old edition');
        self::assertSame(['new'], $this->lane('press', 'north', 'two')->bodies());
    }

    private function taken(FarmLane $lane): LeasedMessage
    {
        for ($until = microtime(true) + 8; microtime(true) < $until;) {
            $message = $lane->take();
            if (null !== $message) {
                return $message;
            }
        }
        self::fail('There should be a message.');
    }

    /** As if nobody had prolonged anything for so long. */
    private function pass(int $seconds): void
    {
        foreach (['quick', 'press'] as $lane) {
            $this->sql(\sprintf('UPDATE %s SET delivered_at = delivered_at - interval \'%d seconds\'', FarmLane::table($lane), $seconds));
        }
    }
}
