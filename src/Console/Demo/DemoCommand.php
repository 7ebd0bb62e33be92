<?php

declare(strict_types=1);

namespace Snugfit\Console\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Core\Scene\HungScene;
use Snugfit\Core\Scene\Rail;
use Snugfit\Shop\DataFolder;
use Snugfit\Shop\DeliveryStore;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Work\Intake\ArtworkImporter;
use Snugfit\Work\Run\RunStarter;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Filesystem\Filesystem;

/** Gives the open shop its demo batches, through the same doors as any person's files; a shop that has them is left alone. */
#[AsCommand('shop:demo', 'Fill the open shop with the demo batches', hidden: true)]
final class DemoCommand extends Command
{
    private const DELIVERED = 'Visitor centre, postcards';
    private const IN_WORK = 'Spring shop, Tern Head';
    private const DELIVERED_FILES = ['fog-bell-poster.png', 'harbour-at-dusk.jpg', 'puffin-class-3b.jpg', 'tide-tables.svg'];
    private const PATIENCE = 300;

    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly DemoPictures $pictures,
        private readonly ArtworkImporter $importer,
        private readonly RunStarter $runs,
        private readonly DeliveryStore $deliveries,
        private readonly DataFolder $data,
    ) {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if ([] !== $this->entities->getRepository(Batch::class)->findBy(['name' => [self::DELIVERED, self::IN_WORK]])) {
            return Command::SUCCESS;
        }
        $output->writeln('Drawing the demo pictures');
        $files = new Filesystem();
        $folder = $this->data->temporary().'/demo-'.bin2hex(random_bytes(4));
        $files->mkdir($folder);
        $names = $this->pictures->write($folder);

        $delivered = $this->batch(self::DELIVERED, ['4x6', '5x7', 'postcard'], new HungScene('postcards', 'postcard'));
        foreach (self::DELIVERED_FILES as $name) {
            $files->copy("$folder/$name", "$folder/given");
            $this->importer->take($delivered, "$folder/given", $name, '');
        }
        $inWork = $this->batch(self::IN_WORK, ['a4', 'a2', '12x18', '24x36', '12x12', 'apparel-front', 'mug', 'cushion'],
            new HungScene('sofa', '24x36'),
            new HungScene('hall', '12x18'),
            new HungScene('mug', 'mug'),
            new HungScene('cushion', 'cushion'),
        );
        foreach ($names as $name) {
            $folderOf = str_contains($name, 'emblem') ? 'emblems' : '';
            $this->importer->take($inWork, "$folder/$name", $name, $folderOf);
        }
        $files->remove($folder);
        $output->writeln('Reading them');
        $this->wait(fn (): bool => $this->isRead($delivered) && $this->isRead($inWork));
        $this->runs->start($delivered);
        $output->writeln('Making the first parcel');
        $this->wait(fn (): bool => null !== $this->deliveries->lastRun($delivered)?->finishedAt());

        return Command::SUCCESS;
    }

    /** @param list<string> $products */
    private function batch(string $name, array $products, HungScene ...$hung): Batch
    {
        $batch = new Batch($name);
        $batch->chooseProducts($products);
        $batch->settle($batch->settings()->showing((new Rail())->hang(...$hung)));
        $this->entities->persist($batch);
        $this->entities->flush();

        return $batch;
    }

    private function isRead(Batch $batch): bool
    {
        return [] ===
            array_filter($batch->artworks(), static fn (BatchArtwork $artwork): bool => IntakeState::Reading === $artwork->state());
    }

    /** @param \Closure(): bool $isDone asked of fresh data until it is true */
    private function wait(\Closure $isDone): void
    {
        for ($until = time() + self::PATIENCE; time() < $until; usleep(200_000)) {
            foreach ($this->entities->getUnitOfWork()->getIdentityMap() as $known) {
                foreach ($known as $entity) {
                    $this->entities->refresh($entity);
                }
            }
            if ($isDone()) {
                return;
            }
        }
        throw new \RuntimeException('The workers did not finish the demo batches in time; look into the logs beside the shop\'s data.');
    }
}
