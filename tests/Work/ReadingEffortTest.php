<?php

declare(strict_types=1);

namespace Snugfit\Tests\Work;

use PHPUnit\Framework\Attributes\DataProvider;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Intake\ArtworkImporter;
use Snugfit\Work\Intake\ReadingEffort;

/** A few files that take minutes do not hold up the others. */
final class ReadingEffortTest extends ShopTestCase
{
    /** @return iterable<string, array{string, ReadingEffort}> */
    public static function heads(): iterable
    {
        $png = static fn (int $width, int $height): string => "\x89PNG\r\n\x1a\n".pack('N', 13).'IHDR'.pack('NNC5', $width, $height, 8, 2, 0, 0, 0).pack('N', 0);
        yield 'a picture' => [$png(6000, 4000), ReadingEffort::Usual];
        yield '576 megapixels in a few bytes' => [$png(24_000, 24_000), ReadingEffort::Heavy];
        yield 'a drawing' => ['<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0"/></svg>', ReadingEffort::Usual];
        yield 'a drawing with a filter' => ['<?xml version="1.0"?><svg><filter id="a"><feTurbulence/></filter></svg>', ReadingEffort::Heavy];
        yield 'a drawing of drawings' => ['<svg><g id="a"/><use href="#a"/></svg>', ReadingEffort::Heavy];
        yield 'entities' => ['<!DOCTYPE svg [<!ENTITY a "b">]><svg>&a;</svg>', ReadingEffort::Heavy];
        yield 'a long drawing' => ['<svg>'.str_repeat('<path d="M0 0L1 1"/>', 150_000).'</svg>', ReadingEffort::Heavy];
        yield 'a document' => ["%PDF-1.7\n", ReadingEffort::Heavy];
        yield 'nothing known, short' => ['Dear keeper', ReadingEffort::Usual];
        yield 'nothing known, long' => [str_repeat('x', 3_000_000), ReadingEffort::Heavy];
        yield 'nothing' => ['', ReadingEffort::Usual];
    }

    #[DataProvider('heads')]
    public function test_what_reading_may_cost_is_told_from_the_first_bytes(string $bytes, ReadingEffort $effort): void
    {
        file_put_contents($this->data.'/tmp/x', $bytes);
        self::assertSame($effort, ReadingEffort::of($this->data.'/tmp/x'));
    }

    public function test_how_long_a_heavy_file_may_take_follows_its_kind(): void
    {
        file_put_contents($this->data.'/tmp/x', '<svg xmlns="http://www.w3.org/2000/svg"><filter id="a"/></svg>');
        self::assertSame(45.0, ReadingEffort::mostSeconds($this->data.'/tmp/x'));
        foreach (["%PDF-1.7\n", '<svg>'.str_repeat('<path d="M0 0L1 1"/>', 150_000).'</svg>', str_repeat('x', 3_000_000)] as $bytes) {
            file_put_contents($this->data.'/tmp/x', $bytes);
            self::assertSame(180.0, ReadingEffort::mostSeconds($this->data.'/tmp/x'));
        }
    }

    public function test_heavy_files_wait_in_a_lane_of_their_own(): void
    {
        $batch = $this->batch();
        file_put_contents($this->data.'/tmp/x', '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30"><filter id="a"><feFlood/></filter><rect width="4" height="3" filter="url(#a)"/></svg>');
        $heavy = $this->service(ArtworkImporter::class)->take($batch, $this->data.'/tmp/x', 'heavy.svg', '');
        $this->picture(30, 20)->save('png', $this->data.'/tmp/x', []);
        $light = $this->service(ArtworkImporter::class)->take($batch, $this->data.'/tmp/x', 'light.png', '');
        $this->work(['quick', 'answers']);
        self::assertSame([IntakeState::Reading, IntakeState::Read], [$heavy->state(), $light->state()]);
        $this->work();
        self::assertSame(IntakeState::Read, $heavy->state());
    }

    /** Thirty of them held others up for longer than anybody waits, each until its time had run out. */
    public function test_a_drawing_that_takes_minutes_is_told_before_they_are_over(): void
    {
        $batch = $this->batch();
        $bomb = '<svg xmlns="http://www.w3.org/2000/svg" width="9000" height="9000"><filter id="a"><feTurbulence numOctaves="40"/>'
            .str_repeat('<feGaussianBlur stdDeviation="90"/>', 20).'</filter><rect width="9000" height="9000" filter="url(#a)"/></svg>';
        $artwork = $this->give($batch, 'bomb.svg', 1, 1, bytes: $bomb);
        self::assertSame(IntakeState::Unreadable, $artwork->state());
        self::assertStringContainsString('takes minutes to draw', (string) $artwork->reason());
    }

    public function test_what_came_to_nothing_is_read_again_when_a_person_says_so(): void
    {
        $batch = $this->batch();
        $artwork = $this->give($batch, 'cut.jpg', 1, 1, bytes: "\xFF\xD8\xFF\xE0\0\x10JFIF\0");
        self::assertSame(IntakeState::Unreadable, $artwork->state());
        $id = $artwork->id();
        $this->act("/batches/{$batch->id()}/artworks/read", ['ids' => [$id]]);
        self::assertSame(IntakeState::Reading, $this->again($batch)->artworks()[0]->state());
        $this->work();
        self::assertSame(IntakeState::Unreadable, $this->again($batch)->artworks()[0]->state());
    }
}
