<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Amp\TimeoutCancellation;
use PHPUnit\Framework\TestCase;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Rtp\Tone;
use Vorhut\Field\Sip\Attempt;
use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\Decision;
use Vorhut\Field\Sip\Digest;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\ServerTransaction;
use Vorhut\Field\Sip\SipEndpoint;
use Vorhut\Field\Sip\SipMessage;
use Vorhut\Field\Sip\SipUri;
use Vorhut\Field\Sip\Switching;
use Vorhut\Field\Sip\Transport;
use Vorhut\Field\Voice\PagingApp;
use Vorhut\Tests\Support\SipBench;

/** What independent SIP speakers found missing, each as a rule of its own. */
final class SipRulesTest extends TestCase
{
    use SipBench;

    private const URI = 'sip:127.199.20.1:15061';

    /** RFC 7616, section 3.3: however many ask between, a nonce is good; used twice it is stale, and that is said. */
    public function testAProofIsGoodHoweverManyAskBetween(): void
    {
        $this->system();
        $hand = $this->hand('127.199.21.60');
        $first = (string) $this->registration($hand)->first('WWW-Authenticate');
        for ($n = 0; $n < 600; ++$n) {
            $hand->send(SipMessage::request('REGISTER', self::URI, [
                ['Via', $hand->via()], ['Max-Forwards', '70'], [
                    'From',
                    '<sip:2001@'.self::AT.'>;tag=h',
                ], ['To', '<sip:2001@'.self::AT.'>'],
                ['Call-ID', 'many-'.$n], ['CSeq', '1 REGISTER'],
            ]), self::AT, 15061);
        }
        \Amp\delay(0.3);
        $proof = (string) Digest::answer(
            challenge: $first,
            user: '2001',
            password: 'lab-2001',
            method: 'REGISTER',
            uri: self::URI,
            cnonce: 'c',
        );
        self::assertSame(200, $this->registration($hand, [['Authorization', $proof]])->status);
        $again = $this->registration($hand, [['Authorization', $proof]]);
        self::assertSame(401, $again->status, 'used once');
        self::assertStringContainsString('stale=true', (string) $again->first('WWW-Authenticate'));
        self::assertStringNotContainsString('stale', $first);
    }

    /** RFC 3261, section 22.4: the uri of a proof may be the server alone. */
    public function testAProofForTheServerIsTaken(): void
    {
        $this->system();
        $hand = $this->hand('127.199.21.61');
        $challenge = (string) $this->registration($hand)->first('WWW-Authenticate');
        foreach (['sip:127.199.20.1:15061' => 200, 'sip:2002@127.199.20.1:15061' => 403, 'sip:192.0.2.1' => 403] as $uri => $status) {
            $proof = (string) Digest::answer(
                challenge: $challenge,
                user: '2001',
                password: 'lab-2001',
                method: 'REGISTER',
                uri: $uri,
                cnonce: 'c'.$status,
            );
            $with = [['Authorization', $proof]];
            $answer = $this->answerTo($hand, 'REGISTER', 'sip:2001@127.199.20.1:15061', [['To', '<sip:2001@'.self::AT.'>'], ...$with]);
            self::assertSame($status, $answer->status, $uri);
            $challenge = (string) $this->registration($hand)->first('WWW-Authenticate');
        }
    }

    /** RFC 3261, section 12.2.2. */
    public function testARequestOfACallWithALowerNumberIsRefused(): void
    {
        $this->system();
        $phone = $this->phone('2002');
        $this->wait($phone->register());
        $hand = $this->hand('127.199.21.62');
        $call = ['Call-ID' => 'order-'.SipEndpoint::token(), 'From' => '<sip:2001@'.self::AT.'>;tag=me'];
        $as = static fn (string $to, string $number): array => [
            ['Call-ID', $call['Call-ID']], ['From', $call['From']], ['To', $to], ['CSeq', $number],
        ];
        $at = $this->at['2002'];
        $target = 'sip:2002@'.implode(':', $at);
        $offer = (string) new Sdp('127.199.21.62', 4000, [Sdp::PCMA]);
        $ok = $this->answerTo($hand, 'INVITE', $target, $as('<sip:2002@x>', '5 INVITE'), $offer, ...$at);
        self::assertSame(200, $ok->status);
        $to = (string) $ok->first('To');
        foreach (['OPTIONS' => 500, 'INFO' => 500, 'BYE' => 500] as $method => $status) {
            self::assertSame($status, $this->answerTo($hand, $method, $target, $as($to, '4 '.$method), '', ...$at)->status, $method);
        }
        self::assertCount(1, $phone->calls(), 'the call stands');
        self::assertSame(200, $this->answerTo($hand, 'BYE', $target, $as($to, '6 BYE'), '', ...$at)->status);
    }

