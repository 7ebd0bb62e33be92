<?php

declare(strict_types=1);

namespace Snugfit\Tests\Core\Production;

use PHPUnit\Framework\TestCase;
use Snugfit\Core\Artwork\ExpectedErrors;
use Snugfit\Core\Artwork\Kind;
use Snugfit\Core\Artwork\MasterFacts;
use Snugfit\Core\Artwork\MasterFormat;
use Snugfit\Core\Artwork\RepairErrors;
use Snugfit\Core\Artwork\SourceEvidence;
use Snugfit\Core\Delivery\NameTemplate;
use Snugfit\Core\Finish\FinishSettings;
use Snugfit\Core\Fit\BleedSource;
use Snugfit\Core\Fit\Framing;
use Snugfit\Core\Fit\PlacementPlanner;
use Snugfit\Core\Fit\PlacementRequest;
use Snugfit\Core\JsonReader;
use Snugfit\Core\Measure\FractionBox;
use Snugfit\Core\Output\FileFormat;
use Snugfit\Core\Output\Profile;
use Snugfit\Core\Product\Catalogue;
use Snugfit\Core\Product\FitMode;
use Snugfit\Core\Production\DeliveredPrint;
use Snugfit\Core\Production\DeliveredPrints;
use Snugfit\Core\Production\PlacementKey;
use Snugfit\Core\Production\PlannedPrint;
use Snugfit\Core\Production\ProductionPlanner;
use Snugfit\Core\Production\RefusalReason;
use Snugfit\Core\Production\RemakeReason;
use Snugfit\Core\Production\WantedPrint;
use Snugfit\Core\Recipe\Recipe;
use Snugfit\Core\Recipe\RenderOptions;
use Snugfit\Core\Repair\CutOut;
use Snugfit\Core\Repair\EditList;
use Snugfit\Core\Repair\Mark;
use Snugfit\Core\Repair\Retouch;
use Snugfit\Core\Repair\Stroke;
use Snugfit\Core\Repair\Tracing;
use Snugfit\Core\Upscale\Effort;
use Snugfit\Core\Upscale\UpscaleMethod;
use Snugfit\Core\Upscale\UpscaleSettings;
use Snugfit\Tests\Facts;

final class ProductionPlannerTest extends TestCase
{
    public function test_names_are_claimed_in_order_and_a_short_print_keeps_its_number(): void
    {
        $plan = $this->plan([$this->wanted('a/Puffin.png'), $this->wanted('tiny.png', Facts::of(60, 40)), $this->wanted('a/puffin.png')], '{artwork}-{counter}');
        self::assertSame(['a/Puffin-001.jpg', null, 'a/puffin-003.jpg'], self::paths($plan));
        self::assertSame(RefusalReason::Short, $plan[1]->refusal()?->reason);
        $plan = $this->plan([$this->wanted('a/Puffin.png'), $this->wanted('a/puffin.png')], '{artwork}');
        self::assertSame(['a/Puffin.jpg', 'a/puffin-2.jpg'], self::paths($plan));
        self::assertSame([false, true], array_map(static fn (PlannedPrint $one): bool => $one->isNumbered, $plan));
    }

    public function test_what_contradicts_itself_is_refused_with_a_sentence(): void
    {
        $plan = $this->plan([$this->wanted('a.png', options: new RenderOptions(FileFormat::Webp, profile: Profile::Coated))]);
        self::assertSame(RefusalReason::Impossible, $plan[0]->refusal()?->reason);
        self::assertStringContainsString('WebP holds no CMYK', $plan[0]->refusal()->sentence);
        self::assertFalse($plan[0]->isToMake());
    }

    public function test_only_the_same_master_and_recipe_stand_and_only_while_the_file_is_whole(): void
    {
        $wanted = $this->wanted('a.png');
        $recipe = (new ProductionPlanner())->decide($wanted);
        self::assertInstanceOf(Recipe::class, $recipe);
        $print = new DeliveredPrint('a-4x6-1800x1200-300ppi.jpg', $wanted->facts->sha256, $recipe->hash());
        self::assertTrue($this->plan([$wanted], delivered: $this->delivered(['a.png' => $print]))[0]->isUnchanged());
        self::assertFalse($this->plan([$wanted], delivered: $this->delivered(['a.png' => $print], isIntact: false))[0]->isUnchanged());
        foreach ([new DeliveredPrint($print->path, 'another', $print->recipe), new DeliveredPrint($print->path, $print->master, 'another')] as $other) {
            $again = $this->plan([$wanted], delivered: $this->delivered(['a.png' => $other]))[0];
            self::assertTrue($again->isToMake());
            self::assertSame($print->path, $again->path, 'it replaces the old one');
        }
        self::assertTrue($this->plan([$this->wanted('b.png')], delivered: $this->delivered(['a.png' => $print]))[0]->isToMake(), 'another placement');
    }

