<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

use Snugfit\Core\JsonReader;
use Snugfit\Pixels\Reading\Master;

/** Cutting out and repairing from the command line, one picture or a folder of them. */
final class CutoutCommandTest extends CommandTestCase
{
    public function test_a_background_is_cut_away_trimmed_and_told(): void
    {
        $this->design('badge.png');
        $told = $this->answer('cutout', 'badge.png', 'out/cut.png', '--trim', '--json');
        self::assertTrue($told->bool('plainGround'));
        self::assertSame([101, 101], [$told->int('width'), $told->int('height')]);
        self::assertEqualsWithDelta(1 - (\M_PI * 50.5 ** 2) / 40000, $told->float('removed'), 0.01);
        self::assertCount(1, $told->records('islands'));
        $cut = Master::open($this->folder.'/out/cut.png')->picture();
        self::assertSame('101 × 101', (string) $cut->size());
        self::assertTrue($cut->hasAlpha());
        // The hole inside goes by a mark, in pixels or in shares.
        foreach (['goes:100,100,4', 'goes:0.5,.5,.02'] as $mark) {
            $gone = $this->answer('cutout', 'badge.png', 'hole.png', '--mark='.$mark, '--json');
            self::assertFalse($gone->records('islands')[0]->bool('stays'));
        }
        self::assertSame('200x200', $this->tool('identify', '-format', '%wx%h', 'hole.png'));
        self::assertSame('0', $this->tool('convert', 'hole.png', '-alpha', 'extract', '-format', '%[fx:round(255*p{100,100})]', 'info:'));
    }

    public function test_a_folder_is_done_and_what_is_no_picture_is_named(): void
    {
        mkdir($this->folder.'/in');
        $this->design('in/one.png');
        $this->design('in/two.jpg');
        file_put_contents($this->folder.'/in/notes.txt', 'no picture');
        $process = $this->snugfit('cutout', 'in', 'out', '--edge=hard', '--json');
        self::assertSame(2, $process->getExitCode());
        self::assertStringContainsString('notes.txt', $process->getErrorOutput());
        $told = JsonReader::decode($process->getOutput(), 'answers')->listOf();
        self::assertCount(3, $told);
        self::assertFileExists($this->folder.'/out/one.png');
        self::assertFileExists($this->folder.'/out/two.png');
    }

    public function test_a_list_of_edits_is_done(): void
    {
        $this->design('badge.png');
        file_put_contents($this->folder.'/edits.json', (string) json_encode([
            ['kind' => 'fill', 'at' => [50000, 50000], 'colour' => 'e0a100', 'tolerance' => 30],
            ['kind' => 'cutout'], ['kind' => 'trim', 'margin' => 0, 'on' => false],
        ]));
        self::assertSame(0, $this->snugfit('repair', 'badge.png', 'repaired.png', '--edits=edits.json')->getExitCode());
        self::assertSame('224,161,0,255', $this->tool('convert', 'repaired.png', '-format', '%[fx:round(255*p{100,100}.r)],%[fx:round(255*p{100,100}.g)],%[fx:round(255*p{100,100}.b)],%[fx:round(255*p{100,100}.a)]', 'info:'));
        self::assertSame('200x200', $this->tool('identify', '-format', '%wx%h', 'repaired.png'));
    }

    public function test_a_folder_of_prints_is_made_of_repaired_pictures_and_stands(): void
    {
        mkdir($this->folder.'/in');
        mkdir($this->folder.'/edits');
        $this->design('in/badge.png');
        $this->design('in/other.png');
        file_put_contents($this->folder.'/edits/other.json', '[{"kind": "cutout", "insideGoes": true}]');
        $words = ['make', 'in', '--out=out', '--products=sticker', '--cutout', '--trim', '--edits=edits'];
        $process = $this->snugfit(...$words);
        self::assertSame(0, $process->getExitCode(), $process->getErrorOutput());
        $files = JsonReader::decode((string) file_get_contents($this->folder.'/out/manifest.json'), 'a manifest')->records('files');
        self::assertCount(2, $files);
        $middle = [];
        foreach ($files as $file) {
            $path = $this->folder.'/out/'.$file->record('output')->string('path');
            $size = Master::open($path)->size();
            $middle[] = $this->tool('convert', $path, '-alpha', 'extract', '-format', \sprintf('%%[fx:round(255*p{%d,%d})]', intdiv($size->width, 2), intdiv($size->height, 2)), 'info:');
            self::assertSame('0', $this->tool('convert', $path, '-alpha', 'extract', '-format', '%[fx:round(255*p{1,1})]', 'info:'));
        }
        self::assertSame(['255', '0'], $middle, 'its own list goes before what is asked of all');
        self::assertStringContainsString('2 unchanged', $this->snugfit(...$words)->getOutput());
    }

    public function test_what_cannot_be_is_said_before_anything_is_made(): void
    {
        $this->design('badge.png');
        foreach ([['--inside=perhaps'], ['--mark=stays:1'], ['--shift=wide'], ['--edge=fluffy'], ['--trim=90%'], ['--shift=500px']] as $options) {
            $process = $this->snugfit('cutout', 'badge.png', 'cut.png', ...$options);
            self::assertSame(1, $process->getExitCode(), implode(' ', $options));
            self::assertFileDoesNotExist($this->folder.'/cut.png');
        }
        self::assertSame(1, $this->snugfit('cutout', 'badge.png', 'badge.png')->getExitCode());
        self::assertSame(1, $this->snugfit('repair', 'badge.png', 'out.png')->getExitCode());
    }

    /** A disc with a white hole on white. */
    private function design(string $name): void
    {
        $this->convert($name, '-size', '200x200', 'xc:white', '-fill', '#0f5c63', '-draw', 'circle 100,100 100,50', '-fill', 'white', '-draw', 'circle 100,100 100,85', '-define', 'png:color-type=2', '-depth', '8', '-quality', '92');
    }
}