    /** RFC 3261, section 13.3.1.4: 64 times T1, and not longer. */
    public function testA200ThatNobodyAcknowledgesIsRepeatedFor64TimesT1(): void
    {
        $t1 = 0.02;
        $phone = $this->phone('2002', t1: $t1);
        $hand = $this->hand('127.199.21.63');
        $target = 'sip:2002@'.implode(':', $this->at['2002']);
        $begin = hrtime(true);
        $this->answerTo(
            $hand,
            'INVITE',
            $target,
            body: (string) new Sdp('127.199.21.63', 4000, [Sdp::PCMA]),
            host: $this->at['2002'][0],
            port: $this->at['2002'][1],
        );
        self::until(static fn (): bool => [] === $phone->calls());
        $took = (hrtime(true) - $begin) / 1e9;
        self::assertGreaterThan(64 * $t1 - 0.25, $took);
        self::assertLessThan(2 * 64 * $t1, $took, 'a busy machine may be late, but not by as much again');
    }

    /** RFC 3261, section 10.3: what cannot be bound is refused, not left out. */
    public function testContactsOfOtherSchemesAreRefusedWithAWarning(): void
    {
        $this->system();
        $hand = $this->hand('127.199.21.64');
        foreach (['<tel:+12025550123>', '<sips:2001@127.199.21.64>'] as $contact) {
            $challenge = (string) $this->registration($hand)->first('WWW-Authenticate');
            $proof = (string) Digest::answer(
                challenge: $challenge,
                user: '2001',
                password: 'lab-2001',
                method: 'REGISTER',
                uri: self::URI,
                cnonce: 'c',
            );
            $answer = $this->registration($hand, [['Authorization', $proof], ['Contact', $contact]]);
            self::assertSame(400, $answer->status, $contact);
            self::assertStringContainsString('sip:', (string) $answer->first('Warning'));
        }
    }

    /** @param list<array{string, string}> $more */
    private function registration(SipEndpoint $hand, array $more = []): SipMessage
    {
        return $this->answerTo($hand, 'REGISTER', self::URI, [['To', '<sip:2001@'.self::AT.'>'], ...$more]);
    }

    /** RFC 3264, section 6: A-law alone is answered and sent as A-law, and only that counts. */
    public function testSoundGoesOutAsItWasAgreed(): void
    {
        $this->system();
        [$a, $b] = [$this->phone('2001', [Sdp::PCMA]), $this->phone('2002')];
        $this->wait($a->register());
        $this->wait($b->register());
        self::assertSame(200, $this->wait($a->call('2002')));
        $call = $a->calls()[0];
        self::until(static fn (): bool => $call->media->received() > 5);
        self::until(static fn (): bool => $b->calls()[0]->media->received() > 5);
        self::assertSame([8, 8], [$call->media->heard, $b->calls()[0]->media->heard]);
        // Sound of another type is heard and not counted.
        $b->calls()[0]->media->payload = Sdp::PCMU;
        self::until(static fn (): bool => 0 === $call->media->heard);
        $before = $call->media->received();
        \Amp\delay(0.1);
        self::assertSame($before, $call->media->received());
    }

    /** RFC 3551, section 4.5.2: wideband where both know it, 160 bytes in 20 ms, and the clock counts as if it were narrow. */
    public function testWidebandSoundIsAgreed(): void
    {
        $this->system();
        [$a, $b, $c] = [$this->phone('2001', [Sdp::G722, Sdp::PCMA]), $this->phone('2002', [Sdp::PCMA, Sdp::G722]), $this->phone('2003')];
        foreach ([$a, $b, $c] as $phone) {
            $this->wait($phone->register());
        }
        foreach (['2002' => Sdp::G722, '2003' => Sdp::PCMA] as $number => $type) {
            $call = $this->wait($a->startCall((string) $number))->call ?? throw new \LogicException('no call');
            self::until(static fn (): bool => $call->media->received() > 5);
            self::assertSame([$type, 0], [$call->media->heard, $call->media->reception->lost()]);
            self::assertLessThan(30, $call->media->reception->jitterMs());
            $this->wait($a->hangUp($call));
        }
        self::assertSame(160, \strlen(Tone::samples(Sdp::G722)));
        self::assertStringContainsString("a=rtpmap:9 G722/8000\r\n", (string) new Sdp('127.0.0.1', 4000, [Sdp::G722]));
    }

