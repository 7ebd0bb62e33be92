<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Filesystem\Filesystem;

/** Words on many prints at once, without a browser. */
final class LetteringCommandTest extends CommandTestCase
{
    public function test_each_picture_gets_its_words_and_nothing_is_made_again_without_a_reason(): void
    {
        mkdir($this->folder.'/in');
        foreach (['Fog_bell' => 'skyblue', 'pier' => 'navy', 'nameless' => 'gray60'] as $name => $colour) {
            $this->convert("in/$name.png", '-size', '900x600', "xc:$colour", '-fill', 'white', '-draw', 'circle 450,250 450,150');
        }
        copy(\dirname(__DIR__, 2).'/var/fonts/caveat-latin-wght-normal.ttf', $this->folder.'/Pier hand.ttf');
        $this->lettering([['text' => '{artwork}', 'face' => 'Pier hand.ttf', 'size' => '10 %', 'colour' => 'ffffff', 'at' => [0.5, 0.85]], ['text' => '{motto}', 'size' => '4 pt', 'colour' => '000080', 'at' => [0.5, 0.1]]]);
        file_put_contents($this->folder.'/words.csv', "file;motto\nFog_bell.png;Sound & sense\npier.jpg;Below the light\n");
        $words = ['make', 'in', '--products=4x6', '--out=out', '--way=lanczos', '--lettering=words.json', '--words=words.csv'];
        $process = $this->snugfit(...$words);
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        self::assertStringContainsString('3 made', $process->getOutput());
        self::assertStringContainsString('nameless.png on 4x6: Nothing stands for {motto} here', $process->getErrorOutput());
        self::assertMatchesRegularExpression('/Fog_bell\.png on 4x6: "Sound & sense" is set at 4\.0 pt/', $process->getErrorOutput());
        // White words on three grounds, in the lower part alone; dark blue ones in the upper part of two.
        foreach (['Fog_bell' => true, 'pier' => true, 'nameless' => false] as $name => $isTwice) {
            $print = (string) (glob($this->folder."/out/$name-*.jpg")[0] ?? '');
            $below = $this->tool('convert', $print, '-crop', '100%x25%+0+900', '+repage', '-fuzz', '8%', '-fill', 'black', '+opaque', 'white', '-format', '%[fx:mean]', 'info:');
            self::assertGreaterThan(0.002, (float) $below, $name);
            $above = $this->tool('convert', $print, '-crop', '100%x12%+0+40', '+repage', '-format', '%[fx:standard_deviation]', 'info:');
            self::assertSame($isTwice && 'pier' !== $name, (float) $above > 0.004, $name.' '.$above);
        }
        self::assertStringContainsString('0 made, 3 unchanged', $this->snugfit(...$words)->getOutput());
        file_put_contents($this->folder.'/words.csv', "file;motto\nFog_bell.png;Sound & sense\npier.jpg;Above the light\n");
        self::assertStringContainsString('1 made, 2 unchanged', $this->snugfit(...$words)->getOutput());
    }

    public function test_a_page_draws_its_words_and_shows_them_wherever_it_is_looked_at(): void
    {
        mkdir($this->folder.'/in');
        $this->convert('in/bell.png', '-size', '1200x800', 'xc:white', '-fill', 'navy', '-draw', 'rectangle 0,0 1200,300');
        $this->lettering([['text' => 'Fog bell', 'face' => 'oswald', 'weight' => 700, 'size' => '20 %', 'colour' => 'b5402a', 'at' => [0.5, 0.7]]]);
        $process = $this->snugfit('make', 'in', '--products=4x6', '--out=out', '--way=lanczos', '--format=pdf', '--lettering=words.json', '--scenes=close', '--scene-width=1600');
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        $pdf = glob($this->folder.'/out/*.pdf')[0] ?? '';
        $red = fn (string $file): float => (float) $this->tool('convert', $file, '-resize', '600x', '-fuzz', '22%', '-fill', 'black', '+opaque', '#b5402a', '-fill', 'white', '+opaque', 'black', '-format', '%[fx:mean]', 'info:');
        $this->tool('pdftoppm', '-r', '100', '-png', '-singlefile', $pdf, 'page');
        self::assertGreaterThan(0.02, $red('page.png'), 'poppler draws them');
        $this->snugfit('tile', $pdf, 'tiles.pdf');
        $this->tool('pdftoppm', '-r', '60', '-png', '-singlefile', '-f', '1', 'tiles.pdf', 'tile');
        self::assertGreaterThan(0.004, $red('tile.png'), 'sheets for the printer on the desk have them');
        self::assertGreaterThan(0.0002, $red((string) (glob($this->folder.'/out/previews/*.jpg')[0] ?? '')), 'and previews');
    }

    public function test_pieces_of_a_picture_have_their_part_of_the_words(): void
    {
        $this->convert('sea.png', '-size', '1200x600', 'plasma:teal-navy', '-depth', '8');
        $this->lettering([['text' => 'ABOVE THE SOUND', 'face' => 'oswald', 'weight' => 700, 'size' => '30 %', 'colour' => 'ffffff', 'at' => [0.5, 0.5]]]);
        $common = ['--size=12x6in', '--bleed=0', '--ppi=100', '--way=lanczos', '--format=png', '--lettering=words.json'];
        foreach (['1x1' => 'one', '2x1' => 'two'] as $layout => $out) {
            $process = $this->snugfit('panels', 'sea.png', $out, "--layout=$layout", '--gap=0', ...$common);
            self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        }
        $this->tool('convert', 'two/sea-1.png', 'two/sea-2.png', '+append', 'both.png');
        self::assertSame('0', $this->tool('convert', 'one/sea-1.png', 'both.png', '-metric', 'AE', '-compare', '-format', '%[distortion]', 'info:'));
        self::assertGreaterThan(0.05, (float) $this->tool('convert', 'both.png', '-fill', 'black', '+opaque', 'white', '-format', '%[fx:mean]', 'info:'));
    }

    /** @return iterable<string, array{string, string}> */
    public static function wrong(): iterable
    {
        yield 'no JSON' => ['{', 'the lettering in words.json'];
        yield 'no lines' => ['{"words": []}', 'lines'];
        yield 'no such face' => ['{"lines": [{"text": "a", "face": "no-such"}]}', 'There is no typeface "no-such" here'];
        yield 'no such file' => ['{"lines": [{"text": "a", "face": "Gone.otf"}]}', 'Gone.otf'];
        yield 'no size' => ['{"lines": [{"text": "a", "size": "big"}]}', '"big" is no size of letters'];
    }

    #[DataProvider('wrong')]
    public function test_what_cannot_be_laid_is_told_before_anything_is_made(string $json, string $why): void
    {
        (new Filesystem())->mkdir($this->folder.'/in');
        $this->convert('in/a.png', '-size', '300x200', 'xc:navy');
        file_put_contents($this->folder.'/words.json', $json);
        $process = $this->snugfit('make', 'in', '--products=4x6', '--out=out', '--lettering=words.json');
        self::assertSame(1, $process->getExitCode());
        self::assertStringContainsString($why, (string) preg_replace('/\s+/', ' ', $process->getErrorOutput().$process->getOutput()));
        self::assertSame([], glob($this->folder.'/out/*'));
    }

    /** @param list<array<string, mixed>> $lines */
    private function lettering(array $lines): void
    {
        file_put_contents($this->folder.'/words.json', json_encode(['lines' => $lines], \JSON_THROW_ON_ERROR));
    }
}
