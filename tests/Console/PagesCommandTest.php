<?php

declare(strict_types=1);

namespace Snugfit\Tests\Console;

/** Pages of a file as files of their own, from the command line. */
final class PagesCommandTest extends CommandTestCase
{
    public function test_every_page_is_written_and_nothing_is_written_over(): void
    {
        $this->tool('convert', '-size', '40x30', 'xc:red', '-size', '50x60', 'xc:green', '-size', '20x20', 'xc:blue', 'Log book.tif');
        $process = $this->snugfit('pages', 'Log book.tif', 'out');
        self::assertSame([0, "out/Log book, page 1.tif\nout/Log book, page 2.tif\nout/Log book, page 3.tif\n"], [$process->getExitCode(), $process->getOutput()]);
        self::assertSame('50x60', $this->tool('identify', '-format', '%wx%h', 'out/Log book, page 2.tif'));
        $before = md5_file($this->folder.'/out/Log book, page 1.tif');
        $again = $this->snugfit('pages', 'Log book.tif', 'out');
        self::assertSame(1, $again->getExitCode());
        self::assertStringContainsString('nothing is written over', $again->getOutput().$again->getErrorOutput());
        self::assertSame($before, md5_file($this->folder.'/out/Log book, page 1.tif'));
    }

    public function test_what_has_no_pages_or_is_no_picture_is_told(): void
    {
        $this->tool('convert', '-size', '40x30', 'xc:red', 'one.png');
        file_put_contents($this->folder.'/letter.pdf', 'Dear keeper');
        foreach (['one.png' => 1, 'letter.pdf' => 2, 'nowhere.pdf' => 2] as $name => $code) {
            $process = $this->snugfit('pages', $name, 'out');
            self::assertSame($code, $process->getExitCode(), $name.': '.$process->getErrorOutput());
            self::assertNotSame('', $process->getOutput().$process->getErrorOutput());
        }
    }
}