    public function testSoundHasTheSpeedItShould(): void
    {
        $listener = new RtpStream($this->sockets->udp('127.199.22.2'));
        $speaker = new RtpStream($this->sockets->udp('127.199.22.1'));
        $speaker->sendTo('127.199.22.2', $listener->port);
        $start = hrtime(true);
        \Amp\delay(1.0);
        $should = (hrtime(true) - $start) / 1e9 * 50;
        self::assertEqualsWithDelta($should, $speaker->sent, 5);
        self::assertSame(0, $listener->reception->lost());
        self::assertLessThan(30, $listener->reception->jitterMs());
        $speaker->close();
        $listener->close();
    }

    /** RFC 4594, section 3: those who forward can tell sound and signalling from the rest. */
    public function testDatagramsAreMarked(): void
    {
        $sound = $this->sockets->udp('127.199.22.1');
        $signalling = $this->sockets->udp('127.199.22.1');
        self::assertSame([0, 0], [$sound->marking(), $signalling->marking()]);
        $stream = new RtpStream($sound);
        $endpoint = new SipEndpoint($signalling, '127.199.22.1', $signalling->port());
        self::assertSame([46, 40], [$sound->marking(), $signalling->marking()]);
        $stream->close();
        $endpoint->close();
    }

    /** RFC 3261, section 13.3.1.4: who never acknowledges is hung up on, and the phone is free again. */
    public function testWithoutAcknowledgementTheCallEnds(): void
    {
        $this->system();
        $phone = $this->phone('2002', t1: 0.01);
        $this->wait($phone->register());
        $byes = 0;
        $hand = $this->hand('127.199.23.1');
        $hand->listen(static function (ServerTransaction $t) use (&$byes): void {
            $byes += (int) ('BYE' === $t->request->method);
            $t->respond($t->request->reply(200, 'OK'));
        });
        self::assertSame(200, $this->invited($hand)->status);
        self::assertCount(1, $phone->calls());
        self::until(static function () use (&$byes): bool {
            return 1 === $byes;
        });
        self::assertSame([], $phone->calls());
    }

    /** Section 12.2.2: what does not name the dialog's tags does not end or change it. */
    public function testStrangersDoNotEndCalls(): void
    {
        $this->system();
        [$a, $b] = [$this->phone('2001'), $this->phone('2002')];
        $this->wait($a->register());
        $this->wait($b->register());
        $this->wait($a->call('2002'));
        $call = $b->calls()[0];
        $at = SipUri::tryFrom($call->local) ?? throw new \LogicException();
        $contact = SipUri::tryFrom($a->calls()[0]->target) ?? throw new \LogicException();
        $hand = $this->hand('127.199.23.2');
        $to = $call->local;
        $strange = [['Call-ID', $call->id], ['From', '<sip:2001@x>;tag=other'], ['To', $to]];
        $half = [['Call-ID', $call->id], ['From', $call->remote], ['To', '<sip:2002@x>;tag=other']];
        foreach ([['BYE', $strange], ['BYE', $half], ['INVITE', $strange]] as [$method, $headers]) {
            $answer = $this->answerTo(
                context: $hand,
                method: $method,
                uri: (string) $contact,
                more: $headers,
                body: '',
                host: $contact->host,
                port: $contact->port,
            );
            self::assertSame(481, $answer->status, $method);
        }
        self::assertCount(1, $b->calls());
        self::assertSame('2002', $at->user);
        $sdp = (string) new Sdp('127.199.23.2', 4000, [0]);
        $unknown = [['To', '<sip:2002@x>;tag=none'], ['Content-Type', 'application/sdp']];
        $answer = $this->answerTo(
            context: $hand,
            method: 'INVITE',
            uri: (string) $contact,
            more: $unknown,
            body: $sdp,
            host: $contact->host,
            port: $contact->port,
        );
        self::assertSame(481, $answer->status);
    }

