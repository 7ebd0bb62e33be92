<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Delivery;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Delivery\Preflight;
use Snugfit\Core\Delivery\PreflightFinding;
use Snugfit\Core\Delivery\PrintFileFacts;
use Snugfit\Core\Delivery\PrintQualityMeasures;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Measure\PixelWindow;
use Snugfit\Core\Measure\Ppi;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Recipe\Enlarge;
use Snugfit\Core\Recipe\Frame;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\Write;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;

final class PreflightTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>, list<string>}> what is wrong with the file, what preflight names */
    public static function faults(): iterable
    {
        yield 'nothing' => [[], []];
        yield 'PNG counts pixels per metre' => [['ppiAcross' => 299.9994, 'ppiDown' => 299.9994], []];
        yield 'wrong pixels' => [['size' => new PixelSize(3000, 2999)], ['Pixels']];
        yield 'sideways' => [['size' => new PixelSize(3600, 3000)], ['Pixels']];
        yield 'tagged 72' => [['ppiAcross' => 72.0, 'ppiDown' => 72.0], ['ppi tag', 'Size on paper']];
        yield 'tagged unevenly' => [['ppiDown' => 150.0], ['ppi tag', 'Size on paper']];
        yield 'no profile' => [['profile' => null], ['Profile']];
        yield 'another profile' => [['profile' => 'Compatible with Adobe RGB (1998)'], ['Profile']];
        yield 'CMYK' => [['channels' => 4], ['Channels']];
        yield 'grey' => [['channels' => 1], ['Channels']];
        yield 'transparent' => [['transparent' => true], ['Transparency']];
        yield '16 bits' => [['bits' => 16], ['Depth']];
        yield 'cut short' => [['complete' => false], ['Complete']];
        yield 'another format' => [['format' => FileFormat::Png], ['Format']];
        yield 'too large' => [['bytes' => 5_000_001], ['File size']];
        yield 'empty' => [['bytes' => 0], ['File size']];
        yield 'as planned' => [['measures' => new PrintQualityMeasures(0.97, 0.0, 20.0)], []];
        yield 'another picture' => [['measures' => new PrintQualityMeasures(0.2)], ['Shows the plan']];
        yield 'tones on the extremes' => [['measures' => new PrintQualityMeasures(0.97, 0.02)], ['Extremes']];
        yield 'halos' => [['measures' => new PrintQualityMeasures(0.97, null, 90.0)], ['Halos']];
    }

    /**
     * @param array<string, mixed> $fault
     * @param list<string>         $named
     */
    #[DataProvider('faults')]
    public function test_each_fault_is_named(array $fault, array $named): void
    {
        $right = ['format' => FileFormat::Jpeg, 'size' => new PixelSize(3000, 3600), 'ppiAcross' => 300.0, 'ppiDown' => 300.0, 'profile' => 'sRGB', 'channels' => 3, 'transparent' => false, 'bits' => 8, 'bytes' => 4_000_000, 'complete' => true, 'sha256' => ''];
        $recipe = new Recipe(new Frame(new PixelSize(100, 120), new PixelWindow(0, 0, 100, 120)), new Enlarge(new UpscaleSettings(UpscaleMethod::Lanczos), new PixelSize(3000, 3600)), new Write(FileFormat::Jpeg, Ppi::of(300), 8, false));
        /** @var array{format: ?FileFormat, size: PixelSize, ppiAcross: float, ppiDown: float, profile: ?string, channels: int, transparent: bool, bits: int, bytes: int, complete: bool, sha256: string, measures?: PrintQualityMeasures} $facts */
        $facts = [...$right, ...$fault];
        $findings = (new Preflight())->check($recipe, new PrintFileFacts(...$facts), 5_000_000);
        self::assertSame($named, array_map(static fn (PreflightFinding $finding): string => $finding->subject, Preflight::failures($findings)));
        self::assertGreaterThanOrEqual(10, \count($findings));
    }
}