    public function test_a_print_that_was_cropped_where_its_product_shows_it_whole_now_is_made_again_for_that_reason(): void
    {
        $facts = Facts::of(4000, 4000, Kind::FlatGraphic, transparent: true);
        $product = Catalogue::standard()->product('apparel-front');
        $wanted = static function (Framing $framing) use ($facts, $product): WantedPrint {
            $request = new PlacementRequest($framing);
            $placement = (new PlacementPlanner())->plan($facts->artwork(), $product, $request);

            return new WantedPrint(new PlacementKey('a.png', $product->code), 'a.png', $facts, $placement, new RenderOptions(), $request);
        };
        $reason = fn (Framing $framing, string $recipe, bool $isIntact = true): ?RemakeReason => $this->plan([$wanted($framing)], delivered: $this->delivered(['a.png' => new DeliveredPrint('x.png', $facts->sha256, $recipe)], $isIntact))[0]->remade;
        $cropped = (new ProductionPlanner())->decide($wanted(Framing::filling()));
        self::assertInstanceOf(Recipe::class, $cropped);
        self::assertSame(RemakeReason::ShownWhole, $reason(new Framing(), $cropped->hash()));
        self::assertSame(RemakeReason::ShownWhole, $reason(new Framing(), (string) $cropped->hashBefore()), 'and of an edition before');
        self::assertNull($reason(new Framing(), 'of another wish'));
        self::assertNull($reason(new Framing(), $cropped->hash(), false), 'what is damaged is made again for that');
        self::assertNull($reason(new Framing(fitMode: FitMode::Whole), $cropped->hash()), 'what a person asked for needs no reason');
        self::assertNull($reason(Framing::filling(), $cropped->hash()), 'it stands');
        self::assertSame(RemakeReason::MadeMoreExactly, $reason(Framing::filling(), (string) $cropped->hashBefore()));
    }

    public function test_a_canvas_is_made_again_where_something_that_must_stay_went_round_its_edge_or_marks_cut_it_off(): void
    {
        $facts = Facts::of(6000, 3900);
        $product = Catalogue::standard()->product('canvas-12x16');
        $wanted = static function (PlacementRequest $request, RenderOptions $options) use ($facts, $product): WantedPrint {
            return new WantedPrint(new PlacementKey('a.png', $product->code), 'a.png', $facts, (new PlacementPlanner())->plan($facts->artwork(), $product, $request), $options, $request);
        };
        $reason = fn (WantedPrint $one, ?string $recipe): ?RemakeReason => $this->plan([$one], delivered: $this->delivered(['a.png' => new DeliveredPrint('x.jpg', $facts->sha256, (string) $recipe)]))[0]->remade;
        // Both ways up hold it somewhere; upright, more of it is on the face.
        $request = new PlacementRequest(keep: [FractionBox::parse('0.4,0.05,0.2,0.85')]);
        $before = (new ProductionPlanner())->decide($wanted($request->keepingAnywhere(), new RenderOptions()));
        self::assertInstanceOf(Recipe::class, $before);
        self::assertSame(RemakeReason::KeptOnFace, $reason($wanted($request, new RenderOptions()), $before->hash()));
        $marked = new RenderOptions(FileFormat::Pdf, cutMarks: true);
        $now = (new ProductionPlanner())->decide($wanted(PlacementRequest::none(), $marked));
        self::assertInstanceOf(Recipe::class, $now);
        self::assertSame(RemakeReason::FoldMarks, $reason($wanted(PlacementRequest::none(), $marked), $now->withoutFolds()?->hash()));
        $plain = (new ProductionPlanner())->decide($wanted(PlacementRequest::none(), new RenderOptions(FileFormat::Pdf)));
        self::assertInstanceOf(Recipe::class, $plain);
        self::assertNull($plain->withoutFolds(), 'without marks nothing is folded');
        self::assertEquals($now, Recipe::fromJson($now->canonicalJson()));
    }

