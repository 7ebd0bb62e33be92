<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\PixelSize;

final class MakeCommandTest extends CommandTestCase
{
    private string $masters;

    protected function setUp(): void
    {
        parent::setUp();
        $this->masters = $this->folder.'/masters';
        mkdir($this->masters);
    }

    public function test_a_folder_becomes_exact_files_with_a_manifest(): void
    {
        $this->master('harbour.png', 1800, 1200);
        $this->master('small/emblem.png', 90, 90);
        $answer = $this->answer('make', 'masters', '--products=4x6,apparel-front', '--out=prints', '--way=mitchell', '--json');
        $files = $this->byPlacement($answer);
        self::assertSame(['harbour.png on 4x6', 'harbour.png on apparel-front', 'small/emblem.png on 4x6', 'small/emblem.png on apparel-front'], array_keys($files));

        $exact = $files['harbour.png on 4x6'];
        self::assertSame(['ample', 'passed', hash_file('sha256', $this->masters.'/harbour.png')], [$exact->string('verdict'), $exact->string('preflight'), $exact->string('sha256')]);
        $output = $exact->record('output');
        self::assertSame([1800, 1200, filesize($this->folder.'/prints/'.$output->string('path'))], [$output->int('width_px'), $output->int('height_px'), $output->int('bytes')]);
        $exif = $this->exif($this->folder.'/prints/'.$output->string('path'));
        self::assertSame(['1800 1200', 300, 'sRGB'], [$exif->string('ImageSize'), $exif->int('XResolution'), $exif->string('ProfileDescription')]);

        $grown = $files['harbour.png on apparel-front'];
        self::assertSame(['PNG', 4500, 5400], [...$this->kind('/prints/'.$grown->record('output')->string('path'))]);
        $short = $files['small/emblem.png on 4x6'];
        self::assertSame(['short', 'none', false], [$short->string('verdict'), $short->string('preflight'), $short->has('output')]);
        self::assertStringContainsString('Short.', $short->string('reason'));
        self::assertSame($answer->toArray(), json_decode((string) file_get_contents($this->folder.'/prints/manifest.json'), true));
        self::assertCount(5, array_filter(explode("\r\n", (string) file_get_contents($this->folder.'/prints/manifest.csv'))));
    }

    public function test_a_proof_sheet_shows_what_this_run_made_and_what_an_earlier_one_did(): void
    {
        $this->master('harbour.png', 1800, 1200);
        $this->master('small.png', 90, 90);
        $this->answer('make', 'masters', '--products=4x6', '--out=prints', '--json');
        self::assertFileDoesNotExist($this->folder.'/prints/proof-sheet.pdf');
        $this->answer('make', 'masters', '--products=4x6,5x7', '--out=prints', '--format=pdf', '--proof-sheet', '--json');
        $this->answer('make', 'masters', '--products=4x6,5x7', '--out=prints', '--format=pdf', '--proof-sheet', '--json');
        $text = $this->tool('pdftotext', '-layout', 'prints/proof-sheet.pdf', '-');
        foreach (['masters', 'harbour-4x6-1800x1200-300ppi.pdf', '1,800 × 1,200 px', 'harbour-5x7-2100x1500-300ppi.pdf', '2,100 × 1,500 px', 'sRGB', 'Passed preflight', '2 in'] as $words) {
            self::assertStringContainsString($words, $text);
        }
        self::assertStringNotContainsString('small', $text, 'what was short is not there');
        // Two prints, 6 and 7 inches across at 27 points to the inch.
        preg_match_all('/^\s+1\s+\d+ image\s+(\d+)/m', $this->tool('pdfimages', '-list', 'prints/proof-sheet.pdf'), $images);
        self::assertCount(2, $images[1]);
    }

    public function test_finish_name_format_profile_and_size_are_what_was_asked_for(): void
    {
        $this->master('spring/harbour.png', 1800, 1200);
        file_put_contents($this->folder.'/finish.json', '{"guard": {"black": 2, "white": 2}, "sharpen": "suggested", "tidy": 30}');
        $options = ['masters', '--products=4x6', '--finish=finish.json', '--name={product}/{folder}/{artwork}_{size}', '--format=jpg', '--profile=cmyk'];
        $free = $this->byPlacement($this->answer('make', ...[...$options, '--out=free', '--json']))['spring/harbour.png on 4x6']->record('output')->int('bytes');
        $most = (int) (0.9 * $free);
        array_push($options, '--out=prints', "--max-bytes=$most", '--least-quality=40');
        $files = $this->byPlacement($this->answer('make', ...[...$options, '--json']));
        $output = $files['spring/harbour.png on 4x6']->record('output');
        self::assertSame('4x6/spring/harbour_6x4in.jpg', $output->string('path'));
        self::assertLessThanOrEqual($most, $output->int('bytes'));
        $exif = $this->exif($this->folder.'/prints/'.$output->string('path'));
        self::assertSame(['FOGRA39L Coated', 4], [$exif->string('ProfileDescription'), $exif->int('ColorComponents')]);
        $again = $this->snugfit('make', ...$options);
        self::assertStringContainsString('0 made, 1 unchanged', $again->getOutput());
        $small = $this->byPlacement($this->answer('make', 'masters', '--products=4x6', '--out=small', '--max-bytes=9000', '--json'));
        self::assertStringContainsString('Even at quality 80', $small['spring/harbour.png on 4x6']->string('reason'));
    }

