<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Net\Service;
use Vorhut\Field\Dns\DnsError;
use Vorhut\Field\Dns\DnsMessage;
use Vorhut\Field\Dns\DnsRecord;
use Vorhut\Field\Dns\ServiceBook;

/** Messages of service discovery on the wire (RFC 1035, section 4; RFC 6762; RFC 6763). */
final class DnsMessageTest extends TestCase
{
    /** Section 4.1.1: what people call a unit is one label, with its letters as they are, dots and all. */
    public function testNamesOfUnitsStayAsPeopleWroteThem(): void
    {
        $instance = ['Hütte Süd. 1', '_http', '_tcp', 'local'];
        $message = new DnsMessage(
            id: 7,
            isResponse: true,
            questions: [new DnsRecord($instance, DnsRecord::PTR)],
            records: [
                new DnsRecord(['_http', '_tcp', 'local'], DnsRecord::PTR, $instance, ttl: 4500),
            ],
            besides: [
                new DnsRecord(name: $instance, type: DnsRecord::SRV, target: ['hut', 'local'], port: 8080, ttl: 120),
                new DnsRecord(['hut', 'local'], DnsRecord::A, ['10.47.60.40'], ttl: 10),
            ],
        );
        self::assertEquals($message, DnsMessage::parse((string) $message));
    }

    /** RFC 1035, section 4.1.4, and RFC 6762, section 18.14. */
    public function testCompressedNamesAreRead(): void
    {
        $service = "\x05_http\x04_tcp\x05local\x00";
        $data = "\x03hut\xc0\x0c";
        $bytes = pack('n6', 1, 0x8400, 1, 3, 0, 0).$service.pack('n2', 12, 1)
            ."\xc0\x0c".pack('nnNn', 12, 1, 120, \strlen($data)).$data
            ."\xc0\x2e".pack('nnNn', 33, 1, 120, 12)."\x00\x00\x00\x00\x00\x50\x03cam\xc0\x17"
            ."\xc0\x2e".pack('nnNn', 16, 1, 120, 0);
        $records = DnsMessage::parse($bytes)->records;
        self::assertEquals([
            new DnsRecord(['_http', '_tcp', 'local'], DnsRecord::PTR, ['hut', '_http', '_tcp', 'local'], ttl: 120),
            new DnsRecord(name: ['hut', '_http', '_tcp', 'local'], type: DnsRecord::SRV, target: ['cam', 'local'], port: 80, ttl: 120),
        ], $records, 'and a TXT record without any string spoils nothing');
    }

    /** RFC 6762, section 6.7, and RFC 6763, section 12. */
    public function testAnAnswerSuitsWhoAsks(): void
    {
        $book = new ServiceBook(name: 'Camera', host: 'cam', address: '127.47.20.21', services: [Service::fromString('tcp/80')]);
        $type = ['_http', '_tcp', 'local'];
        $query = new DnsMessage(77, false, [new DnsRecord($type, DnsRecord::PTR)]);
        $legacy = $book->answer($query, true) ?? throw new \LogicException();
        self::assertSame([77, 1], [$legacy->id, \count($legacy->questions)]);
        self::assertSame([10, 10, 10, 10], array_map(static fn (DnsRecord $r): ?int => $r->ttl, $legacy->all()));
        self::assertSame([DnsRecord::PTR], array_map(static fn (DnsRecord $r): int => $r->type, $legacy->records));
        $besides = array_map(static fn (DnsRecord $r): int => $r->type, $legacy->besides);
        self::assertSame([DnsRecord::SRV, DnsRecord::A, DnsRecord::TXT], $besides, 'what is asked next comes along');
        $same = $book->answer($query, false) ?? throw new \LogicException();
        self::assertSame([0, []], [$same->id, $same->questions]);
        self::assertSame([4500, 120, 120, 4500], array_map(static fn (DnsRecord $r): ?int => $r->ttl, self::onTheWire($same)));
        self::assertNull($book->answer(new DnsMessage(1, false, [new DnsRecord(['_ftp', '_tcp', 'local'], DnsRecord::PTR)]), true));
    }

    /** @return list<DnsRecord> with what is sent of the TXT record, too */
    private static function onTheWire(DnsMessage $message): array
    {
        return array_map(static fn (DnsRecord $r): DnsRecord => $r->within(100000), $message->all());
    }

    /** @return iterable<string, array{string}> */
    public static function nonsense(): iterable
    {
        $header = static fn (int $questions, int $answers): string => pack('n6', 1, 0x8400, $questions, $answers, 0, 0);
        yield 'nothing' => [''];
        yield 'half a header' => [substr($header(1, 0), 0, 7)];
        yield 'a question short' => [$header(2, 0)."\x01a\x00".pack('n2', 12, 1)];
        yield 'a name without end' => [$header(1, 0)."\x3fabc"];
        yield 'a pointer to itself' => [$header(1, 0)."\xc0\x0c".pack('n2', 12, 1)];
        yield 'a pointer forward' => [$header(1, 0)."\xc0\x40".pack('n2', 12, 1).str_repeat("\x01a", 60)];
        yield 'a label of an unknown kind' => [$header(1, 0)."\x80a\x00".pack('n2', 12, 1)];
        yield 'an address of six bytes' => [$header(0, 1)."\x01a\x00".pack('nnNn', 1, 1, 1, 6).'abcdef'];
        yield 'a record that ends beyond' => [$header(0, 1)."\x01a\x00".pack('nnNn', 16, 1, 1, 900).'abc'];
        yield 'very many records' => [$header(0xFFFF, 0xFFFF).str_repeat("\x00\x00\x01\x00\x01", 200)];
    }

    #[DataProvider('nonsense')]
    public function testNonsenseIsRefused(string $bytes): void
    {
        $this->expectException(DnsError::class);
        DnsMessage::parse($bytes);
    }

    public function testALabelThatIsTooLongIsNotSent(): void
    {
        $this->expectException(DnsError::class);
        (new DnsRecord([str_repeat('x', 64)], DnsRecord::PTR))->pack();
    }
}
