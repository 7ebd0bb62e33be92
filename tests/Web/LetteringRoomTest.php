<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Core\JsonReader;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Pixels\Lettering\FaceShelf;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\PrintFile;
use Snugfit\Shop\Settings\ArtworkSettings;
use Snugfit\Shop\Settings\BatchSettings;
use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\HttpFoundation\File\UploadedFile;

/** Words on prints, set where they count, with what each picture has of its own, in typefaces that ship or were given. */
final class LetteringRoomTest extends ShopTestCase
{
    private Batch $shelved;
    private BatchArtwork $artwork;

    protected function setUp(): void
    {
        parent::setUp();
        $this->shelved = $this->batch(['4x6', '12x18', '5x7']);
        $this->artwork = $this->give($this->shelved, 'tide-lamp.png', 1900, 1300);
    }

    public function test_the_nearest_place_counts_and_a_wider_one_set_later_silences_it(): void
    {
        $this->set('4x6', 'batch', [self::line('{artwork}')]);
        self::assertSame(['4x6' => 'Tide lamp', '12x18' => 'Tide lamp', '5x7' => 'Tide lamp'], $this->words());
        $this->set('12x18', 'product', [self::line('Large')]);
        $this->set('5x7', 'family', []);
        self::assertSame(['4x6' => 'Tide lamp', '12x18' => 'Large', '5x7' => null], $this->words(), 'none at all is an answer, too');
        $this->set('12x18', 'picture', [self::line('Lamp')]);
        self::assertSame(['4x6' => 'Lamp', '12x18' => 'Lamp', '5x7' => null], $this->words(), 'another product keeps what was set for it alone');
        $this->browser->request('POST', "/batches/{$this->shelved->id()}/undo", server: self::OURS);
        self::assertSame(['4x6' => 'Tide lamp', '12x18' => 'Large', '5x7' => null], $this->words(), 'one act, taken back as one');
        $this->act($this->room('12x18'), ['for' => 'product', 'silent' => true]);
        $this->act($this->room('5x7'), ['for' => 'family', 'silent' => true]);
        self::assertSame(['4x6' => 'Tide lamp', '12x18' => 'Tide lamp', '5x7' => 'Tide lamp'], $this->words());
        $this->browser->request('POST', "/batches/{$this->shelved->id()}/settings", ['name' => '{product}', 'matte' => '#ffffff'], server: self::OURS);
        self::assertSame('Tide lamp', $this->words()['4x6'], 'other settings of the batch leave it alone');
    }

    public function test_trying_keeps_nothing_and_tells_what_may_go_wrong(): void
    {
        $stage = $this->act($this->room('4x6').'/try', ['for' => 'picture', 'lines' => [self::line('Over the edge ☃', ['at' => [1.0, 0.5], 'size' => '4 pt', 'weight' => 100])]]);
        self::assertResponseIsSuccessful();
        self::assertCount(1, $stage->filter('.letter-line'));
        $told = $stage->filter('[data-told]')->text();
        foreach (['over the trim', 'under 5 pt', 'under 0.25 mm', 'its typeface lacks: ☃'] as $part) {
            self::assertStringContainsString($part, $told);
        }
        self::assertSame(['4x6' => null, '12x18' => null, '5x7' => null], $this->words());
        $this->set('4x6', 'picture', [self::line('Over the edge', ['at' => [1.0, 0.5]])]);
        $framing = $this->browser->request('GET', str_replace('lettering', 'framing', $this->room('4x6')));
        self::assertStringContainsString('over the trim', $framing->filter('.warnings')->text(), 'the framing room tells it, too');
        self::assertCount(1, $framing->filter('.siblings .here .print > g > path'), 'and its prints show it');
    }

