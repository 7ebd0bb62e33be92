<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Recipe\RecipeBuilder;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Settings\BatchSettings;
use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Finishing kept at places, names and writing of a batch, proof sheets, and prints that come back as masters. */
final class FinishRoomTest extends ShopTestCase
{
    private Batch $shelved;
    private BatchArtwork $artwork;

    protected function setUp(): void
    {
        parent::setUp();
        $this->shelved = $this->batch(['4x6', '12x18', '5x7']);
        $this->artwork = $this->give($this->shelved, 'harbour.png', 1900, 1300);
    }

    public function test_the_nearest_place_counts_and_a_wider_one_set_later_silences_it(): void
    {
        $this->set('12x18', ['step' => 'guard', 'for' => 'product', 'black' => '1', 'white' => '0']);
        self::assertSame(['4x6' => null, '12x18' => 1.0, '5x7' => null], $this->guards());
        $this->set('4x6', ['step' => 'guard', 'for' => 'family', 'black' => '3', 'white' => '0']);
        self::assertSame(['4x6' => 3.0, '12x18' => 1.0, '5x7' => null], $this->guards(), 'another product keeps what was set for it alone');
        $this->set('12x18', ['step' => 'guard', 'for' => 'batch', 'black' => '2', 'white' => '2']);
        self::assertSame(['4x6' => 2.0, '12x18' => 2.0, '5x7' => 2.0], $this->guards(), 'what is set here counts here');
        $this->browser->request('POST', "/batches/{$this->shelved->id()}/undo", server: self::OURS);
        self::assertSame(['4x6' => 3.0, '12x18' => 1.0, '5x7' => null], $this->guards(), 'one act, taken back as one');
        $this->set('12x18', ['step' => 'guard', 'for' => 'product', 'silent' => true]);
        self::assertSame(3.0, $this->guards()['12x18']);
    }

    public function test_marks_belong_to_the_picture_and_are_seen(): void
    {
        $this->set('4x6', ['step' => 'sharpen', 'for' => 'product', 'mode' => 'own', 'amount' => '80', 'radius' => '1px']);
        $this->set('4x6', ['step' => 'marks', 'for' => 'product', 'marks' => [['points' => [[5000, 5000]], 'radius' => 1000, 'away' => false]]]);
        $this->set('5x7', ['step' => 'sharpen', 'for' => 'product', 'mode' => 'own', 'amount' => '50', 'radius' => '0.2mm']);
        $finish = $this->wishes('5x7')->finish($this->artwork->kind(), $this->sheet('5x7')->placement->product, $this->sheet('5x7')->placement->output->ppi ?? throw new \LogicException());
        self::assertCount(1, $finish->sharpening?->mask->strokes ?? []);
        $this->browser->request('GET', $this->room('4x6').'/marks.png');
        self::assertInstanceOf(BinaryFileResponse::class, $this->browser->getResponse());
        self::assertSame([1024, 701], \array_slice((array) getimagesize($this->browser->getResponse()->getFile()->getPathname()), 0, 2));
        $tones = $this->browser->request('GET', $this->room('4x6').'/tones');
        self::assertStringContainsString('before', $tones->filter('.tones-ends')->text());
    }

    public function test_nonsense_changes_nothing_and_says_why(): void
    {
        foreach ([['step' => 'guard', 'black' => '9'], ['step' => 'sharpen', 'mode' => 'own', 'amount' => '50', 'radius' => '40mm'], ['step' => 'shine'], ['step' => 'marks', 'marks' => [['points' => [], 'radius' => 1]]], ['step' => 'tidy', 'strength' => 'much']] as $fields) {
            $page = $this->act($this->room('4x6'), $fields + ['for' => 'batch']);
            self::assertResponseStatusCodeSame(422);
            self::assertNotSame('', $page->filter('[data-sentence]')->text());
        }
        self::assertTrue($this->again($this->shelved)->settings()->finish->isSilent());
    }

    public function test_names_are_previewed_and_kept_and_used(): void
    {
        $page = $this->browser->request('GET', "/batches/{$this->shelved->id()}/names?name=".urlencode('{product}/{artwork}'));
        self::assertSame(['4x6/harbour.jpg', '12x18/harbour.jpg', '5x7/harbour.jpg'], $page->filter('.names li')->each(static fn ($one): string => $one->text()));
        self::assertStringContainsString('numbered', $this->browser->request('GET', "/batches/{$this->shelved->id()}/names?name=shop")->text());
        self::assertStringContainsString('{shelf}', $this->browser->request('GET', "/batches/{$this->shelved->id()}/names?name=".urlencode('{shelf}'))->filter('[data-wrong]')->text());
        $this->browser->request('POST', "/batches/{$this->shelved->id()}/settings", ['name' => '{product}/{counter}', 'matte' => '#0f5c63'], server: self::OURS);
        $settings = $this->again($this->shelved)->settings();
        self::assertSame(['{product}/{counter}', '0f5c63'], [$settings->name->template, $settings->matte]);
        self::assertEquals($settings, BatchSettings::fromRecord(JsonReader::of($settings->toArray(), 'x')));
        self::assertEquals(new BatchSettings(), BatchSettings::fromRecord(JsonReader::of(['name' => '{gone}'], 'x')));
        self::assertSame(NameTemplate::USUAL, (new BatchSettings())->name->template);
    }

