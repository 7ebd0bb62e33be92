<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Work\Intake\Uploads;
use Snugfit\Work\Run\Reconciler;

/** The tus protocol, version 1.0.0 (tus.io, from memory): creation, HEAD, PATCH with offsets, termination. */
final class UploadTest extends ShopTestCase
{
    public function test_a_file_sent_in_parts_arrives_whole(): void
    {
        $batch = $this->batch();
        $this->picture(700, 500)->save('png', $this->data.'/tmp/x.png', []);
        $bytes = (string) file_get_contents($this->data.'/tmp/x.png');
        $place = $this->announce($batch, \strlen($bytes), '../häfen "1".png', 'sea/../dusk');
        self::assertSame(204, $this->send($place, 0, substr($bytes, 0, 1000)));
        self::assertSame('1000', $this->offset($place));
        self::assertSame(204, $this->send($place, 1000, substr($bytes, 1000)));
        $this->work();
        $artwork = $this->again($batch)->artworks()[0];
        self::assertSame(['../häfen "1".png', 'sea/../dusk', IntakeState::Read, hash('sha256', $bytes)], [$artwork->fileName(), $artwork->folder(), $artwork->state(), $artwork->master()]);
        self::assertSame([], glob($this->data.'/uploads/*.part'), 'nothing is left aside');
    }

    /** Killed after the last byte was written and before it was taken in: nobody drops it again, and it arrives. */
    public function test_an_upload_whose_last_byte_arrived_completes_by_itself_and_once(): void
    {
        $batch = $this->batch();
        $this->picture(60, 40)->save('png', $this->data.'/tmp/x.png', []);
        $bytes = (string) file_get_contents($this->data.'/tmp/x.png');
        $place = $this->announce($batch, \strlen($bytes), 'a.png');
        file_put_contents($this->data.'/uploads/'.basename($place).'.part', $bytes);
        $this->service(Reconciler::class)->reconcile();
        self::assertCount(1, $this->again($batch)->artworks());

        // Who sent it has not heard of that, and asks: it is told that all arrived, and sends nothing again.
        self::assertSame((string) \strlen($bytes), $this->offset($place));
        self::assertSame(409, $this->send($place, 0, $bytes));
        $this->service(Reconciler::class)->reconcile();
        self::assertCount(1, $this->again($batch)->artworks());
    }

    public function test_who_asks_after_a_break_has_the_whole_file_taken_in(): void
    {
        $batch = $this->batch();
        $place = $this->announce($batch, 5, 'a.png');
        file_put_contents($this->data.'/uploads/'.basename($place).'.part', 'Hello');
        self::assertSame('5', $this->offset($place));
        self::assertCount(1, $this->again($batch)->artworks());
    }

    /** Killed after the artwork was written down and before the upload was marked as done. */
    public function test_an_upload_that_was_taken_in_before_makes_no_second_artwork(): void
    {
        $batch = $this->batch();
        $place = $this->announce($batch, 5, 'a.png');
        self::assertSame(204, $this->send($place, 0, 'Hello'));
        $note = $this->data.'/uploads/'.basename($place);
        file_put_contents($note.'.json', str_replace(',"done":true', '', (string) file_get_contents($note.'.json')));
        file_put_contents($note.'.part', 'Hello');
        $this->service(Reconciler::class)->reconcile();
        self::assertCount(1, $this->again($batch)->artworks());
        self::assertFileDoesNotExist($note.'.part');
    }

    /** The last part came while the shop's data was locked: the browser tries again, and nothing was thrown away meanwhile. */
    public function test_a_last_part_that_meets_a_locked_shop_is_kept(): void
    {
        $batch = $this->batch();
        $place = $this->announce($batch, 5, 'a.png');
        $this->entities()->getConnection()->executeStatement('PRAGMA busy_timeout = 1');
        $locker = new \PDO('sqlite:'.$this->data.'/shop.sqlite');
        $locker->exec('BEGIN IMMEDIATE');
        self::assertSame(503, $this->send($place, 0, 'Hello'));
        self::assertResponseHasHeader('Retry-After');
        $locker->exec('COMMIT');
        self::assertSame('5', $this->offset($place));
        self::assertCount(1, $this->again($batch)->artworks());
    }

    public function test_uploads_that_are_only_announced_have_a_limit(): void
    {
        $batch = $this->batch();
        for ($i = 0; $i < 300; ++$i) {
            $this->announce($batch, 100, 'a.png');
        }
        $this->browser->request('POST', "/batches/{$batch->id()}/uploads", server: self::OURS + ['HTTP_UPLOAD_LENGTH' => '100']);
        self::assertResponseStatusCodeSame(429);
        touch((glob($this->data.'/uploads/*.part') ?: [])[0], time() - 3 * 86_400);
        $this->service(Uploads::class)->sweep();
        $this->announce($batch, 100, 'a.png');
    }

