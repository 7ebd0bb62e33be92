<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use PHPUnit\Framework\Attributes\TestWith;
use Snugfit\Core\FailureReason;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Job\JobFiles;
use Snugfit\Pixels\Job\JobMaster;
use Snugfit\Pixels\Job\PixelJob;
use Snugfit\Pixels\Job\ReadMasterJob;
use Snugfit\Shop\DataFolder;
use Snugfit\Tests\Pixels\PixelTestCase;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Child\PixelProcessPool;

/** Children: one job after another, none after a job that went wrong, and no job that costs more than itself. */
final class PixelProcessPoolTest extends PixelTestCase
{
    public function test_one_that_ended_its_job_takes_the_next_and_two_at_once_are_two(): void
    {
        $processes = $this->bench();
        $first = $processes->start($this->reading(31, 20));
        $second = $processes->start($this->reading(17, 40));
        self::assertNotSame($first->pid(), $second->pid());
        self::assertSame([31, 20], self::sides($first->facts()));
        $third = $processes->withThreads(1)->start($this->reading(50, 60));
        self::assertSame($first->pid(), $third->pid());
        self::assertSame([17, 40], self::sides($second->facts()));
        self::assertSame([50, 60], self::sides($third->facts()));
        self::assertNotContains($processes->withThreads(2)->start($this->reading(9, 9))->pid(), [$first->pid(), $second->pid()], 'other threads, another process');
    }

    public function test_after_a_broken_file_and_after_being_stopped_none_is_used_again(): void
    {
        $processes = $this->bench();
        file_put_contents($this->folder.'/broken.jpg', "\xFF\xD8\xFFnothing more");
        $broken = $processes->start(new ReadMasterJob(new JobMaster($this->folder.'/broken.jpg')));
        $first = $broken->pid();
        try {
            $broken->facts();
            self::fail('A broken file was read.');
        } catch (PixelJobFailed $e) {
            self::assertNotSame('', $e->getMessage());
        }
        $stopped = $processes->start($this->reading(400, 300));
        $ended = $stopped->pid();
        self::assertNotSame($first, $ended);
        $stopped->kill();
        self::assertDirectoryDoesNotExist('/proc/'.$ended);
        $last = $processes->start($this->reading(12, 8));
        self::assertNotContains($last->pid(), [$first, $ended]);
        self::assertSame([12, 8], self::sides($last->facts()));
    }

    /** What the machine ends for want of memory is not the file's fault; a decoder that breaks over it is. */
    #[TestWith([\SIGKILL, FailureReason::Killed, 'not to blame'])]
    #[TestWith([\SIGTERM, FailureReason::Killed, 'not to blame'])]
    #[TestWith([\SIGSEGV, FailureReason::Crashed, 'left out'])]
    #[TestWith([\SIGABRT, FailureReason::Crashed, 'left out'])]
    public function test_one_that_dies_at_its_work_says_why(int $signal, FailureReason $reason, string $says): void
    {
        $child = $this->bench()->start($this->reading(10, 10));
        posix_kill((int) $child->pid(), $signal);
        try {
            $child->facts();
            self::fail('A dead process answered.');
        } catch (PixelJobFailed $e) {
            self::assertSame($reason, $e->reason());
            self::assertStringContainsString($says, $e->getMessage());
        }
    }

    public function test_one_that_dies_idle_is_not_asked(): void
    {
        $processes = $this->bench();
        $idle = $processes->start($this->reading(10, 10));
        $idle->facts();
        posix_kill((int) $idle->pid(), \SIGKILL);
        usleep(50_000);
        self::assertSame([21, 22], self::sides($processes->start($this->reading(21, 22))->facts()));
    }

    public function test_what_takes_too_long_is_stopped(): void
    {
        $slow = new class($this->reading(2000, 2000)) implements PixelJob {
            public function __construct(private readonly PixelJob $job)
            {
            }

            public static function name(): string
            {
                return ReadMasterJob::name();
            }

            public static function fromJson(JsonReader $job): self
            {
                return new self(ReadMasterJob::fromJson($job));
            }

            public function timeLimit(): float
            {
                return 0.001;
            }

            public function files(): JobFiles
            {
                return $this->job->files();
            }

            public function toArray(): array
            {
                return $this->job->toArray();
            }
        };
        $child = $this->bench()->start($slow);
        $number = $child->pid();
        $this->expectException(PixelJobFailed::class);
        $this->expectExceptionMessage('was stopped');
        try {
            $child->facts();
        } finally {
            self::assertDirectoryDoesNotExist('/proc/'.$number);
        }
    }

    private function bench(): PixelProcessPool
    {
        return new PixelProcessPool(\dirname(__DIR__, 2), new DataFolder($this->folder));
    }

    private function reading(int $width, int $height): ReadMasterJob
    {
        $path = \sprintf('%s/%dx%d.png', $this->folder, $width, $height);
        $this->picture(new PixelSize($width, $height))->save('png', $path, []);

        return new ReadMasterJob(new JobMaster($path));
    }

    /** @return array{int, int} */
    private static function sides(JsonReader $facts): array
    {
        return [$facts->int('width'), $facts->int('height')];
    }
}