    /** @return iterable<array{list<string>, string}> */
    public static function wrongWishes(): iterable
    {
        yield [['--finish=gone.json'], 'no file "gone.json"'];
        yield [['--name={artwork}-{shelf}'], '{shelf} stands for nothing'];
        yield [['--format=gif'], 'jpeg, png, tiff, webp, pdf'];
        yield [['--profile=neon'], 'no profile "neon"'];
        yield [['--format=png', '--profile=coated'], 'PNG holds no CMYK'];
        yield [['--max-bytes=many'], 'no file size'];
        yield [['--quality=101'], '1 to 100'];
        yield [['--matte=white'], 'no matte colour'];
    }

    /** @param list<string> $options */
    #[DataProvider('wrongWishes')]
    public function test_wrong_wishes_are_told_before_anything_is_made(array $options, string $why): void
    {
        $this->master('a.png', 900, 600);
        $process = $this->snugfit('make', 'masters', '--products=4x6', '--out=prints', ...$options);
        self::assertSame(1, $process->getExitCode());
        self::assertStringContainsString($why, preg_replace('/\s+/', ' ', $process->getErrorOutput()) ?? '');
        self::assertDirectoryDoesNotExist($this->folder.'/prints');
    }

    public function test_the_second_run_makes_nothing_and_masters_stay_as_they_were(): void
    {
        $this->master('a.png', 900, 600);
        $this->master('b.png', 1000, 600);
        $before = $this->state('masters');
        self::assertSame(0, $this->snugfit('make', 'masters', '--products=4x6', '--out=prints')->getExitCode());
        $prints = $this->state('prints');
        $again = $this->snugfit('make', 'masters', '--products=4x6', '--out=prints');
        self::assertStringContainsString('0 made, 2 unchanged', $again->getOutput());
        self::assertSame([], array_diff_key($prints, $this->state('prints')));
        foreach ($prints as $name => $inode) {
            self::assertTrue(str_contains($name, 'manifest') || $inode === $this->state('prints')[$name], "$name was written again");
        }
        self::assertSame($before, $this->state('masters'));
    }

    public function test_what_was_damaged_or_changed_since_is_made_again(): void
    {
        $this->master('a.png', 900, 600);
        $this->master('b.png', 1000, 600);
        $first = $this->byPlacement($this->answer('make', 'masters', '--products=4x6', '--out=prints', '--json'));
        $path = $this->folder.'/prints/'.$first['a.png on 4x6']->record('output')->string('path');
        $whole = (string) file_get_contents($path);
        file_put_contents($path, substr($whole, 0, 1000));
        unlink($this->masters.'/b.png');
        $this->master('b.png', 1200, 600);
        self::assertStringContainsString('2 made, 0 unchanged', $this->snugfit('make', 'masters', '--products=4x6', '--out=prints')->getOutput());
        self::assertSame($whole, file_get_contents($path));
    }

    public function test_bad_files_are_named_and_cost_nothing_else(): void
    {
        $this->master('good.png', 900, 600);
        $good = (string) file_get_contents($this->masters.'/good.png');
        file_put_contents($this->masters.'/empty.jpg', '');
        file_put_contents($this->masters.'/letter.jpg', 'Dear keeper');
        file_put_contents($this->masters.'/cut.png', substr($good, 0, (int) (\strlen($good) / 2)));
        file_put_contents($this->masters.'/wrong extension.tif', $good);
        symlink('nowhere', $this->masters.'/dangling.png');
        $process = $this->snugfit('make', 'masters', '--products=4x6', '--out=prints', '--json');
        self::assertSame(2, $process->getExitCode());
        $answer = JsonReader::decode($process->getOutput(), 'the manifest');
        $bad = array_map(static fn (JsonReader $one): string => $one->string('master'), $answer->records('unreadable'));
        self::assertSame(['cut.png', 'dangling.png', 'empty.jpg', 'letter.jpg'], $bad);
        foreach ($bad as $name) {
            self::assertStringContainsString($name.': ', $process->getErrorOutput());
        }
        self::assertSame(['good.png on 4x6', 'wrong extension.tif on 4x6'], array_keys($this->byPlacement($answer)));
        self::assertCount(2, glob($this->folder.'/prints/*.jpg') ?: []);
    }

