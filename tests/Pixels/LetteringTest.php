<?php

declare(strict_types=1);

namespace Snugfit\Tests\Pixels;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Delivery\PreflightFinding;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Delivery\PrintQualityMeasures;
use Snugfit\Core\Finish\Finish;
use Snugfit\Core\Fit\EdgeFill;
use Snugfit\Core\Fit\PrintLayout;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Lettering\FaceChoice;
use Snugfit\Core\Lettering\Glyph;
use Snugfit\Core\Lettering\GlyphLine;
use Snugfit\Core\Lettering\ImpossibleLettering;
use Snugfit\Core\Lettering\Lettered;
use Snugfit\Core\Lettering\LetteredLine;
use Snugfit\Core\Lettering\OutlinePlace;
use Snugfit\Core\Lettering\VectorPath;
use Snugfit\Core\Lettering\Words;
use Snugfit\Core\Measure\Length;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Measure\PrintSize;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\OutputColour;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Product\Bleed;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Mount;
use Snugfit\Core\Recipe\PdfPage;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Pixels\Job\MakePrintHandler;
use Snugfit\Pixels\Lettering\FaceShelf;
use Snugfit\Pixels\Lettering\HarfBuzzTypesetter;
use Snugfit\Pixels\PrintFileMaker;
use Snugfit\Pixels\PrintFileReader;
use Snugfit\Pixels\PrintMeasurer;
use Snugfit\Pixels\PrintRenderer;
use Snugfit\Pixels\Reading\Master;
use Snugfit\Pixels\Vips\Image;

/** Words as they are shaped, held against HarfBuzz's own program and Pango; and as they lie in print files, read by poppler and ImageMagick. */
final class LetteringTest extends PixelTestCase
{
    /** Letters of 10 mm: 0.05 mm are a two-hundredth of their em. */
    private const SLACK = 0.005;

    /** @return iterable<string, array{string, string, string, int}> text, face, its file, weight */
    public static function words(): iterable
    {
        yield 'ligatures and kerning' => ['Affine fjord, AVATAR Tower 1884', 'source-serif-4', 'source-serif-4-latin', 400];
        yield 'another weight' => ['Tern Head', 'oswald', 'oswald-latin', 700];
        yield 'joined script' => ['Office of the Keeper', 'dancing-script', 'dancing-script-latin', 500];
        yield 'Arabic' => ['مرحبا بالعالم', 'rubik', 'rubik-arabic', 600];
        yield 'Hebrew with marks' => ['שָׁלוֹם עולם', 'rubik', 'rubik-hebrew', 300];
        yield 'Cyrillic' => ['Маяк у моря', 'rubik', 'rubik-cyrillic', 900];
    }

    #[DataProvider('words')]
    public function test_letters_stand_where_other_programs_put_them(string $text, string $face, string $file, int $weight): void
    {
        $set = self::setWords($text, $face, $weight);
        self::assertSame([], $set->missing);
        $told = json_decode($this->tool('hb-shape', '--output-format=json', '--no-glyph-names', "--variations=wght=$weight", self::font($file), $text), true);
        $pen = 0;
        $wanted = [];
        // A space of another script is another file's in ours; what is compared is what can be seen.
        $isDrawn = static fn (string $letter): bool => '' !== trim($letter);
        foreach (JsonReader::of(['glyphs' => $told], 'hb-shape')->records('glyphs') as $glyph) {
            if ($isDrawn(mb_substr($text, $glyph->int('cl'), 1))) {
                $wanted[] = ($pen + $glyph->int('dx')) / 1000;
            }
            $pen += $glyph->int('ax');
        }
        self::assertEqualsWithDelta($wanted, array_map(static fn (Glyph $glyph): float => $glyph->x, $set->glyphs), self::SLACK);
        self::assertEqualsWithDelta($pen / 1000, $set->width, self::SLACK);
    }

