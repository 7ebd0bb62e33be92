<?php

declare(strict_types=1);

namespace Snugfit\Tests\Shop;

use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Fit\CropPosition;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Shop\PrintFileOrigins;
use Snugfit\Shop\Settings\ArtworkSettings;
use Snugfit\Shop\Settings\FamilySettings;
use Snugfit\Shop\Settings\FramingState;
use Snugfit\Shop\Settings\ProductSettings;

/** A print file that comes back as a master: its own master is offered, with all that was asked of it. */
final class PrintFileOriginsTest extends ShopTestCase
{
    public function test_a_print_is_known_and_its_master_comes_instead_as_it_was_left(): void
    {
        $first = $this->batch(['4x6'], 'First');
        $master = $this->give($first, 'harbour.png', 900, 600, 'sea');
        $master->correctKind(Kind::Illustration);
        $master->keep([new FractionBox(0.1, 0.1, 0.2, 0.2)]);
        $master->dismiss(['soft']);
        $master->settle(new ArtworkSettings(UpscaleSettings::ofCode('mitchell')));
        $master->settleFamily('2-3', new FamilySettings(new FramingState(new Framing(position: new CropPosition(0.3, 0.4, 1.5)), true)));
        $master->settleProduct('4x6', new ProductSettings(limit: 3.0));
        $this->entities()->flush();
        $this->press($first);
        $file = array_values($this->deliveries()->latest($first))[0];

        $second = $this->batch(['4x6'], 'Second');
        $bytes = (string) file_get_contents($this->deliveries()->folderPath($first).'/'.$file->path());
        $print = $this->give($second, 'print.jpg', 1, 1, bytes: $bytes);
        $other = $this->give($second, 'other.png', 300, 200);
        $origins = $this->service(PrintFileOrigins::class);
        self::assertSame([$print->id() => $file], $origins->among([$print, $other]));

        $origins->bringMaster($second, $print, $file);
        $second = $this->again($second);
        self::assertSame(['other.png', 'harbour.png'], array_map(static fn ($one): string => $one->fileName(), $second->artworks()));
        $copy = $second->artworks()[1];
        self::assertSame([$master->master(), 'sea', Kind::Illustration, ['soft']], [$copy->master(), $copy->folder(), $copy->kind(), $copy->dismissed()]);
        self::assertEquals(
            [$master->keepBoxes(), $master->settings(), $master->ofFamily('2-3'), $master->ofProduct('4x6'), $master->facts()],
            [$copy->keepBoxes(), $copy->settings(), $copy->ofFamily('2-3'), $copy->ofProduct('4x6'), $copy->facts()],
        );
        self::assertSame('Brought the master of "Print"', $this->history()->undo($second));
        self::assertSame(['other.png', 'print.jpg'], array_map(static fn ($one): string => $one->fileName(), $this->again($second)->artworks()));
    }
}