    public function test_ugly_names_give_safe_ones(): void
    {
        foreach (['"quoted" & <b>.png', "new\nline.png", '🐧.png', str_repeat('long', 60).'.png', '-rf.png', '%2e%2e.png', 'CON.png', 'dots...png'] as $name) {
            $this->master($name, 900, 600);
        }
        $files = $this->byPlacement($this->answer('make', 'masters', '--products=4x6', '--out=prints', '--json'));
        self::assertCount(8, $files);
        foreach ($files as $file) {
            $path = $file->record('output')->string('path');
            self::assertMatchesRegularExpression('/^[\p{L}\p{N}][\p{L}\p{M}\p{N}._-]*$/u', $path);
            self::assertLessThan(200, \strlen($path));
            self::assertFileExists($this->folder.'/prints/'.$path);
        }
    }

    public function test_a_name_that_is_no_text_costs_nothing_but_that_name(): void
    {
        $this->master('good.png', 900, 600);
        rename($this->masters.'/good.png', $this->masters."/b\xe9al\xff.png");
        $this->master('good.png', 1000, 600);
        file_put_contents($this->masters."/br\xf6ken.jpg", 'Dear keeper');
        $process = $this->snugfit('make', 'masters', '--products=4x6', '--out=prints', '--json');
        self::assertSame(2, $process->getExitCode());
        $answer = JsonReader::decode($process->getOutput(), 'the manifest');
        self::assertSame(['b%E9al%FF.png on 4x6', 'good.png on 4x6'], array_keys($this->byPlacement($answer)));
        foreach ($this->byPlacement($answer) as $file) {
            self::assertSame('passed', $file->string('preflight'));
            self::assertMatchesRegularExpression('/^[a-zA-Z0-9._-]+$/', $file->record('output')->string('path'));
            self::assertFileExists($this->folder.'/prints/'.$file->record('output')->string('path'));
        }
        self::assertStringContainsString('b%E9al%FF.png: the file\'s name is not UTF-8', $process->getErrorOutput());
        self::assertSame('br%F6ken.jpg', $answer->records('unreadable')[0]->string('master'));
        self::assertStringContainsString('0 made, 2 unchanged', $this->snugfit('make', 'masters', '--products=4x6', '--out=prints')->getOutput());
    }

    public function test_masters_that_were_read_before_are_known_by_their_content(): void
    {
        $this->master('a.png', 900, 600);
        $first = $this->byPlacement($this->answer('make', 'masters', '--products=4x6', '--out=prints', '--json'));
        rename($this->masters.'/a.png', $this->masters.'/renamed.png');
        // Reading is known by the facts that it leaves: were this one read, they would be those of its pixels again.
        [$facts] = glob($this->folder.'/no-shop/facts/masters/*/*.json') ?: [''];
        file_put_contents($facts, str_replace('"width":900', '"width":1800', str_replace('"height":600', '"height":1200', (string) file_get_contents($facts))));
        $plan = $this->byPlacement($this->answer('make', 'masters', '--products=4x6', '--out=others', '--json'));
        self::assertSame([900, 1800], [$first['a.png on 4x6']->record('crop')->int('width'), $plan['renamed.png on 4x6']->record('crop')->int('width')]);
        // Other bytes under the same name are read.
        unlink($this->masters.'/renamed.png');
        $this->master('renamed.png', 1000, 600);
        $again = $this->byPlacement($this->answer('make', 'masters', '--products=4x6', '--out=others', '--json'));
        self::assertSame(900, $again['renamed.png on 4x6']->record('crop')->int('width'));
    }

    public function test_a_name_that_differs_in_case_alone_gets_a_number(): void
    {
        $this->master('Puffin.png', 900, 600);
        $this->master('puffin.png', 901, 600);
        $paths = array_map(static fn (JsonReader $file): string => $file->record('output')->string('path'), array_values($this->byPlacement($this->answer('make', 'masters', '--products=4x6', '--out=prints', '--json'))));
        self::assertCount(2, array_unique(array_map(mb_strtolower(...), $paths)));
    }

