<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\TestCase;
use Vorhut\Field\Rtp\Srtp;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\Transport;
use Vorhut\Tests\Support\SipBench;

/** Sound that nobody else hears or makes (RFC 3711), with keys that are agreed within TLS (RFC 4568). */
final class SrtpTest extends TestCase
{
    use SipBench;

    /** RFC 3711, appendix B.3. */
    private const MASTER = 'E1F97A0D3E018BE0D64FA32C06DE41390EC675AD498AFEEBB6960B3AABE6';

    public function testKeysAreDerivedAsInTheStandard(): void
    {
        $master = (string) hex2bin(self::MASTER);
        self::assertSame('C61E7A93744F39EE10734AFE3FF7A087', strtoupper(bin2hex(Srtp::derived($master, 0, 16))));
        self::assertSame('CEBE321F6FF7716B6FD4AB49AF256A156D38BAA4', strtoupper(bin2hex(Srtp::derived($master, 1, 20))));
        self::assertSame('30CBBC08863D8C85D49DB34A9AE1', strtoupper(bin2hex(Srtp::derived($master, 2, 14))));
    }

    public function testWhatIsSealedIsOpenedOnceAndWhole(): void
    {
        $master = random_bytes(Srtp::BYTES);
        [$from, $to] = [new Srtp($master), new Srtp($master)];
        // Across the end of the numbers, with some lost and some out of their order.
        $sealed = [];
        foreach (range(65500, 65700) as $n) {
            $sealed[$n] = $from->protect(self::packet($n & 0xFFFF, "sound $n"));
        }
        [$sealed[65540], $sealed[65535]] = [$sealed[65535], $sealed[65540]];
        unset($sealed[65510], $sealed[65536], $sealed[65537]);
        foreach ($sealed as $bytes) {
            self::assertStringNotContainsString('sound', $bytes);
            $opened = $to->open($bytes);
            self::assertNotNull($opened);
            self::assertStringStartsWith('sound ', substr($opened, 12));
            self::assertNull($to->open($bytes), 'said again');
        }
        $next = $from->protect(self::packet(200, 'sound'));
        self::assertSame(\strlen('sound') + 12 + 10, \strlen($next));
        foreach ([0, 13, \strlen($next) - 1] as $at) {
            self::assertNull($to->open(substr_replace($next, \chr(\ord($next[$at]) ^ 1), $at, 1)), "changed at $at");
        }
        self::assertNull((new Srtp(random_bytes(Srtp::BYTES)))->open($next), 'another key');
        self::assertNull($to->open('short'));
        self::assertNotNull($to->open($next), 'what was tried in vain does not spoil it');
    }

    public function testReportsAreSealedToo(): void
    {
        $master = random_bytes(Srtp::BYTES);
        [$from, $to] = [new Srtp($master), new Srtp($master)];
        $report = "\x81\xC9\x00\x07".pack('N7', 7, 8, 9, 10, 11, 0, 0);
        $sealed = $from->protectReport($report);
        self::assertSame(\strlen($report) + 4 + 10, \strlen($sealed));
        self::assertSame(substr($report, 0, 8), substr($sealed, 0, 8));
        self::assertSame($report, $to->openReport($sealed));
        self::assertNull($to->openReport($sealed), 'said again');
        self::assertNull($to->openReport(substr_replace($from->protectReport($report), "\xFF", 9, 1)));
    }

    public function testAKeyIsReadWhereItsWayIsKnown(): void
    {
        $line = 'a=crypto:%s inline:'.base64_encode(str_repeat('k', Srtp::BYTES));
        $body = "v=0\r\no=- 1 1 IN IP4 127.0.0.1\r\ns=-\r\nc=IN IP4 127.0.0.1\r\nt=0 0\r\nm=audio 4000 RTP/%s 0\r\n%s\r\n";
        $offer = Sdp::parse(\sprintf($body, 'SAVP', \sprintf($line, '7 AES_CM_128_HMAC_SHA1_80')));
        self::assertSame(str_repeat('k', Srtp::BYTES), $offer?->key);
        $own = new Sdp('127.0.0.2', 5000, [0]);
        self::assertNull($own->answerTo($offer), 'who has no key cannot answer');
        $answer = (string) $own->sealed(str_repeat('o', Srtp::BYTES))->answerTo($offer);
        self::assertStringContainsString("m=audio 5000 RTP/SAVP 0\r\n", $answer);
        self::assertStringContainsString('a=crypto:7 AES_CM_128_HMAC_SHA1_80 inline:'.base64_encode(str_repeat('o', 30)), $answer);
        self::assertNull(Sdp::parse(\sprintf($body, 'SAVP', \sprintf($line, '1 F8_128_HMAC_SHA1_80'))), 'another way');
        self::assertNull(Sdp::parse(\sprintf($body, 'SAVP', 'a=sendrecv')), 'no key');
        $clear = \sprintf($body, 'AVP', \sprintf($line, '1 AES_CM_128_HMAC_SHA1_80'));
        self::assertNull(Sdp::parse($clear), 'a key for what goes in the clear');
    }

    /** Between a phone within TLS and one that is not, either way, held and gone on with; what others say is not heard. */
    public function testACallIsSealedBothWays(): void
    {
        $this->system();
        [$a, $b] = [$this->phone('2001', transport: Transport::Tls), $this->phone('2002')];
        self::assertSame([200, 200], [$this->wait($a->register()), $this->wait($b->register())]);
        $call = $this->wait($a->startCall('2002'))->call ?? throw new \LogicException('no call');
        $other = $b->calls()[0];
        self::until(static fn (): bool => $call->media->received() > 12 && $other->media->received() > 12);
        self::assertSame([true, true, 0, 0], [
            $call->media->sealing->isAgreed(), $other->media->sealing->isAgreed(), $call->media->refused, $other->media->refused,
        ]);
        self::until(static fn (): bool => null !== $call->media->lastReport && null !== $other->media->lastReport);
        self::assertSame(200, $this->wait($b->hold($other)));
        self::assertSame(200, $this->wait($b->hold($other, false)));
        $before = $other->media->received();
        self::until(static fn (): bool => $other->media->received() > $before + 3);
        self::assertTrue($other->media->sealing->isAgreed(), 'and stays so');
        $stranger = $this->open[] = $this->sockets->udp('127.199.23.60');
        $stranger->send('127.199.21.2', $other->media->port, self::packet(1, str_repeat("\xD5", 160)));
        self::until(static fn (): bool => 1 === $other->media->refused);
        $this->wait($a->hangUp($call));
        $clear = $this->wait($b->startCall('2001'))->call;
        self::assertFalse($clear?->media->sealing->isAgreed(), 'who calls in the clear is answered in the clear');
    }

    private static function packet(int $sequence, string $payload): string
    {
        return pack('CCnNN', 0x80, 0, $sequence, 160 * $sequence, 0x01020304).$payload;
    }
}
