<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Shop\Entity\Batch;
use Snugfit\Shop\Entity\IntakeState;
use Snugfit\Tests\Shop\ShopTestCase;
use Snugfit\Web\Intake\Uploads;

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
        self::assertSame([], glob($this->data.'/uploads/*'), 'nothing is left aside');
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
        self::assertSame([], glob($this->data.'/uploads/*'));
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
