<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use Snugfit\Core\FailureReason;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Shop\DataFolder;
use Snugfit\Tests\Pixels\PixelTestCase;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;
use Snugfit\Work\Child\PixelTask;
use Snugfit\Work\Child\ProcessServerClient;
use Snugfit\Work\Child\ProcessTree;
use Symfony\Component\Process\Process;

/** Processes that outlive the page that asks: one after another, stopped with the page, and none that a fault has touched. */
final class ProcessServerTest extends PixelTestCase
{
    private Process $server;

    protected function setUp(): void
    {
        parent::setUp();
        $root = \dirname(__DIR__, 2);
        $this->server = new Process(
            [\PHP_BINARY, $root.'/bin/console', 'shop:processes', $this->socket()],
            env: ['SNUGFIT_DATA' => $this->folder, 'APP_ENV' => 'test'],
            timeout: 60,
        );
        $this->server->start();
        for ($i = 0; $i < 400 && !file_exists($this->socket()); ++$i) {
            self::assertTrue($this->server->isRunning(), $this->server->getErrorOutput());
            usleep(50_000);
        }
    }

    protected function tearDown(): void
    {
        $this->server->stop(2);
        parent::tearDown();
    }

    public function test_a_page_after_another_has_the_same_process_and_two_at_once_have_two(): void
    {
        self::assertSame([31, 20], $this->sides($this->page()->start($this->reading(31, 20))->facts()));
        $first = $this->children();
        self::assertCount(1, $first);
        self::assertSame([40, 50], $this->sides($this->page()->start($this->reading(40, 50))->facts()));
        self::assertSame($first, $this->children());
        [$one, $child] = $this->atWork();
        self::assertSame([60, 40], $this->sides($this->page()->start($this->reading(60, 40))->facts()));
        self::assertCount(2, $this->children());
        self::assertContains($child, $this->children());
        self::assertTrue($one->isRunning());
        $this->signal($child, \SIGCONT);
        self::assertSame([9, 9], $this->sides($one->facts()));
    }

    public function test_a_file_that_cannot_be_read_is_told_as_ever_and_its_process_ends(): void
    {
        file_put_contents($this->folder.'/broken.jpg', "\xFF\xD8\xFFnothing more");
        try {
            $this->page()->start(new ReadMasterJob(new JobMaster($this->folder.'/broken.jpg')))->facts();
            self::fail('A broken file was read.');
        } catch (PixelJobFailed $e) {
            self::assertNotSame(FailureReason::Killed, $e->reason());
        }
        $this->until(fn (): bool => [] === $this->children());
        self::assertSame([12, 8], $this->sides($this->page()->start($this->reading(12, 8))->facts()));
    }

    public function test_a_process_that_dies_says_why(): void
    {
        [$task, $child] = $this->atWork();
        posix_kill($child, \SIGSEGV);
        try {
            $task->facts();
            self::fail('A dead process answered.');
        } catch (PixelJobFailed $e) {
            self::assertSame(FailureReason::Crashed, $e->reason());
        }
    }

    public function test_work_that_nobody_waits_for_any_more_is_stopped(): void
    {
        [$task, $child] = $this->atWork();
        $task->kill();
        self::assertFalse($task->isRunning());
        $this->until(fn (): bool => !file_exists('/proc/'.$child) && [] === $this->children());
    }

    public function test_without_a_server_a_page_has_a_process_of_its_own_and_one_that_goes_is_no_fault_of_the_file(): void
    {
        [$task] = $this->atWork();
        $this->server->stop(0, \SIGKILL);
        try {
            $task->facts();
            self::fail('A server that is gone answered.');
        } catch (PixelJobFailed $e) {
            self::assertSame(FailureReason::Killed, $e->reason());
        }
        $own = $this->page()->start($this->reading(9, 8));
        self::assertNotNull($own->pid());
        self::assertSame([9, 8], $this->sides($own->facts()));
    }

    /** @return array{PixelTask, int} a job that takes for ever, and the process that has it */
    private function atWork(): array
    {
        $this->page()->start($this->reading(8, 8))->facts();
        $children = $this->children();
        self::assertCount(1, $children);
        $this->signal($children[0], \SIGSTOP);
        $task = $this->page()->start($this->reading(9, 9));
        // Until the server has given it away.
        usleep(300_000);

        return [$task, $children[0]];
    }

    private function signal(int $child, int $signal): void
    {
        foreach (ProcessTree::descendants($child) as $pid) {
            posix_kill($pid, $signal);
        }
    }

    public function test_what_is_shut_off_holds_no_connection(): void
    {
        [, $child] = $this->atWork();
        $this->page()->start($this->reading(7, 8))->facts();
        foreach ($this->children() as $one) {
            foreach ([$one, ...ProcessTree::descendants($one)] as $pid) {
                $open = array_map(static fn (string $file): string => (string) @readlink($file), glob("/proc/$pid/fd/*") ?: []);
                self::assertNotSame([], $open);
                self::assertSame([], preg_grep('/^socket:/', $open), (string) $pid);
            }
        }
        $this->signal($child, \SIGCONT);
    }

    /** As a page has it: with nothing of the pages before. */
    private function page(): PixelProcessPool
    {
        return new PixelProcessPool(\dirname(__DIR__, 2), new DataFolder($this->folder), new ProcessServerClient($this->socket()));
    }

    private function socket(): string
    {
        return $this->folder.'/processes.sock';
    }

    /** @return list<int> */
    private function children(): array
    {
        return ProcessTree::children((int) $this->server->getPid());
    }

    /** @param \Closure(): bool $isSo */
    private function until(\Closure $isSo): void
    {
        for ($i = 0; $i < 200 && !$isSo(); ++$i) {
            usleep(20_000);
        }
        self::assertTrue($isSo());
    }

    private function reading(int $width, int $height): ReadMasterJob
    {
        $path = \sprintf('%s/%dx%d.png', $this->folder, $width, $height);
        $this->picture(new PixelSize($width, $height))->save('png', $path, []);

        return new ReadMasterJob(new JobMaster($path));
    }

    /** @return array{int, int} */
    private function sides(JsonReader $facts): array
    {
        return [$facts->int('width'), $facts->int('height')];
    }
}
