<?php

declare(strict_types=1);

namespace Snugfit\Console\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Snugfit\Console\Options;
use Snugfit\Core\Artwork\ColourModel;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Pixels\Vips\Kernel;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\FileStore;
use Snugfit\Work\Intake\ArtworkImporter;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Fills a shop of its own with one large batch whose pictures exist by their facts alone, for measuring the sheet. */
#[AsCommand('bench:sheet-shop', 'Fill an empty shop with a large batch', hidden: true)]
final class SheetShop extends Command
{
    public const ARTWORKS = 200;
    public const PRODUCTS = 30;

    public function __construct(private readonly EntityManagerInterface $entities, private readonly FileStore $store)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('artworks', InputArgument::OPTIONAL, '', (string) self::ARTWORKS);
        $this->addArgument('products', InputArgument::OPTIONAL, '', (string) self::PRODUCTS);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $options = Options::of($input);
        [$artworks, $products] = [$options->argument('artworks'), $options->argument('products')];
        mt_srand(4);
        $preview = Image::ofBytes(random_bytes(32 * 24 * 3), new PixelSize(32, 24), 3)
            ->resize(new PixelSize(320, 240), Kernel::Mitchell)
            ->copyToMemory();
        $batch = new Batch('A large one');
        $batch->chooseProducts(array_map(strval(...), \array_slice(array_keys(Catalogue::standard()->products), 0, (int) $products)));
        $this->entities->persist($batch);
        for ($i = 1; $i <= (int) $artworks; ++$i) {
            $hash = hash('sha256', (string) $i);
            $artwork = new BatchArtwork($batch, \sprintf('picture-%04d.jpg', $i), '', $hash);
            $artwork->wasRead(
                new MasterFacts(
                    MasterFormat::Jpeg,
                    new PixelSize(mt_rand(600, 9000), mt_rand(600, 9000)),
                    1_000_000,
                    $hash,
                    ColourModel::Rgb,
                    8,
                    null,
                    false,
                    300.0,
                    1,
                    1,
                    Kind::cases()[$i % 5],
                ),
            );
            $this->entities->persist($artwork);
            $preview->save('webp', $this->store->path(FileStore::previewKey($hash, ArtworkImporter::THUMBNAIL)), []);
        }
        $this->entities->flush();
        $output->writeln((string) $batch->id());

        return Command::SUCCESS;
    }
}
