<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Doctrine\DBAL\DriverManager;
use Snugfit\Core\Artwork\BrushStroke;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\Pen;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Shop\FileStore;
use Snugfit\Shop\Undo\KeepBoxesChange;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Intake\ArtworkImporter;
use Snugfit\Work\Message\MasterUnreadable;
use Snugfit\Work\Run\Reconciler;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\ReceivedStamp;
use Symfony\Component\Process\Process;

/** Repairs are acts in a batch: kept, undone, prepared by workers, and what everything after them starts from. */
final class RepairRoomTest extends ShopTestCase
{
    private Batch $shop;
    private BatchArtwork $artwork;

    protected function setUp(): void
    {
        parent::setUp();
        $this->shop = $this->batch(['4x6']);
        $this->artwork = $this->give($this->shop, 'emblem.png', 900, 600);
    }

    public function test_a_cut_out_is_prepared_and_everything_after_starts_from_it(): void
    {
        $master = $this->artwork->master();
        $this->send(['act' => 'add', 'edit' => ['kind' => 'pen', 'strokes' => [['points' => [[50000, 50000]], 'radius' => 20000]], 'colour' => null]]);
        self::assertTrue($this->artwork->isBeingPrepared());
        self::assertSame([], $this->service(BatchPlanner::class)->artworks($this->shop), 'nothing is planned on what is not there yet');
        $this->work();
        $this->fresh();
        self::assertSame(IntakeState::Read, $this->artwork->state());
        self::assertTrue($this->artwork->facts()->isTransparent);
        self::assertFalse($this->artwork->masterFacts()->isTransparent);
        self::assertSame($master, $this->artwork->master());
        self::assertTrue($this->service(FileStore::class)->has($this->artwork->previewKey(320)));
        $placed = $this->service(BatchPlanner::class)->place($this->artwork, $this->service(BatchPlanner::class)->products($this->shop)[0]);
        self::assertSame($this->artwork->edits()->effective()->toList(), $placed->effective->renderOptions()->repair->effective()->toList());
    }

    public function test_what_is_printed_is_the_repaired_picture_and_it_stands_until_that_changes(): void
    {
        $shop = $this->batch(['sticker'], 'Stickers');
        $this->shop = $shop;
        $this->artwork = $this->give($shop, 'design.png', 1200, 1200);
        $this->send(['act' => 'add', 'edit' => ['kind' => 'pen', 'strokes' => [['points' => [[0, 0], [100000, 0]], 'radius' => 20000]], 'colour' => null]]);
        $this->send(['act' => 'add', 'edit' => ['kind' => 'trim', 'margin' => 0]]);
        $this->work();
        $this->fresh();
        $this->press($this->shop);
        $file = $this->lastFiles($this->shop)[0];
        self::assertSame([], array_filter([$file->reason()]));
        self::assertSame(\Snugfit\Shop\Entity\PrintFileState::Made, $file->state());
        self::assertStringContainsString('"repair"', $file->recipe()?->canonicalJson() ?? '');
        $this->press($this->shop);
        self::assertSame(\Snugfit\Shop\Entity\PrintFileState::Unchanged, $this->lastFiles($this->shop)[0]->state(), 'nothing is made again for nothing');
        $this->send(['act' => 'switch', 'line' => 0, 'on' => false]);
        $this->work();
        $this->fresh();
        $this->press($this->shop);
        self::assertSame(\Snugfit\Shop\Entity\PrintFileState::Made, $this->lastFiles($this->shop)[0]->state());
    }

    public function test_of_quick_acts_the_first_and_the_last_are_prepared_at_full_size(): void
    {
        for ($y = 1; $y <= 6; ++$y) {
            $this->send(['act' => 'add', 'edit' => ['kind' => 'pen', 'strokes' => [['points' => [[50000, $y * 10000]], 'radius' => 2000]], 'colour' => '000000']]);
        }
        self::assertSame([1, 1], [$this->work(['quick']), $this->work(['answers'])], 'five wait for one');
        $this->fresh();
        self::assertTrue($this->artwork->isBeingPrepared());
        self::assertSame(2, $this->work(), 'the last one, and its answer');
        $this->fresh();
        self::assertSame(IntakeState::Read, $this->artwork->state());
        self::assertSame($this->artwork->pictureHash(), $this->artwork->prepared()?->hash);
    }

