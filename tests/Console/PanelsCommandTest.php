<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

/** One picture over several print files; ImageMagick and poppler read what comes of it. */
final class PanelsCommandTest extends CommandTestCase
{
    public function test_pieces_put_together_again_are_the_whole(): void
    {
        $this->tool('convert', '-size', '900x500', '-seed', '6', 'plasma:navy-orange', '-depth', '8', 'sea.png');
        // 3 × 2 pieces of 254 × 152.4 mm all together at 100 ppi, once without and once with the picture behind the gaps.
        $common = ['--size=254x152.4mm', '--bleed=0', '--ppi=100', '--way=lanczos', '--format=png'];
        $this->make('sea.png', 'one', '--layout=1x1', ...$common);
        self::assertSame('1000x600', $this->tool('identify', '-format', '%wx%h', 'one/sea-1.png'));
        $told = $this->make('sea.png', 'hidden', '--layout=3x2', '--gap=12.7mm', ...$common);
        self::assertStringContainsString('hidden/sea-3.png: 76.2 mm × 69.8 mm, hangs 88.9 mm from the left and 0.0 mm from above', $told);
        // Pieces of 3 in with half an inch between them, column by column.
        foreach ([1 => '300x275+0+0', 2 => '300x275+0+325', 3 => '300x275+350+0', 6 => '300x275+700+325'] as $number => $window) {
            $this->same(['one/sea-1.png', '-crop', $window, '+repage'], ["hidden/sea-$number.png"]);
        }
        $this->make('sea.png', 'all', '--layout=3x2', '--gap=12.7mm', '--whole-picture', ...$common);
        $rows = [];
        foreach ([[1, 3, 5], [2, 4, 6]] as $row) {
            array_push($rows, '(', ...array_map(static fn (int $number): string => "all/sea-$number.png", $row), ...['+append', ')']);
        }
        $this->tool('convert', ...[...$rows, '-append', 'together.png']);
        $this->make('sea.png', 'whole', '--layout=1x1', '--size=228.6x139.7mm', ...\array_slice($common, 1));
        $this->same(['whole/sea-1.png'], ['together.png']);
    }

    public function test_pieces_go_round_frames_and_have_pages_of_their_own(): void
    {
        $this->tool('convert', '-size', '1500x700', 'plasma:teal-white', '-depth', '8', 'reef.jpg');
        $answer = $this->answer('panels', 'reef.jpg', 'out', '--layout=wide-middle', '--size=21x9in', '--gap=0.5in', '--wrap=1.5in', '--ppi=100', '--way=lanczos', '--format=pdf', '--cut-marks', '--json', '--name={piece}-of-{artwork}', '--scenes=close,sofa', '--scene-width=1600');
        self::assertSame(['close' => 'out/previews/reef-close.jpg', 'sofa' => 'out/previews/reef-sofa.jpg'], $answer->record('previews')->toArray());
        self::assertStringStartsWith('1600x', $this->tool('identify', '-format', '%wx%h', 'out/previews/reef-sofa.jpg'));
        $pieces = $answer->records('pieces');
        self::assertSame([127.0, 254.0, 127.0], array_map(static fn ($one): float => $one->record('on_wall_mm')->float('width'), $pieces));
        foreach ([1 => 5, 2 => 10, 3 => 5] as $number => $inches) {
            self::assertSame("out/$number-of-reef.pdf", $pieces[$number - 1]->string('file'));
            $boxes = $this->tool('pdfinfo', '-box', "out/$number-of-reef.pdf");
            foreach (['TrimBox' => [$inches, 9], 'BleedBox' => [$inches + 3.5, 12.5]] as $box => [$width, $height]) {
                preg_match("/$box:(.*)/", $boxes, $found);
                [$left, $bottom, $right, $top] = array_map(floatval(...), preg_split('/\\s+/', trim($found[1] ?? '0 0 0 0')) ?: []);
                // 0.1 mm are 0.28 pt.
                self::assertEqualsWithDelta([72 * $width, 72 * $height], [$right - $left, $top - $bottom], 0.28);
            }
        }
    }

