<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Amp\CancelledException;
use Amp\TimeoutCancellation;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Tests\Support\SipBench;

/** Requests as strange as those of RFC 4475, under the names it gives them, to a phone system over a real socket. */
final class SipTortureTest extends TestCase
{
    use SipBench;

    private const FROM = 'From: <sip:2001@127.0.0.1>;tag=1';
    private const TO = 'To: <sip:2002@127.0.0.1>';

    /** @return iterable<string, array{string, int|null}> request without its Via, and the answer; null for none */
    public static function requests(): iterable
    {
        $request = static fn (string $line, string ...$more): string => $line."\r\n".implode("\r\n", $more);
        $usual = static fn (string $method): array => ['f' => self::FROM, 't' => self::TO, 'c' => 'CSeq: 1 '.$method];
        $options = static fn (string $line = 'OPTIONS sip:127.199.20.1:15061 SIP/2.0', string ...$more): string => $request(
            $line,
            ...array_values(array_replace($usual('OPTIONS'), $more)),
        );
        $register = static fn (string ...$more): string => $request(
            'REGISTER sip:127.199.20.1:15061 SIP/2.0',
            ...array_values(array_replace($usual('REGISTER'), $more)),
        );
        yield 'as usual' => [$options(), 200];
        $method = '!interesting-Method0123456789_*+`.%indeed\'~';
        $user = '1_unusual.URI~(to-be!sure)&isn\'t+it$/crazy?,/;;*:&it+has=1,weird!*pas$wo~d_too.(doesn\'t-it)';
        yield 'intmeth' => [$request("$method sip:$user@127.199.20.1:15061 SIP/2.0", ...array_values($usual($method))), 404];
        $whole = [
            'To: "BEL:\\'."\x07".' NUL:\\'."\0".' DEL:\\'."\x7F".'" <sip:1_unusual.URI~(to-be!sure)&isn\'t+it$/crazy?,/;;*@example.com>',
            'From: token1~` token2\'+_ token3*%!.- <sip:mundane@example.com>;fromParam\'\'~+*_!.-%="работающий";tag=_token~1\'+`*%!-.',
            'CSeq: 139122385 '.$method,
            'Max-Forwards: 255',
            "extensionHeader-!.%*+_`'~:\u{FEFF}大停電",
            'Contact: <sip:cal%6Cer@host5.example.net;%6C%72;n%61me=v%61lue%25%34%31>',
        ];
        yield 'intmeth, whole' => [$request("$method sip:$user@127.199.20.1:15061 SIP/2.0", ...$whole), 404];
        yield 'esc02' => [$request('RE%47IST%45R sip:127.199.20.1 SIP/2.0', ...array_values($usual('RE%47IST%45R'))), 405];
        $long = str_repeat('long', 200);
        yield 'longreq' => [$options(f: "From: \"$long\" <sip:$long@127.0.0.1>;tag=1", u: "Unknown-$long: $long$long"), 200];
        yield 'noreason, wsinv' => [$options(c: "CSeq:   0009\r\n  OPTIONS", t: "TO :\r\n sip:2002@127.0.0.1 ;   tag    = 19"), 200];
        yield 'clerr' => [$options(l: "Content-Length: 9999\r\n\r\nshort"), 400];
        yield 'ncl' => [$options(l: 'Content-Length: -999'), 400];
        yield 'mcl01' => [$options(l: "Content-Length: 0\r\nContent-Length: 5"), 400];
        yield 'badinv01' => [$options(m: 'Contact: "Joe" <sip:joe@127.0.0.1>;;;;'), 400];
        yield 'scalar02, sequence' => [$register(c: 'CSeq: 36893488147419103232 REGISTER'), 400];
        yield 'the largest sequence' => [$options(c: 'CSeq: 2147483647 OPTIONS'), 200];
        yield 'one more' => [$options(c: 'CSeq: 2147483648 OPTIONS'), 400];
        yield 'scalar02, hops' => [$register(h: 'Max-Forwards: 300'), 400];
        yield 'scalar02, expiry' => [$register(m: 'Contact: <sip:2001@127.0.0.1>;expires=280297596632815'), 400];
        yield 'quotbal' => [$options(t: 'To: "Mr. J. User <sip:j.user@127.0.0.1>'), 400];
        yield 'ltgtruri' => [$options('OPTIONS <sip:2002@127.0.0.1> SIP/2.0'), 400];
        yield 'lwsruri' => [$options('OPTIONS sip:2002@127.0.0.1; lpcm SIP/2.0'), 400];
        yield 'lwsstart' => [$options('OPTIONS  sip:2002@127.0.0.1  SIP/2.0'), 400];
        yield 'escruri' => [$options('OPTIONS sip:2002@127.0.0.1?Route=%3Csip:127.0.0.1%3E SIP/2.0'), 400];
        yield 'regbadct' => [$register(m: 'Contact: sip:2001@127.0.0.1?Route=%3Csip:sip.127.0.0.1%3E'), 400];
        yield 'badaspec' => [$options(t: 'To: "Watson, Thomas" < sip:t.watson@127.0.0.1 >'), 400];
        yield 'baddn' => [$options(f: 'From: Bell, Alexander <sip:a.g.bell@127.0.0.1>;tag=43'), 400];
        yield 'badvers' => [$options('OPTIONS sip:2002@127.0.0.1 SIP/7.0'), 505];
        yield 'mismatch01' => [$options(c: 'CSeq: 8 INVITE'), 400];
        yield 'multi01' => [$options(f: self::FROM."\r\nFrom: <sip:2003@127.0.0.1>;tag=2"), 400];
        yield 'bext01' => [$options('OPTIONS sip:2002@127.0.0.1 SIP/2.0', r: 'Proxy-Require: noProxiesSupportThis'), 420];
        yield 'zeromf' => [$options('OPTIONS sip:2002@127.0.0.1 SIP/2.0', h: 'Max-Forwards: 0'), 483];
        yield 'unkscm' => [$options('OPTIONS nobodyKnowsThisScheme:totallyopaquecontent SIP/2.0'), 416];
        yield 'regaut01' => [$register(t: 'To: <sip:2001@127.0.0.1>', a: 'Authorization: NoOneKnowsThisScheme opaque-data=here'), 401];
        yield 'bigcode' => ["SIP/2.0 4294967301 better not break the receiver\r\n".implode("\r\n", $usual('OPTIONS')), null];
    }

    #[DataProvider('requests')]
    public function testStrangeRequestsGetTheirAnswer(string $request, ?int $status): void
    {
        $this->system();
        $socket = $this->open[] = $this->sockets->udp('127.199.23.50');
        $via = \sprintf('Via: SIP/2.0/UDP 127.199.23.50:%d;branch=z9hG4bK%s;rport', $socket->port(), bin2hex(random_bytes(4)));
        [$line, $rest] = explode("\r\n", $request, 2);
        $end = str_contains($rest, "\r\n\r\n") ? '' : "\r\n\r\n";
        $socket->send(self::AT, 15061, "$line\r\n$via\r\nCall-ID: torture-".random_int(0, 1 << 30)."\r\n$rest$end");
        try {
            $answer = $socket->receive(new TimeoutCancellation(null === $status ? 0.3 : 2.0));
        } catch (CancelledException) {
            $answer = null;
        }
        // What was malformed comes back in the answer, so that only its first line is read.
        self::assertSame($status, null === $answer ? null : (int) substr($answer[2], \strlen('SIP/2.0 '), 3));
    }
}