    public function test_what_was_on_order_and_is_lost_or_comes_to_nothing_does_not_hold_up_the_next(): void
    {
        $pen = static fn (int $y): array => ['act' => 'add', 'edit' => ['kind' => 'pen', 'strokes' => [['points' => [[50000, $y]], 'radius' => 2000]], 'colour' => '000000']];
        $this->send($pen(10000));
        $this->send($pen(20000));
        foreach ($this->lane('quick')->get() as $envelope) {
            $this->lane('quick')->ack($envelope);
        }
        $this->service(Reconciler::class)->reconcile();
        $this->work();
        $this->fresh();
        self::assertSame(IntakeState::Read, $this->artwork->state());
        $this->send($pen(30000));
        $this->send($pen(40000));
        foreach ($this->lane('quick')->get() as $envelope) {
            $this->lane('quick')->ack($envelope);
        }
        $this->service(MessageBusInterface::class)->dispatch((new Envelope(new MasterUnreadable($this->artwork->id(), 'A patch was out of paint.')))->with(new ReceivedStamp('answers')));
        $this->work();
        $this->fresh();
        self::assertSame([IntakeState::Read, $this->artwork->pictureHash()], [$this->artwork->state(), $this->artwork->prepared()?->hash], 'what is wanted now was not it');
    }

    public function test_an_answer_that_comes_while_a_page_changes_what_is_wanted_loses_neither(): void
    {
        $pen = static fn (int $y): Pen => new Pen([new Stroke([[0.5, $y / 10]], 0.02)], '000000');
        $this->send(['act' => 'add', 'edit' => ['kind' => 'pen', 'strokes' => [['points' => [[50000, 10000]], 'radius' => 2000]], 'colour' => '000000']]);
        $this->work(['quick']);
        // A page has the artwork as it was; the host takes the answer in; then the page writes what it was asked for.
        $page = $this->artwork;
        $host = DriverManager::getConnection(['driver' => 'pdo_sqlite', 'path' => $this->data.'/shop.sqlite']);
        $this->work(['answers']);
        $after = $host->fetchAssociative('SELECT state, repair_prepared, repair_ordered FROM batch_artwork WHERE id = ?', [$page->id()]);
        self::assertIsArray($after);
        self::assertSame(['read', null], [$after['state'], $after['repair_ordered']]);
        $host->executeStatement("UPDATE batch_artwork SET state = 'reading', repair_prepared = '[]', repair_ordered = ? WHERE id = ?", [$page->pictureHash(), $page->id()]);
        $this->fresh();
        $page = $this->artwork;
        self::assertTrue($page->isBeingPrepared());
        $host->update('batch_artwork', $after, ['id' => $page->id()]);
        $page->repair($page->edits()->with($pen(3)));
        $this->entities()->flush();
        $this->service(ArtworkImporter::class)->orderPrepared($page);
        $this->work();
        $this->fresh();
        self::assertSame([IntakeState::Read, $this->artwork->pictureHash()], [$this->artwork->state(), $this->artwork->prepared()?->hash]);
        $this->browser->request('GET', "/batches/{$this->shop->id()}/repair/{$this->artwork->id()}");
        self::assertResponseIsSuccessful();
    }