    public function test_a_persons_own_file_in_the_way_is_left_alone(): void
    {
        $this->master('a.png', 900, 600);
        mkdir($this->folder.'/prints');
        file_put_contents($this->folder.'/prints/a-4x6-1800x1200-300ppi.jpg', 'mine');
        $this->snugfit('make', 'masters', '--products=4x6', '--out=prints');
        self::assertSame('mine', file_get_contents($this->folder.'/prints/a-4x6-1800x1200-300ppi.jpg'));
        self::assertFileExists($this->folder.'/prints/a-4x6-1800x1200-300ppi-2.jpg');
    }

    public function test_every_format_can_be_asked_for(): void
    {
        $this->master('a.png', 900, 600);
        foreach (['jpeg' => 'JPEG', 'png' => 'PNG', 'tiff' => 'TIFF'] as $format => $type) {
            $file = array_values($this->byPlacement($this->answer('make', 'masters', '--products=4x6', "--out=prints-$format", "--format=$format", '--json')))[0];
            self::assertSame([$type, 1800, 1200], $this->kind("/prints-$format/".$file->record('output')->string('path')));
        }
    }

    public function test_the_way_of_enlarging_can_be_asked_for_and_is_part_of_the_recipe(): void
    {
        $this->master('harbour.png', 600, 400);
        $recipes = [];
        foreach (['--way=lanczos', '--way=mitchell', '--way=faithful --quick', '--way=lanczos'] as $i => $way) {
            $made = $this->answer('make', 'masters', '--products=4x6', '--out=prints', '--json', ...explode(' ', $way));
            $recipes[] = $this->byPlacement($made)['harbour.png on 4x6']->string('recipe');
            self::assertFileExists($this->folder.'/prints/'.$this->byPlacement($made)['harbour.png on 4x6']->record('output')->string('path'), $i.'');
        }
        self::assertCount(3, array_unique($recipes));
        self::assertSame($recipes[0], $recipes[3]);
        self::assertSame(1, $this->snugfit('make', 'masters', '--products=4x6', '--out=prints', '--way=magic')->getExitCode());
    }

    public function test_what_is_wrongly_asked_exits_with_1_and_writes_nothing(): void
    {
        $this->master('a.png', 90, 60);
        foreach ([['nowhere', '--products=4x6', '--out=p'], ['masters', '--out=p'], ['masters', '--products=4x6'], ['masters', '--products=4x7', '--out=p'], ['masters', '--products=4x6', '--out=p', '--format=bmp'], ['masters', '--products=4x6', '--out=p', '--jobs=0'], ['masters', '--products=4x6', '--out=masters']] as $words) {
            $process = $this->snugfit('make', ...$words);
            self::assertSame(1, $process->getExitCode(), implode(' ', $words));
            self::assertNotSame('', trim($process->getErrorOutput()));
        }
        self::assertSame(['masters'], array_map(basename(...), glob($this->folder.'/*') ?: []));
    }

    public function test_a_folder_that_cannot_be_written_exits_with_2_and_names_it(): void
    {
        $this->master('a.png', 90, 60);
        file_put_contents($this->folder.'/file', 'in the way');
        $process = $this->snugfit('make', 'masters', '--products=4x6', '--out=file');
        self::assertSame(2, $process->getExitCode());
        self::assertStringContainsString('"file" cannot be written', $process->getErrorOutput());
    }

    public function test_results_inside_the_folder_are_not_taken_for_masters(): void
    {
        $this->master('a.png', 900, 600);
        $this->snugfit('make', 'masters', '--products=4x6', '--out=masters/prints');
        self::assertStringContainsString('0 made, 1 unchanged', $this->snugfit('make', 'masters', '--products=4x6', '--out=masters/prints')->getOutput());
    }

    private function master(string $name, int $width, int $height): void
    {
        @mkdir(\dirname($this->masters.'/'.$name), 0o777, true);
        $this->picture(new PixelSize($width, $height))->save('png', $this->folder.'/new.png', []);
        rename($this->folder.'/new.png', $this->masters.'/'.$name);
    }

    /** @return array<string, JsonReader> */
    private function byPlacement(JsonReader $manifest): array
    {
        $files = [];
        foreach ($manifest->records('files') as $file) {
            $files[$file->string('master').' on '.$file->string('product')] = $file;
        }

        return $files;
    }

    /** @return array<string, int|false> inode by name: a file written again has another */
    private function state(string $folder): array
    {
        $state = [];
        foreach (glob($this->folder.'/'.$folder.'/*') ?: [] as $path) {
            $state[basename($path)] = fileinode($path);
        }

        return $state;
    }

    /** @return array{string, int, int} as ImageMagick sees it */
    private function kind(string $path): array
    {
        [$type, $width, $height] = explode(' ', $this->tool('identify', '-format', '%m %w %h', $this->folder.$path));

        return [$type, (int) $width, (int) $height];
    }
}