    public function test_a_drawing_stays_lines_in_a_pdf_where_nothing_asks_for_pixels(): void
    {
        $facts = Facts::of(4096, 2731, Kind::FlatGraphic, format: MasterFormat::Svg);
        $wanted = static function (RenderOptions $options, Framing $framing = new Framing()) use ($facts): WantedPrint {
            $product = Catalogue::standard()->product('canvas-12x16');
            $request = new PlacementRequest($framing);

            return new WantedPrint(new PlacementKey('a.svg', $product->code), 'a.svg', $facts, (new PlacementPlanner())->plan($facts->artwork(), $product, $request), $options, $request);
        };
        $recipe = static function (RenderOptions $options, Framing $framing = new Framing()) use ($wanted): Recipe {
            $recipe = (new ProductionPlanner())->decide($wanted($options, $framing));
            self::assertInstanceOf(Recipe::class, $recipe);
            self::assertEquals($recipe, Recipe::fromJson($recipe->canonicalJson()));

            return $recipe;
        };
        $lines = $recipe(new RenderOptions(FileFormat::Pdf));
        self::assertTrue($lines->write->lines);
        self::assertTrue($recipe(new RenderOptions(FileFormat::Pdf), new Framing(bleedSource: BleedSource::Colour))->write->lines);
        $pixels = [
            'another format' => $recipe(new RenderOptions(FileFormat::Png)),
            'inks' => $recipe(new RenderOptions(FileFormat::Pdf, profile: Profile::Coated)),
            'finishing' => $recipe(new RenderOptions(FileFormat::Pdf, finish: FinishSettings::fromRecord(JsonReader::of(['guard' => ['black' => 2, 'white' => 2]], 'a finish')))),
            'sides made of pixels' => $recipe(new RenderOptions(FileFormat::Pdf), new Framing(bleedSource: BleedSource::Mirrored)),
            'a limit of bytes' => $recipe(new RenderOptions(FileFormat::Pdf, maxBytes: 2_000_000)),
        ];
        foreach ($pixels as $why => $one) {
            self::assertFalse($one->write->lines, $why);
            self::assertNull($one->withoutLines(), $why);
        }
        $delivered = $this->delivered(['a.svg' => new DeliveredPrint('x.pdf', $facts->sha256, (string) $lines->withoutLines()?->hash())], true);
        self::assertSame(RemakeReason::KeptLines, $this->plan([$wanted(new RenderOptions(FileFormat::Pdf))], delivered: $delivered)[0]->remade);
    }

    public function test_what_is_traced_or_chosen_otherwise_now_is_made_again_for_that_reason(): void
    {
        $reason = fn (WantedPrint $wanted, ?Recipe $before): ?RemakeReason => $this->plan([$wanted], delivered: $this->delivered(['a.png' => new DeliveredPrint('x.jpg', $wanted->facts->sha256, (string) $before?->hash())]))[0]->remade;
        $decided = static function (WantedPrint $wanted): Recipe {
            $recipe = (new ProductionPlanner())->decide($wanted);
            self::assertInstanceOf(Recipe::class, $recipe);

            return $recipe;
        };
        $traced = $this->wanted('a.png', options: new RenderOptions(repair: (new EditList())->tracedBy(new Tracing())));
        $before = $decided($traced)->tracedBefore();
        self::assertNotNull($before);
        self::assertSame($before->canonicalJson(), Recipe::fromJson($before->canonicalJson())->canonicalJson(), 'what was delivered stays explained');
        self::assertSame(RemakeReason::TracedAnew, $reason($traced, $before));
        self::assertNull($decided($this->wanted('a.png'))->tracedBefore());

        $cut = $this->wanted('a.png', options: new RenderOptions(repair: EditList::of(new CutOut(), new Retouch([new Stroke([[0.5, 0.5]], 0.01)]))));
        [$second, $first] = $decided($cut)->repairedEarlier();
        self::assertStringContainsString('"edits":[{"edge":"soft","edition":2,', $second->canonicalJson());
        self::assertStringNotContainsString('"edits":[{"edge":"soft","edition"', $first->canonicalJson(), 'as it was written then');
        foreach ([$second, $first] as $before) {
            self::assertSame($before->canonicalJson(), Recipe::fromJson($before->canonicalJson())->canonicalJson(), 'what was delivered stays explained');
            self::assertSame(RemakeReason::RepairedAnew, $reason($cut, $before));
        }
        self::assertNull($reason($cut, $decided($cut)));
        self::assertSame([], $decided($this->wanted('a.png'))->repairedEarlier());
        $retouched = $this->wanted('a.png', options: new RenderOptions(repair: EditList::of(new Retouch([new Stroke([[0.5, 0.5]], 0.01)]))));
        self::assertCount(1, $decided($retouched)->repairedEarlier(), 'retouching is as it was when cut-outs changed last');
        $marked = $this->wanted('a.png', options: new RenderOptions(repair: EditList::of(new CutOut(marks: [new Mark(new Stroke([[0.5, 0.5]], 0.01), true)]))));
        self::assertCount(3, $decided($marked)->repairedEarlier(), 'the newest edition is of marks alone');

        $soft = Facts::of(900, 600, evidence: new SourceEvidence(blur: 1.2, blurInFocus: 1.1));
        $wanted = $this->wanted('a.png', $soft);
        $now = $decided($wanted);
        self::assertSame('focused-80', $now->enlarge->settings->code());
        self::assertSame(RemakeReason::ChosenAnew, $reason($wanted, $now->enlargedBy(new UpscaleSettings(UpscaleMethod::Faithful))));
        self::assertNull($reason($wanted, $now->enlargedBy(new UpscaleSettings(UpscaleMethod::Drawn))), 'a person had chosen that');

        // The same picture, read again since each way's errors are looked for.
        $far = new RepairErrors(60.0, 90.0);
        $errors = new ExpectedErrors(30.0, 34.0, $far, new RepairErrors(24.0, 20.0), $far, $far);
        $wanted = $this->wanted('a.png', Facts::of(900, 600, evidence: new SourceEvidence(blur: 1.2, blurInFocus: 1.1, expected: $errors)));
        $now = $decided($wanted);
        self::assertSame('denoised', $now->enlarge->settings->code());
        self::assertSame(RemakeReason::ChosenNearer, $reason($wanted, $now->enlargedBy(new UpscaleSettings(UpscaleMethod::Focused, 80))));
        self::assertSame(RemakeReason::ChosenAnew, $reason($wanted, $now->enlargedBy(new UpscaleSettings(UpscaleMethod::Faithful))));
        self::assertNull($reason($wanted, $now));
    }

