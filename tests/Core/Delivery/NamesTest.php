<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Delivery;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Delivery\InvalidNameTemplate;
use Snugfit\Core\Delivery\NameContext;
use Snugfit\Core\Delivery\NameRegistry;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Delivery\SafeName;
use Snugfit\Core\Fit\PrintDimensions;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Product\Catalogue;

final class NamesTest extends TestCase
{
    /** @return iterable<array{string, string}> */
    public static function names(): iterable
    {
        yield ['../../etc/passwd', 'etc-passwd'];
        yield ['a "b" <i>😀', 'a-b-i'];
        yield ['Été à Tern Head', 'Été-à-Tern-Head'];
        yield ["e\u{301}te\u{301}", 'été'];
        yield ['CON', 'CON-'];
        yield ['com1.txt', 'com1.txt-'];
        yield ['trailing. . ', 'trailing'];
        yield ['😀😀', 'untitled'];
        yield ["line\nbreak\0null", 'line-break-null'];
        yield ["\xff\xfe", 'untitled'];
        yield ['-rf', 'rf'];
    }

    #[DataProvider('names')]
    public function test_any_text_becomes_a_name_for_every_file_system(string $text, string $name): void
    {
        self::assertSame($name, SafeName::of($text));
    }

    public function test_three_hundred_letters_are_cut_between_characters(): void
    {
        $name = SafeName::of(str_repeat('é', 300));
        self::assertLessThanOrEqual(150, \strlen($name));
        self::assertTrue(mb_check_encoding($name, 'UTF-8'));
    }

    public function test_a_folder_keeps_its_structure_and_never_leads_upwards(): void
    {
        self::assertSame('spring/posters', SafeName::folder('spring/posters'));
        self::assertSame('etc', SafeName::folder('../.././etc'));
        self::assertSame('a/b', SafeName::folder('\\a\\..\\b'));
    }

    public function test_the_template_fills_its_words(): void
    {
        $output = new PrintDimensions(new PixelSize(3508, 2480), Ppi::of(300));
        $product = Catalogue::standard()->product('a4')->turned();
        $name = static fn (string $template, string $master): array => (new NameTemplate($template))->path($master, $product, $output, new NameContext(new \DateTimeImmutable('2026-03-09'), 7));
        self::assertSame(['in', 'harbour-at-dusk-a4-3508x2480-300ppi'], $name(NameTemplate::USUAL, 'in/harbour at dusk.JPG'), 'the master\'s folder is kept');
        self::assertSame(['', 'landscape-shop'], $name('{orientation}-shop', 'x.png'));
        self::assertSame(['', 'x-297x210mm-2026-03-09-007'], $name('{artwork}-{size}-{date}-{counter}', 'x.png'));
        self::assertSame(['a4/spring', 'x'], $name('{product}/{folder}/{artwork}', 'spring/x.png'), 'a template with folders makes its own');
        self::assertSame(['a4', 'x'], $name('{product}/{folder}/{artwork}', 'x.png'), 'a master that lay in none');
        self::assertSame(['etc', 'passwd'], $name('../../etc/passwd', 'x.png'), 'no way upwards');
        self::assertSame(['', '8x12in'], (new NameTemplate('{size}'))->path('x.png', Catalogue::standard()->product('8x12'), $output, new NameContext(new \DateTimeImmutable(), 1)));
        foreach (['{artwork}-{shelf}' => '{shelf}', ' / ' => 'a name'] as $template => $why) {
            try {
                new NameTemplate($template);
                self::fail($template);
            } catch (InvalidNameTemplate $e) {
                self::assertStringContainsString($why, $e->getMessage());
            }
        }
    }

    public function test_two_files_of_one_name_get_two_names(): void
    {
        $book = new NameRegistry();
        $book->reserve('x/OLD.jpg');
        self::assertSame('a.jpg', $book->claim('', 'a', 'jpg'));
        self::assertSame('A-2.jpg', $book->claim('', 'A', 'jpg'), 'some file systems do not tell A from a');
        self::assertSame('x/old-2.jpg', $book->claim('x', 'old', 'jpg'));
        self::assertSame('b-3.jpg', $book->claim('', 'b', 'jpg', static fn (string $path): bool => 'b-3.jpg' !== $path));
    }
}