    public function testParametersOfContactsAreKept(): void
    {
        $uri = SipUri::tryFrom('"x" <sip:2001@127.0.0.1:5070;ob;transport=TCP;x=y>;expires=9');
        self::assertSame('sip:2001@127.0.0.1:5070;ob;transport=TCP;x=y', (string) $uri);
        self::assertSame(Transport::Tcp, $uri?->transport());
        $outside = SipUri::tryFrom('sip:2001@127.0.0.1;transport=tcp');
        self::assertSame(Transport::Udp, $outside?->transport(), 'outside brackets they are the header\'s');
        $this->system();
        $asked = null;
        $hand = $this->hand('127.199.23.3');
        $hand->listen(static function (ServerTransaction $t) use (&$asked): void {
            $asked = $t->request->uri;
            $t->respond($t->request->reply(status: 486, reason: 'Busy Here', tag: 'b'));
        });
        $contact = \sprintf('<sip:2002@%s:%d;line=7>', $hand->address, $hand->port);
        $this->registered($hand, '2002', [['Contact', $contact]]);
        $a = $this->phone('2001');
        $this->wait($a->register());
        self::assertSame(486, $this->wait($a->call('2002')));
        self::assertSame(trim($contact, '<>'), $asked);
    }

    /** Section 18: by TCP registered, rung by TCP, and called across transports. */
    public function testPhonesSpeakTcpToo(): void
    {
        $this->system();
        [$a, $b] = [$this->phone('2001', transport: Transport::Tcp), $this->phone('2002')];
        self::assertSame([200, 200], [$this->wait($a->register()), $this->wait($b->register())]);
        self::assertSame(200, $this->wait($b->call('2001')));
        self::until(static fn (): bool => ($b->calls()[0] ?? null)?->media->received() > 3);
        self::assertSame(200, $this->wait($b->hangUp($b->calls()[0])));
        self::assertSame(200, $this->wait($a->call('2002')));
        self::assertSame(200, $this->wait($b->hangUp($b->calls()[0])), 'hung up from the other side');
        self::until(static fn (): bool => [] === $a->calls());
        // A stream in pieces, with line breaks between, is as good.
        $socket = $this->sockets->connect(self::AT, 15061, 1.0);
        $text = "\r\n\r\nOPTIONS sip:127.199.20.1 SIP/2.0\r\nVia: SIP/2.0/TCP 127.0.0.1:9;branch=z9hG4bKt\r\nFrom: <sip:x@x>;tag=1\r\n"
            ."To: <sip:127.199.20.1>\r\nCall-ID: t\r\nCSeq: 1 OPTIONS\r\nContent-Length: 4\r\n\r\nbody";
        foreach (str_split($text, 60) as $part) {
            $socket->write($part);
        }
        self::assertStringStartsWith('SIP/2.0 200', (string) $socket->read());
        $socket->close();
    }

    /** Section 9.1: who cancels before anything was heard is heard all the same, once something was. */
    /**
     * RFC 3261, section 26.2, and RFC 5658: within TLS at a port of its own, and each side finds the phone system by the entry of the
     * route that is meant for it.
     */
    public function testPhonesSpeakTlsToo(): void
    {
        $this->system();
        [$a, $b] = [$this->phone('2001', transport: Transport::Tls), $this->phone('2002')];
        self::assertSame([200, 200], [$this->wait($a->register()), $this->wait($b->register())]);
        foreach ([[$a, '2002', $b], [$b, '2001', $a]] as [$caller, $number, $callee]) {
            self::assertSame(200, $this->wait($caller->call($number)));
            $call = $caller->calls()[0];
            self::assertCount(2, $call->routes);
            self::until(static fn (): bool => $call->media->received() > 3);
            self::assertSame(200, $this->wait($callee->hangUp($callee->calls()[0])), 'hung up from the other side');
            self::assertSame([], $caller->calls());
        }
        self::assertStringContainsString(';transport=tls', $a->dialogs->contact());
        // What is said in the clear at the port for TLS is not heard.
        $clear = $this->sockets->connect(self::AT, self::TLS_PORT, 2.0);
        $clear->write("OPTIONS sip:127.199.20.1 SIP/2.0\r\n\r\n");
        self::assertNull($clear->read(new TimeoutCancellation(4)));
    }

