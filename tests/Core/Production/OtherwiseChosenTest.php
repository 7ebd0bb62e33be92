<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Production;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\ExpectedErrors;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\RepairErrors;
use Snugfit\Core\Artwork\SourceEvidence;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Measure\PixelSize;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Production\DeliveredPrint;
use Snugfit\Core\Production\DeliveredPrints;
use Snugfit\Core\Production\PlacementKey;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Production\RemakeReason;
use Snugfit\Core\Production\WantedPrint;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\PreparedFacts;
use Snugfit\Core\Repair\Retouch;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Tests\Facts;

/** What was delivered while the program told of a picture something else than now. */
final class OtherwiseChosenTest extends TestCase
{
    public function test_a_picture_that_networks_tell_another_way_for_is_made_again_and_that_is_said(): void
    {
        $now = self::decided(self::wanted(self::denoised()));
        self::assertSame('denoised-80', $now->enlarge->settings->code());
        foreach ([new UpscaleSettings(UpscaleMethod::Denoised, 70), new UpscaleSettings(UpscaleMethod::Mending, 40), new UpscaleSettings(UpscaleMethod::Drawn)] as $before) {
            self::assertSame(RemakeReason::ChosenOtherwise, $this->reason(self::wanted(self::denoised()), $now->enlargedBy($before)->hash()), $before->code());
        }
        foreach ($now->enlargedBy(new UpscaleSettings(UpscaleMethod::Redrawn, 60))->trainedEarlier() as $before) {
            self::assertSame(RemakeReason::ChosenOtherwise, $this->reason(self::wanted(self::denoised()), $before->hash()), 'and by a network that has learnt more since');
        }
        self::assertNull($this->reason(self::wanted(self::denoised()), $now->enlargedBy(new UpscaleSettings(UpscaleMethod::Lanczos))->hash()), 'a person had chosen that');
        self::assertNull($this->reason(self::wanted(self::denoised()), $now->hash()), 'it stands');
        $asked = new RenderOptions(upscale: new UpscaleSettings(UpscaleMethod::Denoised));
        self::assertNull($this->reason(self::wanted(self::denoised(), options: $asked), $now->enlargedBy(new UpscaleSettings(UpscaleMethod::Mending))->hash()), 'a person chose now');
    }

    /** @return iterable<string, array{UpscaleMethod, int}> */
    public static function ways(): iterable
    {
        yield 'an illustration was drawn' => [UpscaleMethod::Drawn, 100];
        yield 'or mended' => [UpscaleMethod::Mending, 60];
    }

    #[DataProvider('ways')]
    public function test_a_photograph_that_was_taken_for_an_illustration_was_enlarged_further(UpscaleMethod $way, int $strength): void
    {
        // To 1,800 px from 380: 4.7 times, which a photograph doesn't bear.
        $facts = Facts::of(380, 254);
        $wanted = self::wanted($facts);
        $drawn = self::decided(self::wanted(Facts::of(380, 254, Kind::Illustration)))->enlargedBy(new UpscaleSettings($way, $strength));
        self::assertEquals([new PixelSize(1800, 1200), false], [$drawn->enlarge->to, $drawn->enlarge->to->equals(self::decided($wanted)->enlarge->to)]);
        self::assertSame(RemakeReason::ToldPhoto, $this->reason($wanted, $drawn->hash()));
        self::assertNull($this->reason($wanted, 'of another wish'));
        $person = new WantedPrint($wanted->key, 'a.png', Facts::of(380, 254, Kind::Illustration), $wanted->placement, $wanted->options, $wanted->request);
        self::assertNull($this->reason($person, $drawn->hash()), 'a person said that it is a photograph');
    }

    public function test_a_repaired_picture_whose_heads_were_given_texture_is_made_again_and_that_is_said(): void
    {
        $of = static fn (array $heads): MasterFacts => MasterFacts::fromRecord(JsonReader::of(
            ['heads' => $heads, 'lettering' => [[0.1, 0.8, 0.5, 0.05]]] + Facts::of(900, 600)->toArray(),
            'facts',
        ));
        $retouched = EditList::of(new Retouch([new Stroke([[0.5, 0.5]], 0.01)]));
        $options = new RenderOptions(upscale: new UpscaleSettings(UpscaleMethod::Textured, 60), repair: $retouched);
        [$with, $without] = [self::wanted($of([[0.4, 0.1, 0.1, 0.2]]), $options), self::wanted($of([]), $options)];
        $before = self::decided($without)->hash();
        self::assertNotSame(self::decided($with)->hash(), $before);
        self::assertSame(RemakeReason::HeadsFound, $this->reason($with, $before));
        self::assertNull($this->reason($without, $before), 'it stands');
        $unrepaired = self::wanted($with->facts, new RenderOptions(upscale: $options->upscale));
        self::assertNull($this->reason($unrepaired, self::decided(self::wanted($without->facts, $unrepaired->options))->hash()), 'it was never so');
        // Heads of what is repaired count, and parts where its kind is still the guessed one.
        $master = Facts::of(900, 600);
        $prepared = MasterFacts::fromRecord(JsonReader::of(['parts' => [['kind' => 'flat-graphic', 'box' => [0.0, 0.0, 0.5, 0.5]]]] + $with->facts->toArray(), 'facts'));
        $over = static fn (MasterFacts $own): MasterFacts => (new PreparedFacts('x', $own, null, FractionBox::whole()))->over($master);
        self::assertEquals([$with->facts->heads, $prepared->parts], [$over($prepared)->heads, $over($prepared)->parts]);
        $other = MasterFacts::fromRecord(JsonReader::of(['kind' => 'illustration'] + $prepared->toArray(), 'facts'));
        self::assertSame([], $over($other)->parts);
    }

    private static function denoised(): MasterFacts
    {
        $far = new RepairErrors(60.0, 90.0);

        return Facts::of(900, 600, evidence: new SourceEvidence(noise: 9.0, expected: new ExpectedErrors(60.0, 64.0, $far, new RepairErrors(34.0, 20.0), $far, $far)));
    }

    private static function wanted(MasterFacts $facts, RenderOptions $options = new RenderOptions()): WantedPrint
    {
        $request = PlacementRequest::none();
        $placement = (new PlacementPlanner())->plan($facts->artwork(), Catalogue::standard()->product('4x6'), $request);

        return new WantedPrint(new PlacementKey('a.png', '4x6'), 'a.png', $facts, $placement, $options, $request);
    }

    private static function decided(WantedPrint $wanted): Recipe
    {
        $recipe = (new ProductionPlanner())->decide($wanted);
        self::assertInstanceOf(Recipe::class, $recipe);

        return $recipe;
    }

    private function reason(WantedPrint $wanted, string $recipe): ?RemakeReason
    {
        $delivered = self::createStub(DeliveredPrints::class);
        $delivered->method('of')->willReturn(new DeliveredPrint('a.jpg', $wanted->facts->sha256, $recipe));
        $delivered->method('isIntact')->willReturn(true);
        $delivered->method('paths')->willReturn(['a.jpg']);
        $plan = (new ProductionPlanner())->plan([$wanted], new NameTemplate(NameTemplate::USUAL), $delivered, new \DateTimeImmutable('2026-03-09'));

        return [...$plan][0]->remade;
    }
}