    public function test_a_parcel_has_a_proof_sheet_and_a_print_that_comes_back_offers_its_master(): void
    {
        $batch = $this->again($this->shelved);
        $batch->chooseProducts(['4x6', '5x7']);
        $this->press($batch);
        $this->browser->request('GET', "/batches/{$batch->id()}/proof-sheet.pdf");
        self::assertResponseIsSuccessful();
        file_put_contents($this->data.'/proof.pdf', (string) $this->browser->getResponse()->getContent());
        $text = (string) shell_exec('pdftotext -layout '.escapeshellarg($this->data.'/proof.pdf').' -');
        foreach (['A batch', 'harbour-4x6', '1,800 × 1,200 px', 'Passed', '2 in'] as $words) {
            self::assertStringContainsString($words, $text);
        }
        // Both prints, to one scale: pictures of 6 and 7 inches across.
        preg_match_all('/^\s+1\s+\d+ image\s+(\d+)/m', (string) shell_exec('pdfimages -list '.escapeshellarg($this->data.'/proof.pdf')), $images);
        self::assertCount(2, $images[1]);

        $folder = $this->deliveries()->folderPath($batch);
        $before = glob($folder.'/*.jpg');
        $this->browser->request('POST', "/batches/{$batch->id()}/parcels/clear", server: self::OURS);
        self::assertSame([], glob($folder.'/*.jpg'));
        self::assertStringContainsString('Bring the cleared files back', $this->browser->request('GET', "/batches/{$batch->id()}/parcels")->text());
        $this->browser->request('POST', "/batches/{$batch->id()}/parcels/bring-back", server: self::OURS);
        self::assertSame($before, glob($folder.'/*.jpg'));
        self::assertFileExists($this->data.'/files/masters/'.substr($this->artwork->master(), 0, 2).'/'.$this->artwork->master());

        $file = array_values($this->deliveries()->latest($batch))[0];
        $bytes = (string) file_get_contents($this->deliveries()->folderPath($batch).'/'.$file->path());
        $other = $this->batch(['4x6'], 'Another');
        $print = $this->give($other, 'from-mail.jpg', 0, 0, bytes: $bytes);
        $page = $this->browser->request('GET', "/batches/{$other->id()}/intake");
        self::assertStringContainsString('a print file that Snugfit made of "Harbour"', $page->filter('.warnings')->text());
        $this->browser->request('POST', "/batches/{$other->id()}/artworks/{$print->id()}/origin", server: self::OURS);
        $there = $this->again($other)->artworks();
        self::assertSame([['harbour.png', $this->artwork->master()]], array_map(static fn (BatchArtwork $one): array => [$one->fileName(), $one->master()], $there));
        $this->browser->request('POST', "/batches/{$other->id()}/undo", server: self::OURS);
        self::assertSame(['from-mail.jpg'], array_map(static fn (BatchArtwork $one): string => $one->fileName(), $this->again($other)->artworks()));
    }

    /** @param array<string, mixed> $fields */
    private function set(string $product, array $fields): void
    {
        $this->act($this->room($product), $fields);
        self::assertResponseIsSuccessful();
    }

    private function room(string $product): string
    {
        return "/batches/{$this->shelved->id()}/finish/{$this->artwork->id()}/$product";
    }

    private function sheet(string $product): \Snugfit\Shop\PlannedPlacement
    {
        foreach ($this->service(BatchPlanner::class)->stream($this->again($this->shelved)) as $placed) {
            if ($placed->product->code === $product) {
                return $placed;
            }
        }
        throw new \LogicException($product);
    }

    private function wishes(string $product): FinishSettings
    {
        return $this->sheet($product)->effective->finish();
    }

    /** @return array<string, ?float> per cent that black is lifted, in the recipe of each product */
    private function guards(): array
    {
        $guards = [];
        foreach (['4x6', '12x18', '5x7'] as $code) {
            $placed = $this->sheet($code);
            $guards[$code] = (new RecipeBuilder())->recipeFor($placed->placement, $placed->artwork->facts(), $placed->effective->renderOptions())->finish->toneLimits?->black;
        }

        return $guards;
    }
}