    public function testACancelBeforeRingingIsNotLost(): void
    {
        $this->system();
        $methods = [];
        $slow = $this->hand('127.199.23.4');
        $slow->listen(static function (ServerTransaction $t) use (&$methods, $slow): void {
            $methods[] = $t->request->method;
            if ('INVITE' === $t->request->method) {
                \Revolt\EventLoop::delay(0.2, static fn () => $t->respond($t->request->reply(status: 180, reason: 'Ringing', tag: 's')));

                return;
            }
            $t->respond($t->request->reply(status: 200, reason: 'OK', tag: 's'));
            $invite = $slow->cancelled($t->request);
            $invite?->respond($invite->request->reply(status: 487, reason: 'Request Terminated', tag: 's'));
        });
        $this->registered($slow, '2002', []);
        $a = $this->phone('2001');
        $this->wait($a->register());
        $tries = [];
        $future = $a->call('2002', static function (object $try) use (&$tries): void {
            $tries[] = $try;
        });
        self::until(static function () use (&$tries): bool {
            return 2 === \count($tries);
        });
        $tries[1]->cancel();
        self::assertSame(487, $this->wait($future));
        self::assertSame(['INVITE', 'CANCEL'], $methods);
    }

    public function testPhonesSayWhyTheyDoNotTakeACall(): void
    {
        $this->system();
        $phone = $this->phone('2002');
        $this->wait($phone->register());
        $hand = $this->hand('127.199.23.5');
        $sdp = (string) new Sdp('127.199.23.5', 4000, [0]);
        $type = ['Content-Type', 'application/sdp'];
        $at = $this->contactOf('2002');
        foreach (
            [
                415 => ['INVITE', (string) $at, [['Content-Type', 'text/plain']]],
                406 => ['INVITE', (string) $at, [$type, ['Accept', 'text/plain']]],
                416 => ['INVITE', 'tel:2002', [$type]],
                404 => ['INVITE', \sprintf('sip:2999@%s:%d', $at->host, $at->port), [$type]],
                405 => ["!interesting-Method0123456789_*+`.%indeed'~", (string) $at, []],
                420 => ['INVITE', (string) $at, [$type, ['Require', 'nothing']]],
            ] as $status => [$method, $uri, $headers]
        ) {
            self::assertSame($status, $this->answerTo(
                context: $hand,
                method: $method,
                uri: $uri,
                more: $headers,
                body: $sdp,
                host: $at->host,
                port: $at->port,
            )->status);
        }
        self::assertSame([], $phone->calls());
    }

    /** RFC 3264, section 8: a new description of a session has a higher number. */
    public function testDescriptionsAreNumbered(): void
    {
        $this->system();
        $phone = $this->phone('2002');
        $this->wait($phone->register());
        $hand = $this->hand('127.199.23.6');
        $answer = $this->invited($hand);
        $call = $phone->calls()[0];
        $at = $this->contactOf('2002');
        $sdp = (string) new Sdp('127.199.23.6', 4000, [0], 'sendonly');
        $headers = [['Call-ID', $call->id], ['From', $call->remote], ['To', $call->local], ['CSeq', '3 INVITE'],
            ['Content-Type', 'application/sdp']];
        $again = $this->answerTo(
            context: $hand,
            method: 'INVITE',
            uri: (string) $at,
            more: $headers,
            body: $sdp,
            host: $at->host,
            port: $at->port,
        );
        self::assertStringContainsString('o=- 1 1 IN', $answer->body);
        self::assertStringContainsString('o=- 1 2 IN', $again->body);
        self::assertStringContainsString('a=recvonly', $again->body);
    }

