<?php

declare(strict_types=1);

namespace Snugfit\Tests\Shop;

use Doctrine\ORM\EntityManagerInterface;
use Psr\EventDispatcher\EventDispatcherInterface;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Repository\PrintFileRepository;
use Snugfit\Shop\Repository\ProductRepository;
use Snugfit\Shop\Undo\UndoHistory;
use Snugfit\Work\Intake\ArtworkImporter;
use Snugfit\Work\Run\RunStarter;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Output\NullOutput;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Messenger\Event\WorkerMessageReceivedEvent;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\ReceivedStamp;
use Symfony\Component\Messenger\Transport\TransportInterface;

/** An open shop with data of its own, whose workers run when the test says so, in this very process. */
abstract class ShopTestCase extends WebTestCase
{
    /** As one of our own pages sends an act. */
    protected const OURS = ['HTTP_ORIGIN' => 'http://localhost', 'HTTP_X_ACT' => 'csrf-token'];

    protected string $data;
    protected KernelBrowser $browser;

    protected function setUp(): void
    {
        $this->data = sys_get_temp_dir().'/snugfit-shop-'.bin2hex(random_bytes(6));
        mkdir($this->data.'/tmp', 0o700, true);
        putenv('SNUGFIT_DATA='.$this->data);
        $_ENV['SNUGFIT_DATA'] = $_SERVER['SNUGFIT_DATA'] = $this->data;
        $this->browser = static::createClient();
        $this->browser->disableReboot();
        $console = new \Symfony\Bundle\FrameworkBundle\Console\Application(static::$kernel ?? throw new \LogicException());
        $console->setAutoExit(false);
        $console->run(new ArrayInput(['doctrine:migrations:migrate', '--no-interaction' => true, '--quiet' => true]), new NullOutput());
        $this->service(ProductRepository::class)->stock();
    }

    protected function tearDown(): void
    {
        parent::tearDown();
        (new Filesystem())->remove($this->data);
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    protected function service(string $class): object
    {
        $service = static::getContainer()->get($class);

        return $service instanceof $class ? $service : throw new \LogicException($class);
    }

    protected function entities(): EntityManagerInterface
    {
        return $this->service(EntityManagerInterface::class);
    }

    /** @param list<string> $products */
    protected function batch(array $products = [], string $name = 'A batch'): Batch
    {
        $batch = new Batch($name);
        $batch->chooseProducts($products);
        $this->entities()->persist($batch);
        $this->entities()->flush();

        return $batch;
    }

    /** The batch as it is stored now. */
    protected function again(Batch $batch): Batch
    {
        $this->entities()->clear();

        return $this->entities()->find(Batch::class, $batch->id()) ?? throw new \LogicException('The batch is gone.');
    }

    /** A picture of so many pixels given to a batch, and read. */
    protected function give(Batch $batch, string $name, int $width, int $height, string $folder = '', ?string $bytes = null): BatchArtwork
    {
        $path = $this->data.'/tmp/given';
        if (null === $bytes) {
            $this->picture($width, $height)->save('png', $path, []);
        } else {
            file_put_contents($path, $bytes);
        }
        $artwork = $this->service(ArtworkImporter::class)->take($batch, $path, $name, $folder);
        $this->work();

        return $artwork;
    }

    protected function picture(int $width, int $height): Image
    {
        $row = '';
        for ($x = 0; $x < $width; ++$x) {
            $row .= \chr($x % 251).\chr(($x * 3) % 241).\chr(($x * 7) % 239);
        }

        return Image::ofBytes(str_repeat($row, $height), new PixelSize($width, $height), 3);
    }

    /**
     * An act as the pages' scripts send it: as JSON.
     *
     * @param array<string, mixed> $fields
     */
    protected function act(string $path, array $fields): Crawler
    {
        $server = self::OURS + ['CONTENT_TYPE' => 'application/json'];

        return $this->browser->request('POST', $path, server: $server, content: json_encode($fields, \JSON_THROW_ON_ERROR));
    }

    protected function press(Batch $batch): void
    {
        $this->service(RunStarter::class)->start($batch);
        $this->work();
    }

    /**
     * Does all that waits in the lanes, as workers and host would, until nothing is left.
     *
     * @param list<string> $lanes
     */
    protected function work(array $lanes = ['quick', 'heavy', 'press', 'answers']): int
    {
        $done = 0;
        do {
            $before = $done;
            foreach ($lanes as $lane) {
                foreach ($this->lane($lane)->get() as $envelope) {
                    // As Symfony's worker does, which leaves alone what a listener has dealt with.
                    $received = new WorkerMessageReceivedEvent($envelope, $lane);
                    $this->service(EventDispatcherInterface::class)->dispatch($received);
                    if ($received->shouldHandle()) {
                        $this->service(MessageBusInterface::class)->dispatch($envelope->with(new ReceivedStamp($lane)));
                        $this->lane($lane)->ack($envelope);
                    }
                    ++$done;
                }
            }
        } while ($done > $before);

        return $done;
    }

    protected function lane(string $name): TransportInterface
    {
        $lane = static::getContainer()->get('messenger.transport.'.$name);

        return $lane instanceof TransportInterface ? $lane : throw new \LogicException($name);
    }

    protected function deliveries(): DeliveryStore
    {
        return $this->service(DeliveryStore::class);
    }

    /** @return list<PrintFile> of the batch's last run */
    protected function lastFiles(Batch $batch): array
    {
        $run = $this->deliveries()->lastRun($batch);

        return null === $run ? [] : $this->service(PrintFileRepository::class)->ofRun($run);
    }

    protected function history(): UndoHistory
    {
        return $this->service(UndoHistory::class);
    }
}
