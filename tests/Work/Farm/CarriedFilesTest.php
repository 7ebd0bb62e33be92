<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work\Farm;

use PHPUnit\Framework\TestCase;
use Psr\Log\NullLogger;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Child\PixelJobFailed;
use Snugfit\Work\Farm\CarriedWorkFiles;
use Snugfit\Work\Farm\Carrier;
use Snugfit\Work\Farm\ExchangeStore;
use Snugfit\Work\Farm\ExchangeStoreFactory;
use Snugfit\Work\Farm\FarmSettings;
use Snugfit\Work\Farm\MachineCleaner;
use Snugfit\Work\Message\Carried;
use Snugfit\Work\Message\MasterWanted;
use Snugfit\Work\Message\PrintFailed;
use Snugfit\Work\Queue\AnswerSender;
use Snugfit\Work\Queue\LeaseKeeper;
use Snugfit\Work\Run\StopSignalListener;
use Snugfit\Work\Worker\Heartbeat;
use Snugfit\Work\Worker\WorkerName;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\MessageBusInterface;

/** Masters go to a machine once, and what it made comes back as it was made, or not at all. */
final class CarriedFilesTest extends TestCase implements MessageBusInterface
{
    /** @var list<object> what was sent */
    private array $sent = [];

    private FileStore $shop;
    private FileStore $machine;
    private ExchangeStore $exchange;
    private LeaseKeeper $lease;

    /** Whether the shop answers. */
    private bool $isShopThere = true;

    protected function setUp(): void
    {
        $folder = FarmServers::folder().'/'.bin2hex(random_bytes(6));
        $this->shop = new FileStore(new DataFolder($folder.'/shop'));
        $this->machine = new FileStore(new DataFolder($folder.'/machine'));
        $settings = new FarmSettings('', $folder.'/exchange', FarmSettings::WORKER, 'north', 'one');
        $this->exchange = (new ExchangeStoreFactory($settings))->store();
        $this->lease = new LeaseKeeper();
    }

    public function test_a_master_is_asked_for_fetched_once_and_kept(): void
    {
        $key = $this->master('the bytes of a picture');
        self::assertTrue($this->files()->bring($key, static fn (): bool => true));
        self::assertSame('the bytes of a picture', $this->machine->read($key));
        self::assertSame(0o444, fileperms($this->machine->path($key)) & 0o777, 'nobody changes it by mistake');
        self::assertTrue($this->files()->bring($key, static fn (): bool => true));
        self::assertEquals([new MasterWanted($key)], $this->sent);
    }

    public function test_a_master_that_was_altered_on_its_way_is_fetched_again(): void
    {
        $key = $this->master('the bytes of a picture');
        $this->exchange->write($key, 'other bytes');
        self::assertTrue($this->files()->bring($key, static fn (): bool => true));
        self::assertSame('the bytes of a picture', $this->machine->read($key));
    }

    public function test_a_master_that_the_shop_has_not_fails_the_work_and_keeps_nobody_waiting(): void
    {
        $this->expectException(PixelJobFailed::class);
        $this->files()->bring(FileStore::masterKey(hash('sha256', 'none')), static fn (): bool => true);
    }

    public function test_who_waits_for_a_master_that_nobody_wants_any_more_goes_on(): void
    {
        $this->isShopThere = false;
        $asked = 0;
        $isWanted = static function () use (&$asked): bool {
            return ++$asked < 3;
        };
        self::assertFalse($this->files()->bring(FileStore::masterKey(hash('sha256', 'late')), $isWanted));
        self::assertCount(1, $this->sent, 'it asks once');
    }

    public function test_what_was_made_arrives_before_its_answer_and_leaves_the_exchange(): void
    {
        [$answer, $carried] = $this->made('the print');
        $this->sent = [];
        $this->carrier()->fetch($carried);
        self::assertSame('the print', $this->shop->read('prints/abc-1'));
        self::assertSame([$answer], $this->sent);
        self::assertFalse($this->exchange->has('prints/abc-1'));
        self::assertFalse($this->machine->has('prints/abc-1'));

        $this->carrier()->fetch($carried);
        self::assertSame([$answer, $answer], $this->sent, 'what is heard twice is told twice; the host takes it in once');
    }

    public function test_a_print_that_was_altered_on_its_way_is_not_taken_in(): void
    {
        [, $carried] = $this->made('the print');
        $this->exchange->write('prints/abc-1', 'another');
        $this->sent = [];
        $this->carrier()->fetch($carried);
        self::assertSame([], $this->sent);
        self::assertFalse($this->shop->has('prints/abc-1'));
    }

    public function test_a_print_that_is_gone_from_the_exchange_is_not_told_as_made(): void
    {
        [, $carried] = $this->made('the print');
        $this->exchange->delete('prints/abc-1');
        $this->sent = [];
        $this->carrier()->fetch($carried);
        self::assertSame([], $this->sent);
    }

    public function test_an_answer_without_files_goes_straight_to_the_host(): void
    {
        $answer = new PrintFailed(1, null, 'x');
        $this->files()->deliver($answer, ['prints/abc-1']);
        self::assertSame([$answer], $this->sent);
    }

    public function dispatch(object $message, array $stamps = []): Envelope
    {
        $this->sent[] = $message;
        if ($message instanceof MasterWanted && $this->isShopThere) {
            $this->carrier()->bring($message);
        }

        return new Envelope($message);
    }

    /** @return array{PrintFailed, Carried} an answer, and it with a file */
    private function made(string $bytes): array
    {
        $answer = new PrintFailed(1, null, 'stands for any');
        $this->machine->write('prints/abc-1', $bytes);
        $this->files()->deliver($answer, ['prints/abc-1', 'proofs/none.jpg']);
        self::assertCount(1, $this->sent);
        self::assertInstanceOf(Carried::class, $this->sent[0]);
        self::assertSame(['prints/abc-1' => hash('sha256', $bytes)], $this->sent[0]->files);

        return [$answer, $this->sent[0]];
    }

    private function master(string $bytes): string
    {
        $key = FileStore::masterKey(hash('sha256', $bytes));
        $this->shop->write($key, $bytes);

        return $key;
    }

    private function files(): CarriedWorkFiles
    {
        $sender = $this->sender();
        $data = new DataFolder(\dirname($this->machine->path('x'), 2));

        return new CarriedWorkFiles(
            $this->exchange,
            $this->machine,
            $data,
            $sender,
            $this,
            $this->lease,
            new StopSignalListener(),
            new Heartbeat($sender, new WorkerName('north, press 1'), new FarmSettings('', '', FarmSettings::WORKER, 'north', 'one')),
            new MachineCleaner($data, $this->machine, 1, 1),
            new NullLogger(),
        );
    }

    private function carrier(): Carrier
    {
        return new Carrier($this->exchange, $this->shop, $this->sender(), new NullLogger());
    }

    private function sender(): AnswerSender
    {
        return new AnswerSender($this, $this->lease, new StopSignalListener(), new NullLogger());
    }
}
