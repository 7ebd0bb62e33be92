<?php

declare(strict_types=1);

namespace Snugfit\Tests\Shop;

use Doctrine\DBAL\Connection;
use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\FitMode;
use Snugfit\Core\Fit\ImageTransform;
use Snugfit\Core\Fit\QuarterTurn;
use Snugfit\Core\Fit\UpscalePolicy;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Product\OrientationRule;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\FramingMemo;
use Snugfit\Shop\ProductRepository;
use Snugfit\Web\FitSheet\SheetActs;

/** Framings are kept by family, and acts on many of them are one act. */
final class FramingsTest extends ShopTestCase
{
    private Batch $shelved;
    private BatchArtwork $artwork;

    protected function setUp(): void
    {
        parent::setUp();
        $this->shelved = $this->batch(['4x6', '12x18', '12x12']);
        $this->artwork = $this->give($this->shelved, 'harbour.png', 900, 600);
    }

    public function test_a_memo_comes_back_as_it_was_kept(): void
    {
        $memo = new FramingMemo(
            OrientationRule::Portrait, new CropPosition(0.2, 0.7, 1.5), true, true, new ImageTransform(QuarterTurn::Left, true, -3.25), FitMode::Whole, EdgeFill::Blurred, '0f5c63', BleedSource::Continued, 3.5, UpscalePolicy::KeepAdequate, true,
        );
        self::assertEquals($memo, FramingMemo::fromRecord(JsonReader::decode((string) json_encode($memo->toArray()), 'a memo')));
        self::assertEquals(new FramingMemo(), FramingMemo::fromRecord(JsonReader::decode('{"orientation":"either","framing":null,"excluded":false,"looked_at":false}', 'a memo of an older edition')));
    }

    public function test_a_family_shares_its_framing_until_a_product_leaves(): void
    {
        $this->artwork->remember('~2-3', new FramingMemo(framing: new CropPosition(0.25, 0.5, 2)));
        self::assertSame([2, 2, 1], $this->zooms());
        $this->artwork->remember('12x18', new FramingMemo(framing: new CropPosition(0.5, 0.5, 3), alone: true));
        self::assertSame([2, 3, 1], $this->zooms());
        $this->artwork->remember('12x18', new FramingMemo(framing: new CropPosition(0.5, 0.5, 3)));
        self::assertSame([2, 2, 1], $this->zooms(), 'what it had alone counts no more');
    }

    public function test_what_concerns_one_product_stays_with_it(): void
    {
        $this->artwork->remember('12x18', new FramingMemo(excluded: true, limit: 2.0));
        $placed = $this->placed();
        self::assertSame([false, true, false], array_map(static fn ($one): bool => $one->isExcluded(), array_values($placed)));
        self::assertSame([4.0, 2.0, 4.0], array_map(static fn ($one): float => $one->placement->limit, array_values($placed)));
    }

    public function test_keep_boxes_hold_on_every_product(): void
    {
        $this->artwork->keep([new FractionBox(0.8, 0.1, 0.2, 0.8)]);
        foreach ($this->placed() as $one) {
            self::assertTrue($one->placement->keepsBox);
            self::assertSame(900, $one->placement->crop->x + $one->placement->crop->width);
        }
    }

    /** @return iterable<string, array{string, string, \Closure(FramingMemo, FramingMemo): bool}> act, value, and what is so at the family's and the product's place afterwards */
    public static function acts(): iterable
    {
        yield 'way up' => ['orientation', 'portrait', static fn (FramingMemo $shared): bool => OrientationRule::Portrait === $shared->orientation && null === $shared->framing];
        yield 'sits' => ['sits', 'whole', static fn (FramingMemo $shared): bool => FitMode::Whole === $shared->fitMode];
        yield 'looks right' => ['looks-right', '', static fn (FramingMemo $shared): bool => $shared->lookedAt];
        yield 'limit' => ['limit', '3', static fn (FramingMemo $shared, FramingMemo $own): bool => 3.0 === $own->limit && null === $shared->limit];
        yield 'limit beyond the extreme' => ['limit', '99', static fn (FramingMemo $shared, FramingMemo $own): bool => 16.0 === $own->limit];
        yield 'usual limit' => ['limit', 'usual', static fn (FramingMemo $shared, FramingMemo $own): bool => null === $own->limit];
        yield 'leave adequate ones' => ['enlarge', 'keep-adequate', static fn (FramingMemo $shared, FramingMemo $own): bool => UpscalePolicy::KeepAdequate === $own->policy];
        yield 'leave out' => ['leave-out', '', static fn (FramingMemo $shared, FramingMemo $own): bool => $own->excluded && !$shared->excluded];
        yield 'reset' => ['reset', '', static fn (FramingMemo $shared, FramingMemo $own): bool => null === $shared->framing && null === $own->limit];
    }