    public function test_what_a_network_that_learnt_more_enlarges_is_made_again_and_says_so(): void
    {
        $reason = fn (WantedPrint $wanted, string $hash): ?RemakeReason => $this->plan([$wanted], delivered: $this->delivered(['a.png' => new DeliveredPrint('x.jpg', $wanted->facts->sha256, $hash)]))[0]->remade;
        $decided = static function (WantedPrint $wanted): Recipe {
            $recipe = (new ProductionPlanner())->decide($wanted);
            self::assertInstanceOf(Recipe::class, $recipe);

            return $recipe;
        };
        $wanted = fn (UpscaleMethod $way, ?EditList $repair = null): WantedPrint => $this->wanted('a.png', Facts::of(810, 540), new RenderOptions(upscale: new UpscaleSettings($way), repair: $repair ?? new EditList()));
        // All of them are doubled twice, faithful at once.
        foreach ([UpscaleMethod::Drawn, UpscaleMethod::Rebuilt, UpscaleMethod::Redrawn, UpscaleMethod::Faithful, UpscaleMethod::Mending, UpscaleMethod::Denoised, UpscaleMethod::Focused] as $way) {
            $now = $decided($wanted($way));
            self::assertCount(3, $now->trainedEarlier());
            foreach ($now->trainedEarlier() as $i => $before) {
                self::assertStringContainsString('"networks":'.(5 - $i).',', $before->canonicalJson());
                self::assertSame($before->canonicalJson(), Recipe::fromJson($before->canonicalJson())->canonicalJson(), 'what was delivered stays explained');
                self::assertNotSame($now->hash(), $before->hash());
                self::assertSame(RemakeReason::TrainedAnew, $reason($wanted($way), $before->hash()));
            }
            self::assertNull($reason($wanted($way), $now->hash()));
        }
        $cut = $wanted(UpscaleMethod::Drawn, EditList::of(new CutOut(marks: [new Mark(new Stroke([[0.5, 0.5]], 0.01), true)])));
        self::assertSame(RemakeReason::TrainedAnew, $reason($cut, (string) $decided($cut)->trainedEarlier()[0]->repairedEarlier()[0]->hash()), 'and what was repaired otherwise besides');
        self::assertSame([], $decided($wanted(UpscaleMethod::Textured))->trainedEarlier(), 'what is the same is not told apart');
        foreach ([[UpscaleMethod::Drawn, 100, 2, true], [UpscaleMethod::Redrawn, 100, 1, true], [UpscaleMethod::Denoised, 50, 1, true], [UpscaleMethod::Focused, 100, 2, true], [UpscaleMethod::Mending, 100, 1, true], [UpscaleMethod::Redrawn, 50, 1, true], [UpscaleMethod::Redrawn, 100, 2, true], [UpscaleMethod::Mending, 50, 2, true], [UpscaleMethod::Faithful, 100, 1, false], [UpscaleMethod::Faithful, 100, 2, true], [UpscaleMethod::Textured, 60, 2, false]] as [$way, $strength, $passes, $isNew]) {
            self::assertSame($isNew, (new UpscaleSettings($way, $strength))->networks($passes) > UpscaleMethod::NETWORKS_BEFORE, "$way->value $strength, doubled $passes times");
        }
        self::assertSame(UpscaleMethod::NETWORKS_BEFORE, (new UpscaleSettings(UpscaleMethod::Drawn, 100, Effort::Quick))->networks(2), 'quick ones go by another network');
        self::assertSame([], $decided($this->wanted('a.png', Facts::of(9000, 6000), new RenderOptions(upscale: new UpscaleSettings(UpscaleMethod::Drawn))))->trainedEarlier(), 'nothing is enlarged');
    }

