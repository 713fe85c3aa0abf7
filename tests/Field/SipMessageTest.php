<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Sip\Digest;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\SipError;
use Vorhut\Field\Sip\SipMessage;
use Vorhut\Field\Sip\SipUri;

final class SipMessageTest extends TestCase
{
    use TestTrait;

    private const HEAD = "Via: SIP/2.0/UDP 127.0.0.1;branch=z9hG4bKx\r\nFrom: <sip:a@127.0.0.1>;tag=1\r\nTo: "
        ."<sip:b@127.0.0.1>\r\nCall-ID: c\r\nCSeq: 1 OPTIONS\r\n";

    /** Section 7.3: any case, compact forms, folded lines, lists in one header or several. */
    public function testHeadersAreReadInEveryForm(): void
    {
        $message = SipMessage::parse(
            "OPTIONS sip:b@127.0.0.1 SIP/2.0\r\nv: SIP/2.0/UDP 127.0.0.1;branch=z9hG4bK1,\r\n  SIP/2.0/UDP "
            ."127.0.0.2 ;branch=z9hG4bK2\r\nVIA : SIP/2.0/UDP 127.0.0.3;branch=z9hG4bK3\r\nf: \"Quay, office\" "
            ."<sip:a@127.0.0.1;x=y>;tag=ab\r\nTO: sip:b@127.0.0.1\r\ni: c\r\ncseq: 7   OPTIONS\r\nm: \"A, B\" "
            ."<sip:a@127.0.0.1>, <sip:c@127.0.0.1>\r\nl: 2\r\n\r\nhello",
        );
        self::assertCount(3, $message->all('Via'));
        self::assertSame('z9hG4bK1', $message->branch());
        self::assertSame('ab', $message->tag('From'));
        self::assertNull($message->tag('To'));
        self::assertSame(['"A, B" <sip:a@127.0.0.1>', '<sip:c@127.0.0.1>'], $message->all('Contact'));
        self::assertSame(7, $message->sequence());
        self::assertSame('he', $message->body, 'no more than announced');
    }

    public function testWhatIsWrittenIsReadAgain(): void
    {
        $message = SipMessage::parse("OPTIONS sip:b@127.0.0.1 SIP/2.0\r\n".self::HEAD."\r\n");
        $again = SipMessage::parse((string) $message->reply(status: 200, reason: 'OK', tag: 'tag', body: 'body', X_Own: 'yes'));
        self::assertSame(
            [200, 'body', 'tag', 'yes', 'OPTIONS'],
            [$again->status, $again->body, $again->tag('To'), $again->first('X-Own'), $again->cseqMethod()],
        );
        self::assertSame('1', $again->tag('From'));
    }

    /** @return iterable<string, array{string}> */
    public static function nonsense(): iterable
    {
        yield 'nothing' => [''];
        yield 'no request line' => ["hello\r\n".self::HEAD."\r\n"];
        yield 'another version' => ["OPTIONS sip:b@127.0.0.1 SIP/3.0\r\n".self::HEAD."\r\n"];
        yield 'no Via' => ["OPTIONS sip:b@127.0.0.1 SIP/2.0\r\nFrom: a\r\nTo: b\r\nCall-ID: c\r\nCSeq: 1 OPTIONS\r\n\r\n"];
        yield 'method of CSeq differs' => ["INVITE sip:b@127.0.0.1 SIP/2.0\r\n".self::HEAD."\r\n"];
        yield 'CSeq without number' => [str_replace('1 OPTIONS', 'x OPTIONS', "OPTIONS sip:b@127.0.0.1 SIP/2.0\r\n".self::HEAD."\r\n")];
        yield 'body too short' => ["OPTIONS sip:b@127.0.0.1 SIP/2.0\r\n".self::HEAD."Content-Length: 99\r\n\r\nx"];
        yield 'negative length' => ["OPTIONS sip:b@127.0.0.1 SIP/2.0\r\n".self::HEAD."Content-Length: -1\r\n\r\nx"];
        yield 'thousands of headers' => ["OPTIONS sip:b@127.0.0.1 SIP/2.0\r\n".self::HEAD.str_repeat("X: y\r\n", 5000)."\r\n"];
        yield 'too long' => ["OPTIONS sip:b@127.0.0.1 SIP/2.0\r\n".self::HEAD.'X: '.str_repeat('y', 70000)."\r\n\r\n"];
    }

    #[DataProvider('nonsense')]
    public function testNonsenseIsRefused(string $bytes): void
    {
        $this->expectException(SipError::class);
        SipMessage::parse($bytes);
    }