    public function test_trimming_changes_the_picture_that_is_placed_and_undo_brings_the_master_back_at_once(): void
    {
        $this->history()->apply($this->shop, 'Marked', KeepBoxesChange::of($this->artwork, [new FractionBox(0.5, 0.25, 0.2, 0.5)]));
        $this->send(['act' => 'add', 'edit' => ['kind' => 'pen', 'strokes' => [['points' => [[10000, 50000], [10000, 50000]], 'radius' => 50000]], 'colour' => null]]);
        $this->send(['act' => 'add', 'edit' => ['kind' => 'trim', 'margin' => 0]]);
        $this->work();
        $this->fresh();
        self::assertLessThan(900, $this->artwork->facts()->size->width);
        self::assertSame(900, $this->artwork->untrimmedSize()->width);
        self::assertEqualsWithDelta([0.5, 0.25, 0.2, 0.5], $this->onMaster($this->artwork->keepBoxes()[0])->toList(), 0.002, 'what must stay is the same part of the picture');
        $this->browser->request('POST', "/batches/{$this->shop->id()}/undo", server: self::OURS);
        $this->work();
        $this->fresh();
        self::assertSame('900 × 600', (string) $this->artwork->facts()->size);
        $this->browser->request('POST', "/batches/{$this->shop->id()}/redo", server: self::OURS);
        $this->fresh();
        self::assertSame(IntakeState::Read, $this->artwork->state(), 'it was prepared before, so nobody waits');
        self::assertLessThan(900, $this->artwork->facts()->size->width);
    }

    public function test_what_was_framed_by_hand_stays_the_same_part_of_the_picture_when_margins_go(): void
    {
        $planner = $this->service(BatchPlanner::class);
        $product = $planner->products($this->shop)[0];
        $this->act("/batches/{$this->shop->id()}/framing/{$this->artwork->id()}/{$product->code}", ['x' => 0.55, 'y' => 0.6, 'zoom' => 2.2]);
        $this->fresh();
        $before = $planner->place($this->artwork, $product)->placement->crop;
        $this->send(['act' => 'add', 'edit' => ['kind' => 'pen', 'strokes' => [['points' => [[0, 0], [0, 100000]], 'radius' => 9000]], 'colour' => null]]);
        $this->send(['act' => 'add', 'edit' => ['kind' => 'trim', 'margin' => 0]]);
        $this->work();
        $this->fresh();
        $cut = 900 - $this->artwork->facts()->size->width;
        self::assertGreaterThan(50, $cut);
        $after = $planner->place($this->artwork, $product)->placement->crop;
        self::assertEqualsWithDelta([$before->x - $cut, $before->y, $before->width], [$after->x, $after->y, $after->width], 1.5);
        $this->send(['act' => 'remove', 'line' => 1]);
        $this->work();
        $this->fresh();
        self::assertEquals($before, $planner->place($this->artwork, $product)->placement->crop);
    }

    public function test_what_was_painted_in_other_rooms_stays_on_the_same_places_of_the_master_when_margins_go(): void
    {
        $planner = $this->service(BatchPlanner::class);
        $product = $planner->products($this->shop)[0];
        $at = "{$this->artwork->id()}/{$product->code}";
        $dab = ['points' => [[6000, 2500]], 'radius' => 900, 'away' => false];
        $json = fn (string $path, array $sent) => $this->browser->request('POST', "/batches/{$this->shop->id()}/$path", server: self::OURS + ['CONTENT_TYPE' => 'application/json'], content: (string) json_encode($sent));
        $json("finish/$at", ['step' => 'marks', 'for' => 'picture', 'marks' => [$dab]]);
        self::assertResponseIsSuccessful();
        $json("strip/$at/area", ['way' => 'drawn', 'marks' => [$dab]]);
        self::assertResponseIsSuccessful();
        $this->fresh();
        /** @return list<?BrushStroke> */
        $painted = fn (): array => [
            ($options = $planner->place($this->artwork, $product)->effective->renderOptions())->finish->mask->strokes[0] ?? null,
            $options->region->mask->strokes[0] ?? null,
        ];
        $stroke = new BrushStroke([[0.6, 0.25]], 0.09);
        self::assertEquals([$stroke, $stroke], $painted());
        $this->send(['act' => 'add', 'edit' => ['kind' => 'pen', 'strokes' => [['points' => [[0, 0], [0, 100000]], 'radius' => 9000]], 'colour' => null]]);
        $this->send(['act' => 'add', 'edit' => ['kind' => 'trim', 'margin' => 0]]);
        $this->work();
        $this->fresh();
        $width = $this->artwork->facts()->size->width;
        self::assertLessThan(850, $width);
        foreach ($painted() as $one) {
            self::assertEqualsWithDelta([(0.6 * 900 - (900 - $width)) / $width, 0.25], $one?->points[0], 0.0012);
            self::assertEqualsWithDelta(0.09 * 900 / $width, $one?->radius, 0.0002);
        }
        $this->send(['act' => 'remove', 'line' => 1]);
        $this->work();
        $this->fresh();
        self::assertEquals([$stroke, $stroke], $painted());
    }