    public function test_a_table_gives_pictures_their_words_and_each_can_have_its_own(): void
    {
        $other = $this->give($this->shelved, 'bell.png', 1500, 1000, 'pier');
        $this->set('4x6', 'batch', [self::line('{motto} {year}')]);
        $this->upload($this->room('4x6').'/words', 'table', 'words.csv', "file;Motto;Year\ntide-lamp.jpg;Sea & stone;1884\nPIER/bell.png;Sound;\nno-such.png;x;y\n");
        self::assertStringContainsString('2 of 2 pictures have their words now: {motto}, {year}', $this->browser->getCrawler()->filter('.letter-told')->text());
        self::assertSame('Sea & stone 1884', $this->words()['4x6']);
        self::assertSame('Sound', $this->wordsOf($other, '4x6'));
        $this->act($this->room('4x6').'/own-words', ['for' => 'batch', 'words' => ['motto' => "Sea \n and foam", 'year' => '']]);
        self::assertSame('Sea and foam', $this->words()['4x6']);
        foreach (["only\none", '', "a,{b}\nc,d"] as $broken) {
            $this->upload($this->room('4x6').'/words', 'table', 'words.csv', $broken);
            self::assertResponseStatusCodeSame(422);
        }
        self::assertSame('Sea and foam', $this->words()['4x6']);
        $this->browser->request('POST', "/batches/{$this->shelved->id()}/undo", server: self::OURS);
        $this->browser->request('POST', "/batches/{$this->shelved->id()}/undo", server: self::OURS);
        self::assertSame([null, null], [$this->words()['4x6'], $this->wordsOf($other, '4x6')], 'the whole table is one act');
    }

    public function test_contrast_is_told_for_each_line(): void
    {
        $bytes = (string) shell_exec('convert -size 1200x800 xc:white -fill black -draw "rectangle 0,0 1200,400" png:-');
        $this->artwork = $this->give($this->shelved, 'half.png', 0, 0, bytes: $bytes);
        $this->set('4x6', 'picture', [self::line('Above', ['at' => [0.5, 0.2], 'colour' => 'e0a100']), self::line(''), self::line('Below', ['at' => [0.5, 0.8], 'colour' => 'e0a100'])]);
        $told = $this->browser->request('GET', $this->room('4x6').'/contrast')->filter('[data-ratio]')->each(static fn ($one): string => $one->attr('data-of').': '.trim((string) preg_replace('/\s+/', ' ', $one->text())));
        self::assertSame(['0: Contrast 9.3 : 1', '2: Contrast 2.3 : 1, hard to read: 3 : 1 or more reads well at this size'], $told);
        $this->browser->request('GET', $this->room('5x7').'/contrast');
        self::assertResponseIsSuccessful();
    }

    public function test_a_new_line_begins_in_a_colour_that_can_be_read(): void
    {
        $bytes = (string) shell_exec('convert -size 1200x800 xc:white -fill black -draw "rectangle 0,0 1200,400" png:-');
        $this->artwork = $this->give($this->shelved, 'half.png', 0, 0, bytes: $bytes);
        $this->set('4x6', 'picture', [self::line('Above', ['at' => [0.5, 0.2], 'colour' => 'fresh']), self::line('Below', ['at' => [0.5, 0.8], 'colour' => 'fresh']), self::line('Own')]);
        $lettering = null;
        foreach ($this->again($this->shelved)->artworks() as $one) {
            $lettering = $one->settings()->lettering ?? $lettering;
        }
        self::assertSame(['ffffff', '1e2b2f', 'ffffff'], array_map(static fn ($line): string => $line->style->colour, $lettering->lines ?? []));
    }

    public function test_words_are_made_found_and_made_again_only_where_they_changed(): void
    {
        $this->set('4x6', 'picture', [self::line('Tern Head', ['colour' => 'ffffff', 'outline' => ['width' => '0.6 mm', 'colour' => '000000']])]);
        $this->press($this->again($this->shelved));
        $files = $this->files();
        self::assertSame(['4x6', '12x18', '5x7'], array_keys($files));
        $findings = array_map(static fn ($one): string => $one->sentence(), $files['4x6']->findings());
        self::assertContains('Words: 100.0% of them laid in their colour.', $findings);
        $this->set('4x6', 'product', [self::line('Another')]);
        $this->press($this->again($this->shelved));
        $again = $this->files();
        self::assertNotSame($files['4x6']->found()?->sha256, $again['4x6']->found()?->sha256);
        self::assertSame($files['5x7']->found()?->sha256, $again['5x7']->found()?->sha256);
    }