    /** RFC 7616, sections 3.3 and 3.4: a proof is for one place, one realm, one count and its own name. */
    public function testProofsAreGoodOnceAndForTheirRequestAlone(): void
    {
        $this->system();
        $hand = $this->hand('127.199.23.7');
        $register = fn (string $proof): int => $this->answerTo($hand, 'REGISTER', self::URI, [
            ['To', '<sip:2001@x>'], ['Authorization', $proof],
        ])->status;
        $challenge = fn (): SipMessage => $this->answerTo($hand, 'REGISTER', self::URI, [['To', '<sip:2001@x>']]);
        $good = self::proof($challenge(), '2001', 'REGISTER', self::URI);
        self::assertSame(200, $register($good));
        $again = $this->answerTo($hand, 'REGISTER', self::URI, [['To', '<sip:2001@x>'], ['Authorization', $good]]);
        self::assertSame(401, $again->status, 'the same count once more');
        self::assertStringContainsString('stale=true', (string) $again->first('WWW-Authenticate'));
        self::assertSame(403, $register(self::proof($challenge(), user: '2001', method: 'REGISTER', uri: 'sip:elsewhere')));
        $asked = (string) $challenge()->first('WWW-Authenticate');
        $foreign = SipMessage::request('X', 'sip:x', [['WWW-Authenticate', str_replace('vorhut-lab', 'other', $asked)]]);
        self::assertSame(403, $register(self::proof($foreign, '2001', 'REGISTER', self::URI)));
        self::assertSame(403, $register(self::proof($challenge(), '2002', 'REGISTER', self::URI)), 'another\'s name');
        $uri = 'sip:2003@127.199.20.1:15061';
        $asks = $this->answerTo($hand, 'INVITE', $uri);
        self::assertSame(407, $asks->status);
        $proof = self::proof($asks, '2002', 'INVITE', $uri);
        self::assertSame(403, $this->answerTo($hand, 'INVITE', $uri, [['Proxy-Authorization', $proof]])->status, 'From says 2001');
    }

    /** RFC 3261, section 10.3. */
    public function testRegistrationsFollowTheirRules(): void
    {
        $system = $this->system();
        $hand = $this->hand('127.199.23.8');
        $first = '<sip:2001@127.0.0.1:9>';
        $ok = $this->registered($hand, '2001', [['Contact', $first.';expires=60, <sip:2001@127.0.0.1:10>'], ['Call-ID', 'r'],
            ['CSeq', '5 REGISTER']]);
        self::assertCount(2, $ok->all('Contact'));
        // A second may have ended on the way.
        self::assertMatchesRegularExpression('/expires=(60|59)$/', $ok->all('Contact')[0]);
        $lower = [['Contact', $first], ['Call-ID', 'r'], ['CSeq', '4 REGISTER']];
        self::assertSame(500, $this->registered($hand, '2001', $lower)->status, 'a lower number of the same call');
        $same = [['Contact', $first], ['Call-ID', 'r'], ['CSeq', '5 REGISTER']];
        self::assertSame(500, $this->registered($hand, '2001', $same)->status, 'the same number once more');
        $other = [['Contact', $first], ['Call-ID', 'other'], ['CSeq', '1 REGISTER']];
        self::assertSame(200, $this->registered($hand, '2001', $other)->status);
        self::assertSame(400, $this->registered($hand, '2001', [['Contact', '*']])->status, 'all of them only with Expires: 0');
        self::assertCount(2, $system->registrar->contacts('2001'));
        $this->registered($hand, '2001', [['Contact', '<sip:2001@127.0.0.1:10>;expires=0']]);
        self::assertSame('sip:2001@127.0.0.1:9', implode(' ', $system->registrar->contacts('2001')));
        self::assertSame(200, $this->registered($hand, '2001', [['Contact', '*'], ['Expires', '0']])->status);
        self::assertSame([], $system->registrar->contacts('2001'));
    }

    /** RFC 4733 and RFC 6086: keys are heard, each once. */
    public function testKeysAreHeard(): void
    {
        $this->system();
        [$a, $b] = [$this->phone('2001'), $this->phone('2002')];
        $this->wait($a->register());
        $this->wait($b->register());
        $this->wait($a->call('2002'));
        [$call, $other] = [$a->calls()[0], $b->calls()[0]];
        self::assertTrue($call->media->press('1*9#'));
        self::until(static fn (): bool => '1*9#' === $other->media->keys);
        self::assertSame(200, $this->wait($a->sendKey($call, '5')));
        self::assertSame('1*9#5', $other->media->keys);
        self::assertGreaterThan(0, $other->media->received(), 'events are no sound');
    }