    /** @param \Closure(FramingMemo, FramingMemo): bool $isSo */
    #[DataProvider('acts')]
    public function test_an_act_on_many_reaches_each_place_and_is_taken_back_as_one(string $act, string $value, \Closure $isSo): void
    {
        $before = new FramingMemo(framing: new CropPosition(0.3, 0.3, 2));
        $this->artwork->remember('~2-3', $before);
        $this->artwork->remember('4x6', new FramingMemo(limit: 2.0));
        $this->entities()->flush();
        $id = $this->artwork->id();
        self::assertTrue($this->service(SheetActs::class)->apply($this->shelved, $act, $value, ["$id:4x6", "$id:12x18", "$id:nothing", '9999:4x6', 'nonsense']));
        self::assertTrue($isSo($this->artwork->memo('~2-3'), $this->artwork->memo('4x6')));
        self::assertEquals(new FramingMemo(), $this->artwork->memo('~1-1'), 'what was not chosen is as it was');
        $this->journal()->undo($this->shelved);
        self::assertEquals([$before, 2.0], [$this->artwork->memo('~2-3'), $this->artwork->memo('4x6')->limit]);
    }

    public function test_a_framing_is_copied_without_what_concerns_the_other_product(): void
    {
        $this->artwork->remember('~1-1', new FramingMemo(framing: new CropPosition(0.1, 0.9, 4), lookedAt: true, transform: new ImageTransform(flip: true)));
        $this->artwork->remember('12x18', new FramingMemo(excluded: true));
        $this->entities()->flush();
        $id = $this->artwork->id();
        $this->service(SheetActs::class)->apply($this->shelved, 'copy', "$id:12x12", ["$id:12x18"]);
        $shared = $this->artwork->memo('~2-3');
        self::assertSame([4.0, true, true], [$shared->framing?->zoom, $shared->transform->flip, $shared->lookedAt]);
        self::assertTrue($this->artwork->memo('12x18')->excluded);
    }

    public function test_an_act_that_is_none_changes_nothing(): void
    {
        self::assertFalse($this->service(SheetActs::class)->apply($this->shelved, 'frobnicate', '', [$this->artwork->id().':4x6']));
        self::assertFalse($this->service(SheetActs::class)->apply($this->shelved, 'copy', '99:none', [$this->artwork->id().':4x6']));
        self::assertNull($this->journal()->lastDone($this->shelved));
    }

    public function test_framings_from_before_families_are_kept(): void
    {
        $old = $this->data.'/old';
        mkdir($old.'/tmp', 0o700, true);
        $this->migrate($old, 'Snugfit\Migrations\Version20261124000001');
        $connection = \Doctrine\DBAL\DriverManager::getConnection(['driver' => 'pdo_sqlite', 'path' => $old.'/shop.sqlite']);
        $connection->executeStatement("INSERT INTO batch (id, name, created_at, product_codes) VALUES (1, 'Old', '2026-11-24 00:00:00', '[\"4x6\"]')");
        $connection->executeStatement("INSERT INTO batch_artwork (id, file_name, folder, master, state, removed, batch_id) VALUES (1, 'a.png', '', 'x', 'reading', 0, 1)");
        $connection->executeStatement("INSERT INTO batch_framing (artwork_id, product_code, orientation, centre_x, centre_y, zoom, excluded, looked_at) VALUES (1, '4x6', 'landscape', 0.25, 0.5, 2.0, 0, 1), (1, 'a4', 'either', NULL, NULL, NULL, 1, 0)");
        $this->migrate($old, 'latest');
        $memos = $this->memos($connection);
        self::assertEquals(new FramingMemo(OrientationRule::Landscape, new CropPosition(0.25, 0.5, 2), lookedAt: true, alone: true), $memos['4x6']);
        self::assertEquals(new FramingMemo(excluded: true), $memos['a4']);
        self::assertSame('[]', $connection->fetchOne('SELECT keep_boxes FROM batch_artwork'));
    }

    /** @return array<string, FramingMemo> */
    private function memos(Connection $connection): array
    {
        $memos = [];
        foreach ($connection->fetchAllKeyValue('SELECT place, memo FROM batch_framing') as $place => $memo) {
            $memos[(string) $place] = FramingMemo::fromRecord(JsonReader::decode(\is_string($memo) ? $memo : '', 'a memo'));
        }

        return $memos;
    }

    private function migrate(string $data, string $version): void
    {
        (new \Symfony\Component\Process\Process([\PHP_BINARY, 'bin/console', 'doctrine:migrations:migrate', $version, '-n', '-q'], \dirname(__DIR__, 2), ['SNUGFIT_DATA' => $data, 'APP_ENV' => 'test']))->mustRun();
    }

    /** @return array<string, \Snugfit\Shop\PlannedPlacement> */
    private function placed(): array
    {
        $placed = [];
        foreach (['4x6', '12x18', '12x12'] as $code) {
            $product = $this->service(ProductRepository::class)->find($code)?->product() ?? throw new \LogicException();
            $placed[$code] = $this->service(BatchPlanner::class)->place($this->artwork, $product);
        }

        return $placed;
    }

    /** @return list<int> how far each product is zoomed in: its crop's height against the picture's */
    private function zooms(): array
    {
        return array_map(static fn ($one): int => (int) round(600 / $one->placement->crop->height), array_values($this->placed()));
    }
}