    public function test_lines_are_switched_changed_and_removed(): void
    {
        $this->send(['act' => 'mark', 'edit' => ['points' => [[50000, 50000]], 'radius' => 1000, 'stays' => true]]);
        $this->send(['act' => 'mark', 'edit' => ['points' => [[20000, 50000]], 'radius' => 1000, 'stays' => false]]);
        $this->send(['act' => 'add', 'edit' => ['kind' => 'retouch', 'strokes' => [['points' => [[100, 100]], 'radius' => 500]]]]);
        $this->send(['act' => 'add', 'edit' => ['kind' => 'retouch', 'strokes' => [['points' => [[900, 100]], 'radius' => 500]]]]);
        $this->send(['act' => 'add', 'edit' => ['kind' => 'tone', 'contrast' => 20]]);
        $this->send(['act' => 'add', 'edit' => ['kind' => 'tone', 'contrast' => 30]]);
        self::assertSame(['cutout', 'retouch', 'tone'], array_column($this->lines(), 'kind'), 'spots one after the other are one line, and tone is set once');
        self::assertCount(2, (array) $this->lines()[0]['marks']);
        self::assertCount(2, (array) $this->lines()[1]['strokes']);
        $this->send(['act' => 'switch', 'line' => 0, 'on' => false]);
        self::assertFalse($this->lines()[0]['on']);
        $this->send(['act' => 'change', 'line' => 2, 'edit' => ['kind' => 'tone', 'warmth' => 7]]);
        self::assertSame([7, 0], [$this->lines()[2]['warmth'], $this->lines()[2]['contrast']]);
        $this->send(['act' => 'remove', 'line' => 1]);
        self::assertSame(['cutout', 'tone'], array_column($this->lines(), 'kind'));
    }

    public function test_the_same_is_done_to_the_others_without_what_is_drawn_on_this_one(): void
    {
        $other = $this->give($this->shop, 'other.png', 700, 500);
        $this->send(['act' => 'mark', 'edit' => ['points' => [[50000, 50000]], 'radius' => 1000, 'stays' => true]]);
        $this->send(['act' => 'add', 'edit' => ['kind' => 'retouch', 'strokes' => [['points' => [[100, 100]], 'radius' => 500]]]]);
        $this->send(['act' => 'add', 'edit' => ['kind' => 'trim', 'margin' => 200]]);
        $this->same([$this->artwork->id()]);
        self::assertSame([], ($this->service(\Doctrine\ORM\EntityManagerInterface::class)->find(BatchArtwork::class, $other->id())?->edits() ?? new EditList())->toList(), 'it was not chosen');
        $this->same([$other->id()]);
        $theirs = $this->service(\Doctrine\ORM\EntityManagerInterface::class)->find(BatchArtwork::class, $other->id())?->edits() ?? new EditList();
        self::assertSame(['cutout', 'trim'], array_column($theirs->toList(), 'kind'));
        self::assertSame([], $theirs->toList()[0]['marks']);
        self::assertStringNotContainsString('Same for', (string) $this->browser->getResponse()->getContent());
    }