    public function test_a_part_that_does_not_follow_is_refused_and_harms_nothing(): void
    {
        $place = $this->announce($this->batch(), 10, 'a.png');
        self::assertSame(204, $this->send($place, 0, 'abc'));
        self::assertSame(409, $this->send($place, 0, 'abc'), 'the same part again');
        self::assertSame(409, $this->send($place, 7, 'hij'), 'a part too early');
        self::assertSame(413, $this->send($place, 3, str_repeat('x', 20)), 'more than was announced');
        self::assertSame('3', $this->offset($place));
    }

    public function test_a_full_size_file_is_taken_beside_its_picture_and_another_picture_is_refused(): void
    {
        $batch = $this->batch();
        $artwork = $this->give($batch, 'a.png', 60, 40);
        foreach ([[[90, 40], 422, 'other proportions'], [[60, 40], 422, 'no larger'], [[120, 80], 204, '']] as [[$width, $height], $status, $said]) {
            $this->picture($width, $height)->save('png', $this->data.'/tmp/x.png', []);
            $bytes = (string) file_get_contents($this->data.'/tmp/x.png');
            $place = $this->announce($batch, \strlen($bytes), 'full.png', referenceOf: $artwork->id());
            self::assertSame($status, $this->send($place, 0, $bytes));
            self::assertStringContainsString($said, (string) $this->browser->getResponse()->getContent());
        }
        $reference = $this->again($batch)->artworks()[0]->reference();
        self::assertSame(['full.png', hash('sha256', $bytes), '120 × 80'], [$reference?->fileName, $reference?->file, (string) $reference?->size]);
        self::assertCount(1, $this->again($batch)->artworks(), 'it is no picture of the batch');
        self::assertSame([], glob($this->data.'/uploads/*.part'));
    }

    public function test_an_upload_can_be_dropped(): void
    {
        $place = $this->announce($this->batch(), 10, 'a.png');
        $this->browser->request('DELETE', $place, server: self::OURS);
        self::assertResponseStatusCodeSame(204);
        $this->browser->request('HEAD', $place);
        self::assertResponseStatusCodeSame(404);
    }

    public function test_an_empty_file_arrives_and_is_told_to_be_empty(): void
    {
        $batch = $this->batch();
        $this->announce($batch, 0, 'nothing.jpg');
        $this->work();
        self::assertStringContainsString('0 bytes', (string) $this->again($batch)->artworks()[0]->reason());
    }

    public function test_what_is_too_large_is_refused_before_a_byte_is_sent(): void
    {
        $this->browser->request('POST', "/batches/{$this->batch()->id()}/uploads", server: self::OURS + ['HTTP_UPLOAD_LENGTH' => (string) (Uploads::LARGEST + 1)]);
        self::assertResponseStatusCodeSame(413);
        self::assertStringContainsString('500 MB', (string) $this->browser->getResponse()->getContent());
    }

    public function test_the_largest_file_is_taken(): void
    {
        $this->announce($this->batch(), Uploads::LARGEST, 'a.png');
        self::assertResponseStatusCodeSame(201);
    }

    public function test_a_malformed_announcement_is_refused(): void
    {
        foreach (['', '-1', '1e9', 'many'] as $length) {
            $this->browser->request('POST', "/batches/{$this->batch()->id()}/uploads", server: self::OURS + ['HTTP_UPLOAD_LENGTH' => $length]);
            self::assertResponseStatusCodeSame(400);
        }
    }

    private function announce(Batch $batch, int $length, string $name, string $folder = '', ?int $referenceOf = null): string
    {
        $this->browser->request('POST', "/batches/{$batch->id()}/uploads", server: self::OURS + ['HTTP_UPLOAD_LENGTH' => (string) $length, 'HTTP_UPLOAD_METADATA' => 'filename '.base64_encode($name).',folder '.base64_encode($folder).(null === $referenceOf ? '' : ',reference-of '.base64_encode((string) $referenceOf))]);
        self::assertResponseStatusCodeSame(201);

        return (string) $this->browser->getResponse()->headers->get('Location');
    }

    private function send(string $place, int $offset, string $bytes): int
    {
        $this->browser->request('PATCH', $place, server: self::OURS + ['HTTP_UPLOAD_OFFSET' => (string) $offset, 'CONTENT_TYPE' => 'application/offset+octet-stream'], content: $bytes);

        return $this->browser->getResponse()->getStatusCode();
    }

    private function offset(string $place): ?string
    {
        $this->browser->request('HEAD', $place);

        return $this->browser->getResponse()->headers->get('Upload-Offset');
    }
}
