<?php

declare(strict_types=1);

namespace Snugfit\Tests\Web;

use Snugfit\Tests\Shop\ShopTestCase;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\Process\Process;

/** What is delivered of one product, as a book. */
final class BookletTest extends ShopTestCase
{
    public function test_pages_come_in_order_with_trim_and_bleed(): void
    {
        $batch = $this->batch(['postcard']);
        $this->give($batch, 'b.png', 2000, 1400);
        $this->give($batch, 'a.png', 1400, 2000);
        $this->press($batch);
        $page = $this->browser->request('GET', "/batches/{$batch->id()}/parcels");
        $link = $page->selectLink('Booklet of Postcard')->attr('href') ?? '';
        $this->browser->request('GET', $link);
        $answer = $this->browser->getResponse();
        self::assertInstanceOf(BinaryFileResponse::class, $answer);
        $info = (new Process(['pdfinfo', '-box', '-l', '2', $answer->getFile()->getPathname()]))->mustRun()->getOutput();
        self::assertMatchesRegularExpression('/Pages:\s+2/', $info);
        // 4 × 6 in with 3 mm of bleed all round; the upright one is called a, and comes first.
        foreach ([1 => [288.0, 432.0], 2 => [432.0, 288.0]] as $number => [$width, $height]) {
            if (1 !== preg_match("/Page\\s+$number TrimBox:\\s+([\\d.]+)\\s+([\\d.]+)\\s+([\\d.]+)\\s+([\\d.]+)/", $info, $trim)) {
                self::fail($info);
            }
            self::assertEqualsWithDelta([$width, $height], [(float) $trim[3] - (float) $trim[1], (float) $trim[4] - (float) $trim[2]], 0.2);
            self::assertEqualsWithDelta([8.5, 8.5], [(float) $trim[1], (float) $trim[2]], 0.05);
        }
        $this->browser->request('GET', "/batches/{$batch->id()}/booklet-a4.pdf");
        self::assertResponseStatusCodeSame(404);

        // Each of them on paper from the printer on the desk: 108 × 158 mm go on one sheet, or as a strip of 60 mm.
        foreach (['On sheets of A4' => [1, 'A4'], 'A strip on letter' => [1, 'letter']] as $label => [$pages, $paper]) {
            $this->browser->request('GET', $page->selectLink($label)->attr('href') ?? '');
            $answer = $this->browser->getResponse();
            self::assertInstanceOf(BinaryFileResponse::class, $answer, $label);
            self::assertStringContainsString('attachment', (string) $answer->headers->get('Content-Disposition'));
            $info = (new Process(['pdfinfo', $answer->getFile()->getPathname()]))->mustRun()->getOutput();
            self::assertMatchesRegularExpression("/Pages:\\s+$pages/", $info);
            self::assertStringContainsString("($paper)", $info);
        }
    }
}