    public function test_what_must_stay_whole_is_not_cut_where_that_can_be(): void
    {
        $this->tool('convert', '-size', '1600x500', 'gradient:', '-depth', '8', 'long.png');
        $common = ['--size=200x100mm', '--layout=2x1', '--gap=10mm', '--bleed=0', '--ppi=72', '--way=lanczos', '--format=png', '--json'];
        $alone = $this->answer('panels', 'long.png', 'a', ...$common);
        $kept = $this->answer('panels', 'long.png', 'b', '--keep=0.47,0.3,0.06,0.2', ...$common);
        self::assertSame([0, 0], [$alone->int('cut'), $kept->int('cut')]);
        self::assertNotSame($alone->record('crop')->int('x'), $kept->record('crop')->int('x'));
        $process = $this->snugfit('panels', 'long.png', 'c', '--keep=0.1,0.3,0.8,0.2', ...$common);
        self::assertStringContainsString('1 of what must stay whole is cut', $process->getErrorOutput());
    }

    public function test_own_pieces_by_numbers(): void
    {
        $this->tool('convert', '-size', '600x600', 'plasma:', '-depth', '8', 'own.png');
        file_put_contents($this->folder.'/two.json', '{"pieces": [{"left": "0 cm", "top": "0 cm", "width": "10 cm", "height": "20 cm"}, {"left": "12 cm", "top": "5 cm", "width": "8 cm", "height": "8 cm"}]}');
        $answer = $this->answer('panels', 'own.png', 'out', '--layout=two.json', '--bleed=0', '--ppi=127', '--way=lanczos', '--json');
        self::assertSame([200.0, 200.0], $answer->floats('wall_mm'));
        self::assertSame('500x1000', $this->tool('identify', '-format', '%wx%h', 'out/own-1.jpg'));
        self::assertSame('400x400', $this->tool('identify', '-format', '%wx%h', 'out/own-2.jpg'));
    }

    public function test_what_cannot_be_made_is_refused_and_nothing_is_written_over(): void
    {
        $this->tool('convert', '-size', '300x200', 'plasma:', '-depth', '8', 'small.png');
        $process = $this->snugfit('panels', 'small.png', 'out', '--size=300x200cm', '--seen-from=10cm');
        self::assertSame(3, $process->getExitCode(), $process->getErrorOutput());
        self::assertStringContainsString('Short', $process->getErrorOutput());
        $fitting = ['--size=60x20mm', '--gap=5mm', '--way=lanczos', '--format=png'];
        mkdir($this->folder.'/out');
        file_put_contents($this->folder.'/out/small-2.png', 'mine');
        self::assertSame(1, $this->snugfit('panels', 'small.png', 'out', ...$fitting)->getExitCode());
        self::assertSame('mine', file_get_contents($this->folder.'/out/small-2.png'));
        self::assertFileDoesNotExist($this->folder.'/out/small-1.png');
        $this->make('small.png', 'out', '--replace', ...$fitting);
        self::assertNotSame('mine', file_get_contents($this->folder.'/out/small-2.png'));
        foreach ([['--name={nothing}'], ['--layout=none'], ['--gap=wide'], ['--piece=2x3cm'], ['--wrap=10mm', '--bleed=5mm'], ['--layout=small.png'], ['--way=traced'], ['--scenes=moon'], ['--scenes=mug'], ['--scenes=sofa', '--scene-width=9']] as $wrong) {
            self::assertSame(1, $this->snugfit('panels', 'small.png', 'new', ...[...$fitting, ...$wrong])->getExitCode(), implode(' ', $wrong));
        }
        self::assertSame(1, $this->snugfit('panels', 'none.png', 'new', ...$fitting)->getExitCode());
        self::assertDirectoryDoesNotExist($this->folder.'/new');
        // A template that says nothing of the piece gets its number all the same.
        $this->make('small.png', 'named', '--name={artwork}-wall', ...$fitting);
        self::assertSame(['small-wall-1.png', 'small-wall-2.png', 'small-wall-3.png'], array_map(basename(...), glob($this->folder.'/named/*.png') ?: []));
    }

    private function make(string ...$words): string
    {
        $process = $this->snugfit('panels', ...$words);
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput().$process->getOutput());

        return $process->getOutput();
    }

    /**
     * @param list<string> $one
     * @param list<string> $other
     */
    private function same(array $one, array $other): void
    {
        $this->tool('convert', ...[...$one, 'one.png']);
        $this->tool('convert', ...[...$other, 'other.png']);
        self::assertSame('0', $this->tool('convert', 'one.png', 'other.png', '-metric', 'AE', '-compare', '-format', '%[distortion]', 'info:'));
    }
}
