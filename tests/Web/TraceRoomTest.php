<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Core\Fit\Verdict;
use Snugfit\Core\Repair\Tracing;
use Snugfit\Pixels\Vips\Image;
use Snugfit\Shop\BatchPlanner;
use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\BatchArtwork;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Web\Trace\TracedArtwork;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Outlines are an edit: looked at before they are used, changed by hand, undone, and a vector for every product once they are. */
final class TraceRoomTest extends ShopTestCase
{
    private Batch $shop;
    private BatchArtwork $artwork;

    protected function setUp(): void
    {
        parent::setUp();
        $this->shop = $this->batch(['a0']);
        $this->artwork = $this->drawing('emblem.png', 300, 200);
    }

    public function test_outlines_are_looked_at_without_being_used(): void
    {
        $this->browser->request('GET', $this->address());
        self::assertResponseIsSuccessful();
        $this->browser->request('GET', $this->address('/docket'));
        self::assertResponseIsSuccessful();
        $page = (string) $this->browser->getResponse()->getContent();
        self::assertStringContainsString('Use the outlines', $page);
        self::assertStringContainsString('ΔE', $page);
        $this->fresh();
        self::assertSame([], $this->artwork->edits()->lines);
        self::assertFalse($this->artwork->facts()->format->isVector());
    }

    public function test_used_outlines_are_ample_on_everything_and_undo_brings_the_pixels_back(): void
    {
        self::assertSame(Verdict::Short, $this->verdict());
        $this->send(['act' => 'use', 'on' => true]);
        self::assertTrue($this->artwork->isBeingPrepared());
        $this->work();
        $this->fresh();
        self::assertSame(IntakeState::Read, $this->artwork->state());
        self::assertTrue($this->artwork->facts()->format->isVector());
        self::assertNotNull($this->artwork->prepared()?->trace);
        self::assertSame(Verdict::Ample, $this->verdict());
        $this->browser->request('POST', "/batches/{$this->shop->id()}/undo", server: self::OURS);
        $this->fresh();
        self::assertSame(Verdict::Short, $this->verdict());
    }

    public function test_settings_and_changes_by_hand_are_kept_before_and_after_use(): void
    {
        $this->send(['act' => 'set', 'settings' => ['colours' => 2, 'detail' => 7.5, 'ground' => 'found', 'stacked' => true]]);
        $this->send(['act' => 'change', 'change' => ['at' => [10000, 10000], 'to' => '00aa00']]);
        self::assertStringContainsString('Take 1', (string) $this->browser->getResponse()->getContent());
        self::assertFalse($this->artwork->isBeingPrepared(), 'nothing is used yet');
        $this->send(['act' => 'use']);
        $tracing = $this->artwork->edits()->tracing();
        self::assertInstanceOf(Tracing::class, $tracing);
        self::assertSame([2, 7.5, true], [$tracing->settings->colours, $tracing->settings->detail, $tracing->settings->isStacked]);
        self::assertCount(1, $tracing->changes);
        $this->send(['act' => 'unchange']);
        self::assertSame([], $this->artwork->edits()->tracing()?->changes);
    }

    public function test_the_same_is_done_to_those_that_are_chosen(): void
    {
        $other = $this->drawing('flag.png', 240, 160);
        $third = $this->drawing('third.png', 210, 140);
        $this->send(['act' => 'set', 'settings' => ['smooth' => 80]]);
        $this->post('/same', ['ids' => [$other->id()]]);
        self::assertResponseIsSuccessful();
        $this->fresh();
        self::assertSame(80, $this->reread($other)->edits()->tracing()?->settings->smooth);
        self::assertNull($this->reread($third)->edits()->tracing());
    }

    public function test_they_are_taken_away_as_a_file(): void
    {
        foreach (['svg' => 'image/svg+xml', 'pdf' => 'application/pdf', 'eps' => 'application/postscript', 'png?side=900' => 'image/png'] as $format => $type) {
            $this->browser->request('GET', $this->address('/take.'.$format));
            self::assertResponseIsSuccessful();
            $response = $this->browser->getResponse();
            self::assertInstanceOf(BinaryFileResponse::class, $response);
            self::assertSame($type, $response->headers->get('Content-Type'));
            self::assertStringContainsString('attachment', (string) $response->headers->get('Content-Disposition'));
        }
        self::assertSame([900, 600], \array_slice(getimagesize($response->getFile()->getPathname()) ?: [], 0, 2));
        $this->browser->request('GET', $this->address('/difference.png'));
        self::assertResponseIsSuccessful();
        $this->browser->request('GET', $this->address('/take.png?side=90000'));
        self::assertResponseStatusCodeSame(422);
    }