    public function test_names_stay_with_their_prints_over_runs(): void
    {
        $wanted = [$this->wanted('Puffin.png'), $this->wanted('puffin.png')];
        $first = $this->plan($wanted, '{artwork}');
        $delivered = $this->delivered([
            'Puffin.png' => new DeliveredPrint((string) $first[0]->path, 'x', 'of another recipe'),
            'puffin.png' => new DeliveredPrint((string) $first[1]->path, $wanted[1]->facts->sha256, (string) $first[1]->recipe()?->hash()),
        ]);
        // In another order, and one of the two changed.
        $second = $this->plan(array_reverse($wanted), '{artwork}', $delivered);
        self::assertSame(['puffin-2.jpg', 'Puffin.jpg'], self::paths($second));
        self::assertSame([true, false], array_map(static fn (PlannedPrint $one): bool => $one->isUnchanged(), $second));
        self::assertSame([true, false], array_map(static fn (PlannedPrint $one): bool => $one->isNumbered, $second));
        // A print that stands keeps the name that another template gave it; one that is made anew gets the new one.
        self::assertSame(['puffin-2.jpg', 'new-Puffin.jpg'], self::paths($this->plan(array_reverse($wanted), 'new-{artwork}', $delivered)));
    }

    public function test_a_file_that_nobody_delivered_keeps_its_name(): void
    {
        $delivered = $this->delivered([], foreign: ['a.jpg', 'a-2.jpg']);
        self::assertSame(['a-3.jpg'], self::paths($this->plan([$this->wanted('a.png')], '{artwork}', $delivered)));
    }

    private function wanted(string $master, ?MasterFacts $facts = null, RenderOptions $options = new RenderOptions()): WantedPrint
    {
        $facts ??= Facts::of(1800, 1200);
        $product = Catalogue::standard()->product('4x6');
        $placement = (new PlacementPlanner())->plan($facts->artwork(), $product, PlacementRequest::none());

        return new WantedPrint(new PlacementKey($master, '4x6'), $master, $facts, $placement, $options);
    }

    /**
     * @param list<WantedPrint> $wanted
     *
     * @return list<PlannedPrint>
     */
    private function plan(array $wanted, string $template = NameTemplate::USUAL, DeliveredPrints $delivered = new NothingDelivered()): array
    {
        return iterator_to_array((new ProductionPlanner())->plan($wanted, new NameTemplate($template), $delivered, new \DateTimeImmutable('2026-03-09')), false);
    }

    /**
     * @param list<PlannedPrint> $plan
     *
     * @return list<?string>
     */
    private static function paths(array $plan): array
    {
        return array_map(static fn (PlannedPrint $one): ?string => $one->path, $plan);
    }

    /**
     * @param array<string, DeliveredPrint> $prints  by artwork
     * @param list<string>                  $foreign
     */
    private function delivered(array $prints, bool $isIntact = true, array $foreign = []): DeliveredPrints
    {
        return new class($prints, $isIntact, $foreign) implements DeliveredPrints {
            /**
             * @param array<string, DeliveredPrint> $prints
             * @param list<string>                  $foreign
             */
            public function __construct(private array $prints, private bool $isIntact, private array $foreign)
            {
            }

            public function of(PlacementKey $key): ?DeliveredPrint
            {
                return $this->prints[$key->artwork] ?? null;
            }

            public function isIntact(DeliveredPrint $print): bool
            {
                return $this->isIntact;
            }

            public function paths(): iterable
            {
                return array_map(static fn (DeliveredPrint $print): string => $print->path, $this->prints);
            }

            public function isForeign(string $path): bool
            {
                return \in_array($path, $this->foreign, true);
            }
        };
    }
}