    /** @param list<array{string, string}> $more */
    private function registered(object $hand, string $user, array $more): SipMessage
    {
        \assert($hand instanceof SipEndpoint);
        $headers = [[
            'To',
            \sprintf('<sip:%s@x>', $user),
        ], ['Contact', \sprintf('<sip:%s@%s:%d>', $user, $hand->address, $hand->port)],
            ...$more];
        $challenge = $this->answerTo($hand, 'REGISTER', self::URI, $headers);
        $proof = self::proof($challenge, $user, 'REGISTER', self::URI);

        return $this->answerTo($hand, 'REGISTER', self::URI, [...$headers, ['Authorization', $proof]]);
    }

    private function invited(SipEndpoint $hand): SipMessage
    {
        $uri = 'sip:2002@127.199.20.1:15061';
        $sdp = (string) new Sdp($hand->address, 4000, [0]);
        $type = ['Content-Type', 'application/sdp'];
        $challenge = $this->answerTo(context: $hand, method: 'INVITE', uri: $uri, more: [$type], body: $sdp);
        $proof = self::proof($challenge, '2001', 'INVITE', $uri);

        return $this->answerTo(context: $hand, method: 'INVITE', uri: $uri, more: [$type, ['Proxy-Authorization', $proof]], body: $sdp);
    }

    private function contactOf(string $user): SipUri
    {
        foreach ($this->open as $thing) {
            if ($thing instanceof \Vorhut\Field\Sip\PhoneSystem) {
                return $thing->registrar->contacts($user)[0];
            }
        }

        throw new \LogicException('no phone system');
    }

    /** What one says goes to each member and to who joined the group; when he hangs up, all are let go. */
    public function testAnnouncementsAreHeardByAll(): void
    {
        $system = $this->system();
        [$speaker, $one, $two, $own] = array_map($this->phone(...), ['2001', '2002', '2003', '2010']);
        foreach ([$speaker, $one, $two] as $phone) {
            $this->wait($phone->register());
        }
        $listener = new RtpStream($this->sockets->udp('127.199.22.9'));
        $app = new PagingApp(['2002', '2003'], function () use ($listener): array {
            $stream = new RtpStream($this->sockets->udp('127.199.22.8'));
            $stream->sendTo('127.199.22.9', $listener->port);

            return [$stream];
        });
        $pager = $this->phone('2011', max: 9);
        $pager->dialogs->onCall = static fn (Call $call) => $app->answered($pager, $call);
        $pager->dialogs->onEnd = static fn (Call $call) => $app->ended($pager, $call);
        $this->wait($pager->register());
        $call = $this->wait($speaker->startCall('2011'))->call ?? throw new \LogicException('no call');
        self::until(static fn (): bool => 1 === \count($one->calls()) && 1 === \count($two->calls()));
        foreach ([$one->calls()[0]->media, $two->calls()[0]->media, $listener] as $heard) {
            self::until(static fn (): bool => $heard->received() > 5);
        }
        self::assertSame([], $own->calls());
        self::assertCount(1, $system->registrar->contacts('2011'));
        $this->wait($speaker->hangUp($call));
        self::until(static fn (): bool => [] === $one->calls() && [] === $two->calls() && [] === $pager->calls());
        $listener->close();
    }

    /** Of two that pick up at the same moment one has the call, and the other is let go. */
    public function testOfTwoThatAnswerAtOnceOneHasTheCall(): void
    {
        $switching = new class implements Switching {
            public function isTrunk(string $host): bool
            {
                return false;
            }

            public function decide(SipMessage $invite, SipUri $target, ?string $caller, string $host): Decision
            {
                return Decision::ring([new Attempt(['2002', '2003'], 1), new Attempt(['2004'], 9)]);
            }
        };
        $this->system($switching);
        [$a, $b, $c] = [$this->phone('2001'), $this->phone('2002'), $this->phone('2003')];
        foreach ([$a, $b, $c] as $phone) {
            $this->wait($phone->register());
        }
        self::assertSame(200, $this->wait($a->call('2099')));
        self::until(static fn (): bool => 1 === \count($b->calls()) + \count($c->calls()));
        $this->wait($a->hangUp($a->calls()[0]));
        // Nobody there picks up in time: the next is rung, and they are let go.
        $b->stop();
        $c->stop();
        [$slow, $next] = [$this->phone('2002', ring: 5.0), $this->phone('2004')];
        $this->wait($slow->register());
        $this->wait($next->register());
        self::assertSame(200, $this->wait($a->call('2099')));
        self::assertCount(1, $next->calls());
        self::until(static fn (): bool => [] === $slow->calls());
    }
}
