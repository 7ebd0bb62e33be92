<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Pixels\Job\JobFiles;
use Snugfit\Shop\DataFolder;
use Snugfit\Work\Child\Sandbox;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** What a decoder that was taken over could do from inside: everything here is tried by a process that is shut off. */
final class SandboxTest extends TestCase
{
    private string $folder;
    private Sandbox $sandbox;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/snugfit-sealed-'.bin2hex(random_bytes(6));
        foreach (['masters', 'prints', 'tmp', 'run'] as $folder) {
            mkdir($this->folder.'/'.$folder, 0o700, true);
        }
        file_put_contents($this->folder.'/masters/one', 'a master');
        file_put_contents($this->folder.'/shop.sqlite', 'all that a shop knows');
        $this->sandbox = new Sandbox(\dirname(__DIR__, 2), new DataFolder($this->folder));
        self::assertTrue($this->sandbox->isAvailable(), 'bubblewrap is among the packages of the set-up');
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
    }

    public function test_it_reads_its_input_and_writes_its_output(): void
    {
        self::assertSame('a master', $this->inside('cat "$F/masters/one"'));
        $this->inside('echo made > "$F/prints/x"');
        self::assertStringEqualsFile($this->folder.'/prints/x', "made\n");
    }

    /** @return iterable<string, array{string}> commands that must fail */
    public static function attempts(): iterable
    {
        yield 'to read the shop\'s data' => ['cat "$F/shop.sqlite"'];
        yield 'to change a master' => ['echo x > "$F/masters/one"'];
        yield 'to remove a master' => ['rm -f "$F/masters/one" && ! test -e "$F/masters/one"'];
        yield 'to read who is on the machine' => ['cat /etc/passwd'];
        yield 'to read another\'s files' => ['ls /root /home /work'];
        yield 'to write to the program' => ['echo x > "$P/bin/pixels"'];
        yield 'to see other processes' => ['test $(ls /proc | grep -c "^[0-9]") -gt 8'];
        yield 'to end other processes' => ['kill -0 '.getmypid()];
        yield 'to reach this machine\'s servers' => ['exec 3<>/dev/tcp/127.0.0.1/1'];
        yield 'to reach the network' => ['php -r "exit(false === @stream_socket_client(\'udp://192.0.2.1:53\', timeout: 1) ? 1 : (int) !@fwrite(stream_socket_client(\'udp://192.0.2.1:53\'), \'x\'));"'];
        yield 'to mount' => ['mount -t tmpfs none /mnt'];
        yield 'to learn secrets from its surroundings' => ['env | grep -q SECRET'];
    }

    #[DataProvider('attempts')]
    public function test_it_fails(string $attempt): void
    {
        $process = $this->process($attempt);
        $process->run();
        self::assertNotSame(0, $process->getExitCode(), $process->getOutput().$process->getErrorOutput());
        self::assertStringEqualsFile($this->folder.'/masters/one', 'a master');
    }

    public function test_what_it_writes_beside_its_folders_is_nowhere(): void
    {
        $this->inside('echo x > "$F/x"; echo x > /x; echo x > /tmp/snugfit-sealed-x');
        foreach ([$this->folder.'/x', '/x', '/tmp/snugfit-sealed-x'] as $path) {
            self::assertFileDoesNotExist($path);
        }
    }

    /** The kernel lets root have as many as it likes, so that this is tried as the server's own user would. */
    public function test_it_has_no_end_of_processes_only_in_vain(): void
    {
        $folders = $this->sandbox->folders(new JobFiles([]), []);
        $script = 'for i in $(seq 300); do sleep 5 & done 2>/dev/null; jobs -r | wc -l';
        $command = $this->sandbox->around(['bash', '-c', $script], $folders, '/tmp');
        $asUser = 0 === posix_geteuid() ? ['setpriv', '--reuid=65534', '--regid=65534', '--clear-groups'] : [];
        $process = new Process([...$asUser, ...$command], timeout: 60);
        $process->run();
        self::assertLessThan(200, (int) $process->getOutput(), $process->getErrorOutput());
    }

    public function test_it_ends_with_its_parent(): void
    {
        $process = $this->process('exec sleep 60');
        $process->start();
        usleep(200_000);
        $children = trim((string) file_get_contents(\sprintf('/proc/%d/task/%1$d/children', $process->getPid())));
        posix_kill((int) $process->getPid(), \SIGKILL);
        usleep(300_000);
        // Where nobody takes leave of it, it stands there dead.
        $stat = (string) @file_get_contents("/proc/$children/stat");
        self::assertMatchesRegularExpression('/^$|\) Z /', $stat);
    }

    public function test_where_it_is_not_to_be_had_this_is_known_and_not_tried_each_time(): void
    {
        file_put_contents($this->folder.'/run/sealing', 'no');
        self::assertFalse($this->sandbox->isAvailable());
        touch($this->folder.'/run/sealing', time() - 7200);
        self::assertTrue($this->sandbox->isAvailable(), 'after an hour it is tried again');
    }

    private function inside(string $script): string
    {
        return $this->process($script)->mustRun()->getOutput();
    }

    private function process(string $script): Process
    {
        $folders = $this->sandbox->folders(new JobFiles([$this->folder.'/masters/one'], [$this->folder.'/prints/x']), [$this->folder.'/tmp']);
        $command = ['bash', '-c', \sprintf('F=%s P=%s; %s', escapeshellarg($this->folder), escapeshellarg(\dirname(__DIR__, 2)), $script)];

        return new Process($this->sandbox->around($command, $folders, $this->folder.'/tmp'), env: ['SNUGFIT_SECRET' => 'x'], timeout: 60);
    }
}