    public function test_typefaces_are_given_used_and_not_deleted_while_they_are(): void
    {
        $font = (string) file_get_contents(\dirname(__DIR__, 2).'/var/fonts/oswald-latin-wght-normal.ttf');
        $this->upload('/typefaces', 'file', 'Pier.ttf', $font);
        self::assertResponseRedirects('/typefaces');
        $own = array_values(array_filter($this->service(FaceShelf::class)->all(), static fn ($face): bool => $face->isOwn));
        self::assertSame(['Oswald'], array_map(static fn ($face): string => $face->label, $own));
        $this->set('4x6', 'family', [self::line('Pier', ['face' => $own[0]->code])]);
        $this->browser->request('POST', "/typefaces/{$own[0]->code}/delete", server: self::OURS);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('in "A batch"', $this->browser->getCrawler()->filter('[role=alert]')->text());
        $this->act($this->room('4x6'), ['for' => 'family', 'silent' => true]);
        $this->browser->request('POST', "/typefaces/{$own[0]->code}/delete", server: self::OURS);
        self::assertResponseRedirects('/typefaces');
        self::assertSame([], array_filter($this->service(FaceShelf::class)->all(), static fn ($face): bool => $face->isOwn));
        foreach (['words' => 'not a font', 'cut' => substr($font, 0, 900), 'noise' => random_bytes(5000)] as $bad) {
            $this->upload('/typefaces', 'file', 'Bad.ttf', $bad);
            self::assertResponseStatusCodeSame(422);
            self::assertStringContainsString('Bad.ttf', $this->browser->getCrawler()->filter('[role=alert]')->text());
        }
    }

    public function test_nonsense_changes_nothing_and_says_why(): void
    {
        foreach ([['lines' => [['text' => 'a', 'size' => 'huge']]], ['lines' => [['text' => 'a', 'face' => 'none']]], ['for' => 'planet'], ['lines' => [['size' => '3 mm']]], ['lines' => array_fill(0, 30, ['text' => 'a'])], ['lines' => 'x']] as $fields) {
            $page = $this->act($this->room('4x6'), $fields + ['for' => 'batch']);
            self::assertResponseStatusCodeSame(422);
            self::assertNotSame('', $page->filter('[data-sentence]')->text());
        }
        self::assertSame(['4x6' => null, '12x18' => null, '5x7' => null], $this->words());
        // What another edition wrote is no reason to fail.
        $later = ['lettering' => ['lines' => [['text' => 'a', 'align' => 'sideways']]], 'words' => ['motto' => 'x', 'n' => 3]];
        self::assertNull(BatchSettings::fromRecord(JsonReader::of($later, 'x'))->lettering);
        self::assertSame(['motto' => 'x', 'n' => ''], ArtworkSettings::fromRecord(JsonReader::of($later, 'x'))->words);
    }

    /**
     * @param array<string, mixed> $more
     *
     * @return array<string, mixed>
     */
    private static function line(string $text, array $more = []): array
    {
        return ['text' => $text, 'face' => 'oswald', 'weight' => 600, 'size' => '10 %', 'colour' => 'ffffff', 'at' => [0.5, 0.5], ...$more];
    }

    /** @param list<array<string, mixed>> $lines */
    private function set(string $product, string $for, array $lines): void
    {
        $this->act($this->room($product), ['for' => $for, 'lines' => $lines]);
        self::assertResponseIsSuccessful();
    }

    private function room(string $product): string
    {
        return "/batches/{$this->shelved->id()}/lettering/{$this->artwork->id()}/$product";
    }

    /** @return array<string, ?string> the first words in each product's recipe */
    private function words(): array
    {
        $words = [];
        foreach (['4x6', '12x18', '5x7'] as $code) {
            $words[$code] = $this->wordsOf($this->artwork, $code);
        }

        return $words;
    }

    private function wordsOf(BatchArtwork $artwork, string $product): ?string
    {
        foreach ($this->service(BatchPlanner::class)->stream($this->again($this->shelved)) as $placed) {
            if ($placed->product->code === $product && $placed->artwork->id() === $artwork->id()) {
                $recipe = $this->service(ProductionPlanner::class)->decide($placed->wanted());

                return $recipe instanceof Recipe ? $recipe->lettering?->lines[0]->text : throw new \LogicException($recipe->sentence);
            }
        }
        throw new \LogicException($product);
    }

    private function upload(string $path, string $field, string $name, string $bytes): void
    {
        $file = $this->data.'/tmp/'.bin2hex(random_bytes(4));
        file_put_contents($file, $bytes);
        $this->browser->request('POST', $path, files: [$field => new UploadedFile($file, $name, test: true)], server: self::OURS);
    }

    /** @return array<string, PrintFile> what was delivered last, by product */
    private function files(): array
    {
        $files = [];
        foreach ($this->deliveries()->latest($this->again($this->shelved)) as $file) {
            $files[$file->productCode()] = $file;
        }

        return $files;
    }
}