    /** @return iterable<string, array{string}> */
    public static function mixed(): iterable
    {
        yield 'one way' => ['Tern Head 1884'];
        yield 'Latin with Hebrew in it' => ['Tern שלום Head'];
        yield 'Arabic with Latin and figures in it' => ['منارة Tern 12 بحر'];
    }

    /** Pango orders and shapes the line by itself; the columns that ink falls on are compared. */
    #[DataProvider('mixed')]
    public function test_lines_that_run_both_ways_look_as_pango_sets_them(string $text): void
    {
        $set = self::setWords($text, 'rubik', 300);
        // 10 mm at 1800 ppi, so that Pango's whole pixels are no matter: 0.05 mm are 3.5 of them.
        $em = 10 / 25.4 * 1800;
        $ours = $set->outline(0.0)->placed($em / 1000, $set->width * $em / 2 + 40, $em * 1.2);
        file_put_contents($this->folder.'/ours.svg', \sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d"><path d="%s"/></svg>', $set->width * $em + 80, 2 * $em, $ours->toSvg()));
        $this->tool('rsvg-convert', 'ours.svg', '-b', 'white', '-o', 'ours.png');
        file_put_contents($this->folder.'/fonts.conf', '<?xml version="1.0"?><!DOCTYPE fontconfig SYSTEM "fonts.dtd"><fontconfig><dir>'.\dirname(__DIR__, 2).'/var/fonts</dir><cachedir>'.$this->folder.'/cache</cachedir></fontconfig>');
        $this->tool('env', 'FONTCONFIG_FILE='.$this->folder.'/fonts.conf', 'vips', 'text', 'pango.png', $text, '--font', 'Rubik Light, Light '.(10 / 25.4 * 72), '--dpi', '1800');
        $this->tool('convert', 'pango.png', '-negate', '-bordercolor', 'white', '-border', '20', 'pango.png');
        [$mine, $theirs] = [self::edges($this->folder.'/ours.png'), self::edges($this->folder.'/pango.png')];
        self::assertGreaterThan(8, \count($mine));
        self::assertCount(\count($theirs), $mine);
        $off = $theirs[0] - $mine[0];
        foreach ($mine as $i => $edge) {
            self::assertEqualsWithDelta($theirs[$i] - $off, $edge, 3.5, 'where ink begins and ends, to 0.05 mm');
        }
    }

    public function test_spacing_takes_ligatures_apart_and_leaves_joined_scripts_alone(): void
    {
        $face = ['source-serif-4', 400];
        self::assertCount(9, self::setWords('fjordfish', ...$face, spacing: 100)->glyphs);
        self::assertEqualsWithDelta(0.1 * 8, self::setWords('Mmmmmmmmm', ...$face, spacing: 100)->width - self::setWords('Mmmmmmmmm', ...$face)->width, 1e-6, 'between letters, not after the last');
        self::assertSame(self::setWords('مرحبا', 'rubik', 400)->width, self::setWords('مرحبا', 'rubik', 400, 300)->width);
        self::assertSame(['☃', '漢'], self::setWords('a☃b漢☃', ...$face)->missing);
        self::assertSame([], self::setWords('', ...$face)->glyphs);
        // Greek is in a file of its own.
        self::assertSame([], self::setWords('Φάρος and Tern', ...$face)->missing);
    }

    public function test_a_face_is_one_that_ships_or_a_file_that_is_one(): void
    {
        $shelf = new FaceShelf($this->folder.'/faces');
        $code = $shelf->keep(self::font('caveat-latin'), 'Pier hand');
        self::assertSame(['Pier hand', true], [$shelf->face($code)->label, $shelf->face($code)->isOwn]);
        self::assertEquals(self::setWords('Tern', 'caveat', 500), (new HarfBuzzTypesetter($shelf->all()))->set([new Words('Tern', new FaceChoice($code, 500))])[0]);
        $shelf->remove($code);
        file_put_contents($this->folder.'/broken.otf', random_bytes(4000));
        file_put_contents($this->folder.'/empty.ttf', '');
        foreach ([$code, 'no-such', $this->folder.'/broken.otf', $this->folder.'/empty.ttf', '../../etc/passwd'] as $none) {
            try {
                (new HarfBuzzTypesetter([$none => $shelf->face($none)]))->set([new Words('Tern', new FaceChoice($none))]);
                self::fail($none.' was taken');
            } catch (ImpossibleLettering) {
                $this->addToAssertionCount(1);
            }
        }
    }

    /** @return iterable<string, array{FileFormat, Profile, int, bool}> */
    public static function files(): iterable
    {
        yield 'PNG' => [FileFormat::Png, Profile::Srgb, 8, false];
        yield 'PNG with nothing round it' => [FileFormat::Png, Profile::Srgb, 8, true];
        yield 'sixteen bits' => [FileFormat::Tiff, Profile::Srgb, 16, false];
        yield 'JPEG' => [FileFormat::Jpeg, Profile::Srgb, 8, false];
        yield 'inks' => [FileFormat::Jpeg, Profile::Coated, 8, false];
        yield 'grey' => [FileFormat::Jpeg, Profile::Grey, 8, false];
        yield 'PDF' => [FileFormat::Pdf, Profile::Srgb, 8, false];
        yield 'PDF in inks' => [FileFormat::Pdf, Profile::Coated, 8, false];
    }

    #[DataProvider('files')]
    public function test_words_lie_on_prints_of_all_kinds_in_their_colour(FileFormat $format, Profile $profile, int $bits, bool $transparent): void
    {
        [$master, $recipe] = $this->lettered($format, $profile, $bits, $transparent);
        $path = $this->folder.'/out.'.$format->extension();
        PrintFileMaker::in($this->folder.'/work')->make($master, $recipe, $path);
        self::assertSame(['Words: 100.0% of them laid in their colour.'], $this->told($master, $recipe, $path, 'Words'));
        // As it comes out of the press: the letter's middle, its outline, and what lies beside.
        foreach ([[230, 150, [224, 161, 0]], [195, 150, [30, 43, 47]]] as [$x, $y, $colour]) {
            $shown = $this->shownAt($path, $x, $y);
            $slack = Profile::Srgb === $profile ? 3 : 50;
            if (Profile::Grey === $profile) {
                $level = (int) round(255 * ((0.2126 * self::linear($colour[0]) + 0.7152 * self::linear($colour[1]) + 0.0722 * self::linear($colour[2])) ** (1 / 2.2)));
                $colour = [$level, $level, $level];
            }
            self::assertEqualsWithDelta($colour, $shown, $slack, "$x, $y");
        }
        if (FileFormat::Pdf === $format) {
            // One picture, and words beside it: poppler draws them from the page itself.
            self::assertSame(1, substr_count($this->tool('pdfimages', '-list', 'out.pdf'), ' image '));
            $this->tool('pdftocairo', '-svg', 'out.pdf', 'page.svg');
            self::assertGreaterThanOrEqual(2, substr_count((string) file_get_contents($this->folder.'/page.svg'), '<path'));
        }
    }

    public function test_words_of_a_pdf_lie_to_the_twentieth_of_a_millimetre_where_they_lie_in_a_picture(): void
    {
        foreach ([FileFormat::Png, FileFormat::Pdf] as $format) {
            [$master, $recipe] = $this->lettered($format, Profile::Srgb, 8, false, 'white');
            PrintFileMaker::in($this->folder.'/work')->make($master, $recipe, $this->folder.'/out.'.$format->extension());
        }
        $this->tool('pdftoppm', '-r', '200', '-png', '-singlefile', 'out.pdf', 'page');
        $box = fn (string $file): array => array_map(intval(...), preg_split('/[x+]/', $this->tool('convert', $file, '-colorspace', 'gray', '-threshold', '60%', '-negate', '-trim', '-format', '%wx%h%O', 'info:')) ?: []);
        // At 200 ppi a pixel has 0.127 mm; edges are found to half of one.
        self::assertEqualsWithDelta($box('out.png'), $box('page.png'), 1);
    }

    public function test_words_of_a_piece_end_where_its_face_does_and_leave_its_sides_alone(): void
    {
        foreach ([FileFormat::Png, FileFormat::Pdf] as $format) {
            [$master, $whole] = $this->lettered($format, Profile::Srgb, 8, false, 'white');
            // The H's bar goes on beyond the face, which ends at 300 of its 600 pixels; 20 px of sides go round it.
            $page = FileFormat::Pdf === $format ? new PdfPage(PrintSize::inches(1.5, 2), Bleed::all(Length::inches(0.1)), false) : null;
            $sides = new Mount(new PixelSize(340, 440), new PrintLayout(new PixelWindow(20, 20, 300, 400), EdgeFill::Colour, 'ffffff'));
            $piece = new Recipe($whole->frame, $whole->enlarge, $whole->cutTo(new PixelWindow(0, 0, 300, 400), $page)->write, lettering: $whole->lettering, piece: new PixelWindow(0, 0, 300, 400), rim: $sides);
            PrintFileMaker::in($this->folder.'/work')->make($master, $piece, $this->folder.'/piece.'.$format->extension());
            $file = $this->folder.'/piece.'.$format->extension();
            self::assertSame([], array_map(static fn (PreflightFinding $finding): string => $finding->sentence(), Preflight::failures((new Preflight())->check($piece, $this->found($master, $piece, $file), null))));
        }
        $this->tool('pdftoppm', '-r', '200', '-png', '-singlefile', 'piece.pdf', 'page');
        $box = fn (string $file): array => array_map(intval(...), preg_split('/[x+]/', $this->tool('convert', $file, '-colorspace', 'gray', '-threshold', '60%', '-negate', '-trim', '-format', '%wx%h%O', 'info:')) ?: []);
        [$width, , $x] = $box('page.png');
        self::assertSame(320, $x + $width);
        self::assertEqualsWithDelta($box('piece.png'), $box('page.png'), 1);
        $shown = (new PrintFileReader())->inPicture($this->folder.'/piece.pdf', static fn (string $picture): float => Image::thumbnailOf($picture, 440)->crop(new PixelWindow(322, 120, 16, 150))->smallest());
        self::assertSame(255.0, $shown, 'what previews show of it, too');
    }

    public function test_preflight_finds_words_that_are_missing_moved_or_of_another_colour(): void
    {
        foreach ([FileFormat::Png, FileFormat::Pdf] as $format) {
            [$master, $recipe] = $this->lettered($format, Profile::Srgb, 8, false);
            $words = $recipe->lettering ?? self::fail();
            $with = static fn (?Lettered $lettering): Recipe => new Recipe($recipe->frame, $recipe->enlarge, $recipe->write, lettering: $lettering);
            $line = $words->lines[0];
            $others = ['missing' => null, 'moved' => $words->movedBy(9.0, 0.0), 'of another colour' => new Lettered([new LetteredLine($line->text, $line->path, $line->place, 'ff0000', $line->outline, $line->outlineColour)])];
            foreach ($others as $how => $other) {
                $path = $this->folder."/$how.".$format->extension();
                PrintFileMaker::in($this->folder.'/work')->make($master, $with($other), $path);
                self::assertStringStartsWith('Words: wanted laid in their colour', $this->told($master, $recipe, $path, 'Words')[0] ?? '', $how);
            }
        }
    }

    /** @return iterable<string, array{FileFormat, int}> */
    public static function lossy(): iterable
    {
        yield 'JPEG' => [FileFormat::Jpeg, 95];
        yield 'JPEG of low quality' => [FileFormat::Jpeg, 50];
        yield 'WebP, which has a colour for four pixels' => [FileFormat::Webp, 90];
    }

    /** Red hairlines on noisy blue: a lossy file's colours run into each other, and still its words are there, or they are not. */
    #[DataProvider('lossy')]
    public function test_thin_words_are_found_in_lossy_files_and_missed_where_they_are_missing(FileFormat $format, int $quality): void
    {
        $master = Master::open($this->convert('blue.png', '-size', '900x300', '-seed', '2', 'xc:blue', '-attenuate', '0.4', '+noise', 'Gaussian', '-depth', '8', '-define', 'png:color-type=2'));
        $line = self::setWords('thin words in red', 'public-sans', 200);
        $words = new Lettered([new LetteredLine('thin words in red', $line->outline(0.0), new OutlinePlace(36, 450, 160), 'ff0000')]);
        $recipe = new Recipe(
            new Frame(new PixelSize(900, 300), new PixelWindow(0, 0, 900, 300)),
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), new PixelSize(900, 300)),
            new Write($format, Ppi::of(300), 8, false, quality: $quality),
            lettering: $words,
        );
        foreach (['there' => $words, 'missing' => null, 'moved' => $words->movedBy(0.0, 30.0)] as $how => $lettering) {
            $path = $this->folder."/$how.".$format->extension();
            PrintFileMaker::in($this->folder.'/work')->make($master, new Recipe($recipe->frame, $recipe->enlarge, $recipe->write, lettering: $lettering), $path);
            self::assertSame('there' === $how, !str_contains($this->told($master, $recipe, $path, 'Words')[0] ?? '', 'wanted'), $how);
        }
    }

    public function test_contrast_is_told_by_the_worst_of_the_ground(): void
    {
        // Marigold without its outline, on white and on black.
        foreach (['white' => 2.3, 'black' => 9.3] as $ground => $ratio) {
            [$master, $recipe] = $this->lettered(FileFormat::Png, Profile::Srgb, 8, false, $ground, 0.0);
            PrintFileMaker::in($this->folder.'/work')->make($master, $recipe, $this->folder."/$ground.png");
            self::assertSame([\sprintf('Contrast of the words: %.1f : 1%s.', $ratio, $ratio < 3 ? ', hard to read' : '')], $this->told($master, $recipe, $this->folder."/$ground.png", 'Contrast of the words'));
        }
        // Half of it is black: there it is easy, but elsewhere it is not.
        [$master, $recipe] = $this->lettered(FileFormat::Png, Profile::Srgb, 8, false, 'gradient:black-white', 0.0);
        PrintFileMaker::in($this->folder.'/work')->make($master, $recipe, $this->folder.'/half.png');
        self::assertLessThan(2.5, (new PrintMeasurer(new PrintRenderer($this->folder.'/work')))->measure($master, $recipe, $this->folder.'/half.png')->contrast);
    }

    public function test_guards_for_tones_and_edges_leave_words_alone(): void
    {
        [$master, $recipe] = $this->lettered(FileFormat::Jpeg, Profile::Srgb, 8, false, 'plasma:grey30-grey70');
        $line = $recipe->lettering->lines[0] ?? self::fail();
        $black = new Lettered([new LetteredLine('H', $line->path, $line->place, '000000', 4.0, 'ffffff')]);
        $finish = Finish::fromRecord(JsonReader::of(['guard' => ['black' => 3, 'white' => 3], 'sharpen' => ['amount' => 80, 'radius' => '1px']], 'a finish'));
        $strict = (new Recipe($recipe->frame, $recipe->enlarge, $recipe->write, finish: $finish, lettering: $black));
        PrintFileMaker::in($this->folder.'/work')->make($master, $strict, $this->folder.'/strict.jpg');
        self::assertSame([], array_map(static fn (PreflightFinding $finding): string => $finding->sentence(), Preflight::failures((new Preflight())->check($strict, $this->found($master, $strict, $this->folder.'/strict.jpg'), null))));
    }

    /** @return array{Master, Recipe} 600 × 400 px at 200 ppi with a H that stands on its own */
    private function lettered(FileFormat $format, Profile $profile, int $bits, bool $transparent, string $ground = 'plasma:#d0e0ff-#f0f0e0', float $outline = 20.0): array
    {
        $fill = str_contains($ground, ':') ? $ground : "xc:$ground";
        $master = Master::open($this->convert(md5($ground.$transparent).'.png', '-size', '600x400', '-seed', '3', $fill, ...$transparent ? ['-alpha', 'set', '-region', '300x400+300+0', '-alpha', 'transparent', '+region'] : [], ...['-depth', '8', '-define', 'png:color-type='.($transparent ? 6 : 2)]));
        // 150 px high: two stems of 40 px with a bar.
        $letter = new VectorPath('MLLLLLLLLLLLZ', [210.0, 100.0, 250.0, 100.0, 250.0, 150.0, 330.0, 150.0, 330.0, 100.0, 370.0, 100.0, 370.0, 250.0, 330.0, 250.0, 330.0, 190.0, 250.0, 190.0, 250.0, 250.0, 210.0, 250.0]);

        return [$master, new Recipe(
            new Frame(new PixelSize(600, 400), new PixelWindow(0, 0, 600, 400)),
            new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), new PixelSize(600, 400)),
            new Write($format, Ppi::of(200), $bits, $transparent, colour: new OutputColour($profile), page: FileFormat::Pdf === $format ? new PdfPage(PrintSize::inches(2.8, 1.8), Bleed::all(Length::inches(0.1)), false) : null),
            lettering: new Lettered([new LetteredLine('H', $letter, new OutlinePlace(1000, 0, 0), 'e0a100', $outline, '1e2b2f')]),
        )];
    }

    private function found(Master $master, Recipe $recipe, string $path): PrintFileFacts
    {
        $measurer = new PrintMeasurer(new PrintRenderer($this->folder.'/work'));
        $reader = new PrintFileReader();
        $measures = $reader->inStored($path, static fn (string $file): PrintQualityMeasures => $measurer->measure($master, $recipe, $file));

        return $reader->read($path)->with(MakePrintHandler::withWords($measures, $recipe, $path));
    }

    /** @return list<string> */
    private function told(Master $master, Recipe $recipe, string $path, string $subject): array
    {
        $findings = (new Preflight())->check($recipe, $this->found($master, $recipe, $path), null);

        return array_values(array_map(static fn (PreflightFinding $finding): string => $finding->sentence(), array_filter($findings, static fn (PreflightFinding $finding): bool => $finding->subject === $subject)));
    }

    /** @return list<int> */
    private function shownAt(string $path, int $x, int $y): array
    {
        return (new PrintFileReader())->inPicture($path, static fn (string $picture): array => array_map(intval(...), \array_slice(Image::thumbnailOf($picture, 600)->crop(new PixelWindow($x, $y, 1, 1))->values(), 0, 3)));
    }

    private static function setWords(string $text, string $face, int $weight, int $spacing = 0): GlyphLine
    {
        $line = (new HarfBuzzTypesetter((new FaceShelf())->all()))->set([new Words($text, new FaceChoice($face, $weight), $spacing)])[0];
        // As a child process tells it.
        self::assertEquals($line, GlyphLine::fromRecord(JsonReader::decode(json_encode($line->toArray(), \JSON_THROW_ON_ERROR), 'a test')));

        return $line;
    }

    private static function linear(int $value): float
    {
        return ($value / 255) ** 2.2;
    }

    private static function font(string $name): string
    {
        return \dirname(__DIR__, 2)."/var/fonts/$name-wght-normal.ttf";
    }

    /** @return list<int> columns on which ink begins or ends */
    private static function edges(string $path): array
    {
        $picture = Image::load('png', $path)->extractBands(0, 1);
        [$size, $bytes] = [$picture->size(), $picture->bytes()];
        $edges = [];
        $was = false;
        for ($x = 0; $x < $size->width; ++$x) {
            $is = false;
            for ($y = 0; $y < $size->height && !$is; ++$y) {
                $is = \ord($bytes[$y * $size->width + $x]) < 128;
            }
            if ($is !== $was) {
                $edges[] = $x;
            }
            $was = $is;
        }

        return $edges;
    }
}