    /** Cut anywhere, with any byte changed, a message is read or refused, and nothing else happens. */
    public function testDamageNeverDoesMore(): void
    {
        $whole = "OPTIONS sip:b@127.0.0.1 SIP/2.0\r\n"
            .self::HEAD
            ."Contact: \"x\" <sip:a@127.0.0.1>;expires=3\r\nContent-Length: 4\r\n\r\nbody";
        $this->limitTo(400)
            ->forAll(Generators::choose(0, \strlen($whole) - 1), Generators::choose(0, 255), Generators::bool())
            ->then(static function (int $at, int $byte, bool $cut) use ($whole): void {
                $damaged = $cut ? substr($whole, 0, $at) : substr_replace($whole, \chr($byte), $at, 1);
                try {
                    $message = SipMessage::parse($damaged);
                    self::assertNotSame('', (string) $message);
                    $message->all('Contact');
                    $message->branch();
                } catch (SipError $e) {
                    self::assertNotSame('', $e->getMessage());
                }
            });
    }

    public function testUris(): void
    {
        foreach (
            [
                'sip:2001@127.0.0.1' => ['2001', '127.0.0.1', 5060],
                '"Quay" <sip:2001@127.0.0.1:5070;transport=udp>;tag=x' => ['2001', '127.0.0.1', 5070],
                'sip:a@example.net' => ['a', 'example.net', 5060],
                '<sip:127.0.0.1;lr>' => ['', '127.0.0.1', 5060],
            ] as $text => $parts
        ) {
            $uri = SipUri::tryFrom($text);
            self::assertSame($parts, [$uri?->user, $uri?->host, $uri?->port], $text);
        }
        foreach (['tel:2001', 'sip:a@exa mple', 'sip:a@127.0.0.1:99999', 'sip:a@127.0.0.1:0', ''] as $text) {
            self::assertNull(SipUri::tryFrom($text), $text);
        }
    }

    /** The examples of RFC 2617, section 3.5, and RFC 7616, section 3.9.1. */
    public function testDigestAgreesWithTheStandardsExamples(): void
    {
        $old = 'Digest username="Mufasa", realm="testrealm@host.com", nonce="dcd98b7102dd2f0e8b11d0f600bfb0c093", '
            .'uri="/dir/index.html", qop=auth, nc=00000001, cnonce="0a4f113b", '
            .'response="6629fae49393a05397450978507c4ef1"';
        self::assertTrue(Digest::proves($old, 'Circle Of Life', 'GET'));
        self::assertFalse(Digest::proves($old, 'Circle of Life', 'GET'));
        self::assertFalse(Digest::proves($old, 'Circle Of Life', 'POST'));
        $new = 'Digest username="Mufasa", realm="http-auth@example.org", uri="/dir/index.html", algorithm=SHA-256, '
            .'nonce="7ypf/xlj9XXwfDPEoM4URrv/xwf94BcCAzFZH4GiTo0v", nc=00000001, '
            .'cnonce="f2/wE4q74E6zIJEtWaHKaf5wv/H5QzzpXusqGemxURZJ", qop=auth, '
            .'response="753927fa0e85d155564e2e272a28d1802ca10daf4496794697cf8db5856cb6c1"';
        self::assertTrue(Digest::proves($new, 'Circle of Life', 'GET'));
        self::assertFalse(Digest::proves(answer: 'Digest username="x"', password: 'y', method: 'GET'));
        foreach (['MD5', 'SHA-256'] as $algorithm) {
            $answer = Digest::answer(
                challenge: Digest::challenge('lab', 'n1', $algorithm),
                user: '2001',
                password: 'secret',
                method: 'REGISTER',
                uri: 'sip:127.0.0.1',
                cnonce: 'c1',
            );
            self::assertTrue(Digest::proves((string) $answer, 'secret', 'REGISTER'), $algorithm);
        }
        self::assertNull(Digest::answer(
            challenge: 'Digest realm="x", nonce="y", algorithm=ROT13',
            user: 'u',
            password: 'p',
            method: 'GET',
            uri: '/',
            cnonce: 'c',
        ));
    }

    /** RFC 3264, section 6: the answer holds only what was offered, in the offer's order. */
    public function testOfferAndAnswer(): void
    {
        $mine = new Sdp('127.0.0.2', 4000, [Sdp::PCMU, Sdp::PCMA]);
        self::assertSame([Sdp::PCMA, Sdp::PCMU], $mine->answerTo(new Sdp('127.0.0.1', 5000, [9, Sdp::PCMA, Sdp::PCMU]))?->payloads);
        self::assertNull($mine->answerTo(new Sdp('127.0.0.1', 5000, [18])));
        self::assertEquals($mine, Sdp::parse((string) $mine));
        self::assertNull(Sdp::parse("v=0\r\nm=video 5000 RTP/AVP 96\r\n"));
    }

    public function testRtpIsToldFromOtherDatagrams(): void
    {
        self::assertTrue(RtpStream::isRtp("\x80\x00".str_repeat("\0", 10)));
        self::assertFalse(RtpStream::isRtp("\x40\x00".str_repeat("\0", 10)), 'another version');
        self::assertFalse(RtpStream::isRtp("\x83\x00".str_repeat("\0", 10)), 'three contributing sources that are not there');
        self::assertFalse(RtpStream::isRtp('OPTIONS'));
    }
}
