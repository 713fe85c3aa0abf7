<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\HttpFoundation\File\UploadedFile;
use Vorhut\App\Entity\StepPhoto;
use Vorhut\Core\Job\Stage;

/** Stickers looked up and units swapped; photos kept with steps. */
final class ScanTest extends AppTestCase
{
    public function testAStickerIsComparedWithThePlanAtOnce(): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/scan?code=02-47-00-00-10-1C');
        self::assertSame('This is Customs phone', $page->filter('#which h2')->text());
        self::assertCount(0, $page->filter('form[action$="/scan/swap"]'), 'a viewer swaps nothing');
        self::assertStringContainsString('camera=(self)', (string) $this->client->getResponse()->headers->get('Permissions-Policy'));
        $page = $this->client->request('GET', self::JOB.'/scan?code=02-47-00-00-10-1C&unit=horn-8');
        self::assertSame('This is Customs phone, not Horn 8', $page->filter('#which h2')->text());
        $this->client->request('GET', self::JOB.'/scan/which?code=%3Cscript%3E', server: ['HTTP_HX_REQUEST' => 'true']);
        self::assertStringStartsWith('<section class="which"', trim($this->body()), 'only the answer');
        self::assertStringNotContainsString('<script>', $this->body());
        $this->client->request('GET', self::JOB.'/networks');
        self::assertStringContainsString('camera=()', (string) $this->client->getResponse()->headers->get('Permissions-Policy'));
        self::assertStringNotContainsString('zxing', $this->body(), 'the reader is loaded where one scans');
    }

    public function testASwappedUnitBeginsAnewAndComesBackWithUndo(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/vault/make');
        $this->post(self::JOB.'/bench/ramp-phone', ['step' => 'secure', 'reason' => 'first']);
        $this->post(self::JOB.'/bench/ramp-phone', ['step' => 'unpack', 'later' => '1']);
        $was = $this->job()->devices['ramp-phone'];
        $page = $this->post(self::JOB.'/scan/swap', ['unit' => 'ramp-phone', 'serial' => 'KS-NEW-1', 'mac' => '02-47-00-00-10-1C']);
        self::assertSame(422, $this->code());
        self::assertStringContainsString('It is planned as Customs phone', $page->filter('.error-text')->text());
        self::assertSame('KS-NEW-1', $page->filter('input[name=serial]')->attr('value'), 'nothing is lost');
        $this->post(self::JOB.'/scan/swap', ['unit' => 'ramp-phone', 'serial' => 'KS-NEW-1', 'mac' => '02:47:00:00:99:01']);
        $now = $this->job()->devices['ramp-phone'];
        self::assertSame(['KS-NEW-1', '02-47-00-00-99-01'], [$now->serial, (string) $now->interfaces[0]->mac]);
        self::assertSame([Stage::Planned, null], [$now->stage, $now->password]);
        self::assertSame(0, $this->number('SELECT COUNT(*) FROM bench_record WHERE withdrawn = 0'));
        $typed = 'SELECT COUNT(*) FROM secret WHERE in_unit AND typed_at > "2001-01-01"';
        self::assertSame(0, $this->number($typed), 'the new one has no secret yet');
        $this->client->request('GET', self::JOB.'/bench/ramp-phone');
        $this->client->submit($this->client->getCrawler()->filter('form[action*="/undo/"]')->first()->form());
        self::assertSame($was->serial, $this->job()->devices['ramp-phone']->serial);
        self::assertSame(2, $this->number('SELECT COUNT(*) FROM bench_record WHERE withdrawn = 0'));
        self::assertGreaterThan(0, $this->number($typed));
        $this->as('vera');
        $this->post(self::JOB.'/scan/swap', ['unit' => 'ramp-phone', 'serial' => 'KS-NEW-2']);
        self::assertSame(403, $this->code());
    }

    public function testAPhotoIsKeptWithItsStepWithoutItsPlace(): void
    {
        $this->as('tomas');
        $this->record(self::jpeg(), 'there.jpg');
        $photo = $this->em()->getRepository(StepPhoto::class)->findAll()[0] ?? null;
        self::assertInstanceOf(StepPhoto::class, $photo);
        self::assertSame(['ramp-phone', 'unpack', 'image/jpeg'], [$photo->getDevice(), $photo->getStep(), $photo->getType()]);
        self::assertStringNotContainsString('60.39', $photo->getBytes());
        $page = $this->client->request('GET', self::JOB.'/bench/ramp-phone?step=unpack');
        $url = (string) $page->filter('.photos img')->attr('src');
        $this->client->request('GET', $url);
        self::assertSame([200, 'image/jpeg'], [$this->code(), $this->client->getResponse()->headers->get('Content-Type')]);
        self::assertStringEndsWith("pixels\xFF\xD9", $this->body());
        $this->client->request('GET', str_replace('kestrel-sound-ferries', 'skerry-slip', $url));
        self::assertSame(404, $this->code(), 'another job');
        $this->record(bytes: '<svg onload="alert(1)"/>', name: 'there.jpg', step: 'mount');
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('[role=alert]', 'expected is a photo as JPEG or PNG');
        self::assertSame(1, $this->number('SELECT COUNT(*) FROM step_photo'));
    }

    private function record(string $bytes, string $name, string $step = 'unpack'): void
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'photo');
        file_put_contents($file, $bytes);
        $this->client->request(
            'POST',
            self::JOB.'/bench/ramp-phone',
            ['_token' => 'csrf-token', 'version' => $this->version(), 'step' => $step, 'later' => '1'],
            ['photo' => new UploadedFile($file, $name, test: true)],
            ['HTTP_ORIGIN' => 'http://localhost'],
        );
    }

    private static function jpeg(): string
    {
        $segment = static fn (string $marker, string $data): string => "\xFF".$marker.pack('n', \strlen($data) + 2).$data;

        $told = $segment("\xE0", "JFIF\0\x01\x01").$segment("\xE1", "Exif\0\0GPS 60.39");

        return "\xFF\xD8".$told.$segment("\xDA", 'scan')."pixels\xFF\xD9";
    }
}