    public function test_those_in_doubt_come_first_until_somebody_finds_them_right(): void
    {
        $file = $this->data.'/tmp/plasma.png';
        (new Process(['convert', '-seed', '3', '-size', '200x150', 'plasma:tomato-navy', $file]))->mustRun();
        $busy = $this->give($this->shop, 'z-busy.png', 0, 0, '', (string) file_get_contents($file));
        $this->artwork = $busy;
        $this->send(['act' => 'add', 'edit' => ['kind' => 'cutout']]);
        $this->work();
        $this->fresh();
        self::assertTrue($this->artwork->isInDoubt());
        $this->browser->request('GET', $this->room());
        self::assertStringContainsString('/repair/'.$busy->id(), (string) $this->browser->getCrawler()->filter('.repair-strip a')->first()->attr('href'));
        self::assertSelectorTextContains('.repair-order', 'Looks right');
        $this->browser->request('POST', $this->room().'/right', server: self::OURS);
        self::assertResponseIsSuccessful();
        $this->fresh();
        self::assertFalse($this->artwork->isInDoubt());
        $this->history()->undo($this->again($this->shop));
        $this->fresh();
        self::assertTrue($this->artwork->isInDoubt());
        // Another cut-out is another doubt.
        $this->browser->request('POST', $this->room().'/right', server: self::OURS);
        $this->send(['act' => 'change', 'line' => 0, 'edit' => ['kind' => 'cutout', 'edge' => 'hard']]);
        $this->work();
        $this->fresh();
        self::assertTrue($this->artwork->isInDoubt());
    }

    public function test_pictures_are_shown_and_nonsense_changes_nothing(): void
    {
        $this->send(['act' => 'add', 'edit' => ['kind' => 'fill', 'at' => [50000, 50000], 'colour' => '0f5c63', 'tolerance' => 255]]);
        foreach (['/picture.png', '/picture.png?plain=1', '/pixels.png?x=10&y=10&w=64&h=48'] as $picture) {
            $this->browser->request('GET', $this->room().$picture);
            self::assertInstanceOf(BinaryFileResponse::class, $this->browser->getResponse(), (string) $this->browser->getResponse()->getContent());
        }
        self::assertSame([64, 48], \array_slice((array) getimagesize($this->browser->getResponse()->getFile()->getPathname()), 0, 2));
        $this->browser->request('GET', $this->room().'/specks');
        self::assertSame(['specks'], array_keys((array) json_decode((string) $this->browser->getResponse()->getContent(), true)));
        $before = $this->lines();
        foreach ([
            ['act' => 'explode'], ['act' => 'add', 'edit' => ['kind' => 'pen']], ['act' => 'switch', 'line' => 7],
            ['act' => 'mark', 'edit' => ['points' => 'here', 'radius' => 10, 'stays' => true]],
            ['act' => 'add', 'edit' => ['kind' => 'tone', 'contrast' => 1000]],
        ] as $nonsense) {
            $this->browser->request('POST', $this->room(), server: self::OURS + ['CONTENT_TYPE' => 'application/json'], content: (string) json_encode($nonsense));
            self::assertResponseStatusCodeSame(422);
            self::assertNotSame('', $this->browser->getCrawler()->filter('[data-sentence]')->text());
        }
        self::assertSame($before, $this->lines());
    }

    /** @param list<int> $ids */
    private function same(array $ids): void
    {
        $this->browser->request('POST', $this->room().'/same', server: self::OURS + ['CONTENT_TYPE' => 'application/json'], content: (string) json_encode(['ids' => $ids]));
        self::assertResponseIsSuccessful();
    }

    /** @param array<string, mixed> $fields */
    private function send(array $fields): void
    {
        $this->browser->request('POST', $this->room(), server: self::OURS + ['CONTENT_TYPE' => 'application/json'], content: (string) json_encode($fields));
        self::assertResponseIsSuccessful();
    }

    private function room(): string
    {
        return "/batches/{$this->shop->id()}/repair/{$this->artwork->id()}";
    }

    private function onMaster(FractionBox $box): FractionBox
    {
        return $box->outOf($this->artwork->prepared()->kept ?? throw new \LogicException());
    }

    /** @return list<array<string, mixed>> */
    private function lines(): array
    {
        $this->fresh();

        return $this->artwork->edits()->toList();
    }

    private function fresh(): void
    {
        $entities = $this->service(\Doctrine\ORM\EntityManagerInterface::class);
        $entities->clear();
        $this->shop = $entities->find(Batch::class, $this->shop->id()) ?? throw new \LogicException();
        $this->artwork = $entities->find(BatchArtwork::class, $this->artwork->id()) ?? throw new \LogicException();
    }
}