    public function test_even_lines_are_strokes_where_a_person_wants_them(): void
    {
        $this->send(['act' => 'set', 'settings' => ['pens' => true]]);
        $this->send(['act' => 'use']);
        self::assertTrue($this->artwork->edits()->tracing()?->settings->pens);
        $this->send(['act' => 'set', 'settings' => ['pens' => false]]);
        self::assertFalse($this->artwork->edits()->tracing()?->settings->pens);
    }

    public function test_how_far_they_are_is_told_and_they_are_stopped(): void
    {
        $this->browser->request('GET', $this->address('/progress'));
        self::assertSame('', $this->browser->getResponse()->getContent(), 'nobody waits for them');
        $this->post('/stop', []);
        self::assertResponseStatusCodeSame(204);
        // As another request left it that waits for them.
        $notes = $this->data.'/files/patches/trace-'.TracedArtwork::edits($this->artwork)->preparedHash($this->artwork->master());
        is_dir(\dirname($notes)) || mkdir(\dirname($notes), 0o777, true);
        file_put_contents($notes.'.progress', '0.43');
        $this->browser->request('GET', $this->address('/progress'));
        self::assertSame('0.43', $this->browser->getResponse()->getContent());
        $this->post('/stop', []);
        self::assertResponseStatusCodeSame(202);
        $this->browser->request('GET', $this->address('/docket'));
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('It was stopped, as you asked.', (string) $this->browser->getResponse()->getContent());
        self::assertSame([], glob($notes.'.*'), 'no note is left, and no outlines');
        $this->browser->request('GET', $this->address('/docket'));
        self::assertResponseIsSuccessful();
        touch($notes.'.progress', time() - 60);
        $this->browser->request('GET', $this->address('/progress'));
        self::assertSame('', $this->browser->getResponse()->getContent(), 'of a request that is no more');
    }

    public function test_nonsense_is_answered_with_a_sentence(): void
    {
        foreach ([
            ['act' => 'paint'],
            ['act' => 'set', 'settings' => ['colours' => 900]],
            ['act' => 'change', 'change' => ['of' => 'red', 'to' => null]],
            ['act' => 'change', 'change' => ['at' => [5_000_000, 0], 'to' => null]],
        ] as $wrong) {
            $this->post('', $wrong);
            self::assertResponseStatusCodeSame(422);
        }
        $this->browser->request('GET', "/batches/{$this->shop->id()}/trace/999999");
        self::assertResponseStatusCodeSame(404);
    }

    private function verdict(): Verdict
    {
        $planner = $this->service(BatchPlanner::class);

        return $planner->place($this->artwork, $planner->products($this->shop)[0])->placement->verdict;
    }

    /** @param array<string, mixed> $fields */
    private function send(array $fields): void
    {
        $this->post('', $fields);
        self::assertResponseIsSuccessful();
        $this->fresh();
    }

    /** @param array<string, mixed> $fields */
    private function post(string $more, array $fields): void
    {
        $server = self::OURS + ['CONTENT_TYPE' => 'application/json'];
        $this->browser->request('POST', $this->address($more), server: $server, content: (string) json_encode($fields));
    }

    private function drawing(string $name, int $width, int $height): BatchArtwork
    {
        $svg = \sprintf('<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d" viewBox="0 0 300 200">', $width, $height)
            .'<rect width="300" height="200" fill="#f4efe2"/><circle cx="120" cy="100" r="70" fill="#0f5c63"/><path d="M180 40H270V160Z" fill="#b5402a"/></svg>';
        $path = $this->data.'/tmp/drawing.png';
        Image::drawing($svg)->save('png', $path, []);

        return $this->give($this->shop, $name, $width, $height, bytes: (string) file_get_contents($path));
    }

    private function fresh(): void
    {
        $entities = $this->service(\Doctrine\ORM\EntityManagerInterface::class);
        $entities->clear();
        $this->shop = $entities->find(Batch::class, $this->shop->id()) ?? throw new \LogicException();
        $this->artwork = $entities->find(BatchArtwork::class, $this->artwork->id()) ?? throw new \LogicException();
    }

    private function address(string $more = ''): string
    {
        return "/batches/{$this->shop->id()}/trace/{$this->artwork->id()}{$more}";
    }

    private function reread(BatchArtwork $artwork): BatchArtwork
    {
        foreach ($this->shop->artworks() as $one) {
            if ($one->id() === $artwork->id()) {
                return $one;
            }
        }
        self::fail('It is gone.');
    }
}
