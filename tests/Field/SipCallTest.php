<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Amp\Future;
use Amp\TimeoutCancellation;
use PHPUnit\Framework\TestCase;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Sip\ClientTransaction;
use Vorhut\Field\Sip\Digest;
use Vorhut\Field\Sip\PhoneSystem;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\ServerTransaction;
use Vorhut\Field\Sip\SipEndpoint;
use Vorhut\Field\Sip\SipMessage;
use Vorhut\Field\Sip\SipUri;
use Vorhut\Field\Sip\UserAgent;
use Vorhut\Tests\Support\Waiting;

use function Amp\delay;

/** A phone system and phones over real sockets on loopback. */
final class SipCallTest extends TestCase
{
    use Waiting;

    private const SYSTEM = '127.199.0.1';
    private const PORT = 15060;

    private Sockets $sockets;

    /** @var list<UserAgent|PhoneSystem|GatedUdp> */
    private array $open = [];

    protected function setUp(): void
    {
        $this->sockets = new Sockets(new TargetGate());
        $this->system();
    }

    protected function tearDown(): void
    {
        foreach ($this->open as $thing) {
            $thing instanceof GatedUdp ? $thing->close() : $thing->stop();
        }
        $this->open = [];
    }

    public function testARealCallWithSoundBothWays(): void
    {
        [$a, $b] = [$this->phone('2001'), $this->phone('2002')];
        self::assertSame([200, 200], [$this->wait($a->register()), $this->wait($b->register())]);
        self::assertSame(200, $this->wait($a->call('2002')));
        $call = $a->calls()[0];
        self::until(static fn (): bool => $call->media->received() > 8);
        self::until(static fn (): bool => $b->calls()[0]->media->received() > 8);
        self::assertSame(200, $this->wait($a->hangUp($call)));
        self::assertSame([], $b->calls());
        // And the other way round, hung up by the one who was called.
        self::assertSame(200, $this->wait($b->call('2001')));
        self::assertSame(200, $this->wait($a->hangUp($a->calls()[0])));
        self::assertSame([], $b->calls());
    }

    public function testWhatGoesWrongIsSaidByItsNumber(): void
    {
        $a = $this->phone('2001');
        self::assertSame(403, $this->wait($this->phone('2002', 'wrong')->register()));
        self::assertSame(404, $this->wait($this->phone('2999')->register()), 'not an extension');
        self::assertSame(200, $this->wait($a->register()));
        self::assertSame(404, $this->wait($a->call('2998')), 'nobody has that number');
        self::assertSame(480, $this->wait($a->call('2003')), 'not registered');
        $busy = $this->phone('2003', max: 0);
        $strange = $this->phone('2004', payloads: [18]);
        $this->wait($busy->register());
        $this->wait($strange->register());
        self::assertSame(486, $this->wait($a->call('2003')));
        self::assertSame(488, $this->wait($a->call('2004')), 'no codec in common');
        $this->wait($strange->register(0));
        self::assertSame(480, $this->wait($a->call('2004')), 'it has signed off');
        self::assertSame([], $a->calls());
    }

    /** Every datagram lost once: requests and answers are sent again and the call stands all the same. */
    public function testLossIsMadeGood(): void
    {
        $seen = 0;
        $a = $this->phone('2005', admits: static function () use (&$seen): bool {
            return 0 === ++$seen % 2;
        });
        $b = $this->phone('2006');
        self::assertSame([200, 200], [$this->wait($a->register()), $this->wait($b->register())]);
        self::assertSame(200, $this->wait($a->call('2006')));
        self::assertSame(200, $this->wait($a->hangUp($a->calls()[0])));
        self::assertSame([], $b->calls());
    }

    public function testManyCallsAtOnceLoseNothing(): void
    {
        $calls = [];
        for ($n = 0; $n < 20; ++$n) {
            $caller = $this->phone((string) (2100 + 2 * $n));
            $callee = $this->phone((string) (2101 + 2 * $n));
            $calls[] = \Amp\async(function () use ($caller, $callee, $n): int {
                $this->wait($caller->register());
                $this->wait($callee->register());

                return $this->wait($caller->call((string) (2101 + 2 * $n)));
            });
        }
        self::assertSame(array_fill(0, 20, 200), Future\await($calls));
    }

    /** Section 9: a call that rings is cancelled; the phone system passes it on and the caller hears 487. */
    public function testARingingCallIsCancelled(): void
    {
        $heard = [];
        $ringer = $this->endpoint('127.199.0.77');
        $ringer->listen(static function (ServerTransaction $t) use (&$heard, $ringer): void {
            $heard[] = $t->request->method;
            if ('INVITE' === $t->request->method) {
                $t->respond($t->request->reply(status: 180, reason: 'Ringing', tag: 'r'));

                return;
            }
            $t->respond($t->request->reply(status: 200, reason: 'OK', tag: 'r'));
            $invite = $ringer->cancelled($t->request);
            $invite?->respond($invite->request->reply(status: 487, reason: 'Request Terminated', tag: 'r'));
        });
        self::assertContains(200, $this->signed($ringer, method: 'REGISTER', user: '2007', to: '2007')['statuses']);
        $caller = $this->endpoint('127.199.0.78');
        $caller->listen(static function (): void {});
        $call = $this->signed($caller, method: 'INVITE', user: '2001', to: '2007', awaits: 180);
        $call['transaction']->cancel();
        self::until(static fn (): bool => \in_array(487, $call['log']->getArrayCopy(), true));
        self::assertSame(['INVITE', 'CANCEL'], $heard);
    }

    public function testAPhoneThatRingsLetsACancelledCallGo(): void
    {
        $phone = $this->phone('2002', ring: 2.0);
        self::assertSame(200, $this->wait($phone->register()));
        $caller = $this->endpoint('127.199.0.79');
        $caller->listen(static function (): void {});
        $call = $this->signed($caller, method: 'INVITE', user: '2001', to: '2002', awaits: 180);
        self::assertSame([407, 100, 180], $call['statuses']);
        self::assertCount(1, $phone->calls());
        $call['transaction']->cancel();
        self::until(static fn (): bool => \count($call['log']) > 3);
        self::assertSame(487, array_values($call['log']->getArrayCopy())[3] ?? null);
        self::assertSame([], $phone->calls());
        delay(2.5);
        self::assertCount(4, $call['log'], 'and does not answer afterwards');
    }

    /** Section 14: the same call is offered anew, and goes on. */
    public function testANewOfferInACallIsAnswered(): void
    {
        $phone = $this->phone('2002');
        $this->wait($phone->register());
        $caller = $this->endpoint('127.199.0.80');
        $caller->listen(static function (): void {});
        $first = $this->signed($caller, method: 'INVITE', user: '2001', to: '2002');
        self::assertContains(200, $first['statuses']);
        $standing = $phone->calls()[0];
        $again = SipMessage::request(
            'INVITE',
            $phone->calls()[0]->remote,
            [
                ['Via', $caller->via()],
                ['Max-Forwards', '70'],
                ['From', $standing->remote],
                ['To', $standing->local],
                ['Call-ID', $standing->id],
                ['CSeq', '9 INVITE'],
                ['Contact', '<sip:2001@127.199.0.80>'],
            ],
            (string) new Sdp('127.199.0.80', 4002, [Sdp::PCMA]),
        )->withUri(\sprintf('sip:2002@%s:%d', $first['contact']->host, $first['contact']->port));
        $answers = [];
        $caller->ask($again, $first['contact']->host, $first['contact']->port, static function (SipMessage $answer) use (&$answers): void {
            $answers[] = [$answer->status, Sdp::parse($answer->body)?->payloads];
        });
        self::until(static function () use (&$answers): bool {
            return [] !== $answers;
        });
        self::assertSame([[200, [Sdp::PCMA]]], $answers);
        self::assertCount(1, $phone->calls());
    }

    /** RFC 3264, section 4: without an offer the phone offers, and the ACK brings the answer. */
    public function testACallWithoutOfferGetsOne(): void
    {
        $phone = $this->phone('2002');
        $this->wait($phone->register());
        $caller = $this->endpoint('127.199.0.81');
        $caller->listen(static function (): void {});
        $call = $this->signed($caller, method: 'INVITE', user: '2001', to: '2002', body: '');
        self::assertContains(200, $call['statuses']);
        $standing = $phone->calls()[0];
        $media = new RtpStream($this->sockets->udp('127.199.0.81'));
        $headers = [
            ['Via', $caller->via()],
            ['Max-Forwards', '70'],
            ['From', $standing->remote],
            ['To', $standing->local],
            ['Call-ID', $standing->id],
            ['CSeq', '2 ACK'],
        ];
        $caller->send(
            SipMessage::request(
                'ACK',
                (string) $call['contact'],
                $headers,
                (string) new Sdp('127.199.0.81', $media->port, [Sdp::PCMU]),
            ),
            $call['contact']->host,
            $call['contact']->port,
        );
        self::until(static fn (): bool => $media->received() > 5);
        $media->close();
    }

    /**
     * Sections 8.2.2.3, 8.2.1 and 21.4: extensions nobody knows, long and broken requests are refused by number, hostile
     * contacts are never rung.
     */
    public function testWhatCannotBeServedIsRefused(): void
    {
        $caller = $this->endpoint('127.199.0.82');
        $caller->listen(static function (): void {});
        self::assertSame(420, $this->statusOf($caller, 'REGISTER', 'sip:x', [['Require', 'nothing-known']]));
        self::assertSame(420, $this->statusOf($caller, 'INVITE', 'sip:2002@x', [['Proxy-Require', 'nothing-known']]));
        self::assertSame(414, $this->statusOf($caller, 'OPTIONS', 'sip:'.str_repeat('9', 2000).'@x', []));
        self::assertSame(513, $this->statusOf(
            caller: $caller,
            method: 'INVITE',
            uri: 'sip:2002@x',
            more: [],
            body: str_repeat('v', 61000),
        ));
        self::assertSame(
            401,
            $this->statusOf($caller, 'REGISTER', 'sip:x', [['X-Long', str_repeat('y', 60000)]]),
            'long, but sound',
        );
        self::assertSame(
            401,
            $this->statusOf($caller, 'REGISTER', 'sip:x', [
                ['Contact', implode(', ', array_fill(0, 3000, '<sip:a@x>'))],
            ]),
        );
        self::assertSame(400, $this->statusOf($caller, 'OPTIONS', 'sip:x', [['X y', 'no header']]));
        self::assertSame([401, 200], $this->signed(
            endpoint: $caller,
            method: 'REGISTER',
            user: '2002',
            to: '2002',
            at: '<sip:2002@192.0.2.1>',
        )['statuses']);
        $this->signed($caller, method: 'INVITE', user: '2001', to: '2002', awaits: 503);
    }

    public function testThePhoneSystemOutlivesNonsense(): void
    {
        $socket = $this->open[] = $this->sockets->udp('127.199.0.90');
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(3));
        $good = "REGISTER sip:x SIP/2.0\r\nVia: SIP/2.0/UDP 127.199.0.90;branch=z9hG4bKq\r\nFrom: "
            ."<sip:2001@x>;tag=1\r\nTo: <sip:2001@x>\r\nCall-ID: c\r\nCSeq: 1 REGISTER\r\n\r\n";
        for ($n = 0; $n < 10000; ++$n) {
            $bytes = 0 === $n % 2
                ? $random->getBytes($random->getInt(1, 900))
                : substr_replace($good, $random->getBytes(3), $random->getInt(0, \strlen($good) - 4), 3);
            $socket->send(self::SYSTEM, self::PORT, $bytes);
            if (0 === $n % 100) {
                delay(0.005);
            }
        }
        $socket->send(
            self::SYSTEM,
            self::PORT,
            str_replace("Call-ID: c\r\n", "Call-ID: c\r\nX-Long: ".str_repeat('y', 30000)."\r\n", $good),
        );
        delay(0.1);
        self::assertSame(200, $this->wait($this->phone('2001')->register()));
    }

    public function testCallsThatAreOverLeaveNothingBehind(): void
    {
        [$a, $b] = [$this->phone('2001'), $this->phone('2002')];
        $this->wait($a->register());
        $this->wait($b->register());
        $call = function () use ($a, $b): void {
            self::assertSame(200, $this->wait($a->call('2002')));
            self::assertSame(200, $this->wait($a->hangUp($a->calls()[0])));
            self::until(static fn (): bool => [] === $b->calls());
        };
        $map = new \ReflectionProperty(PhoneSystem::class, 'forked');
        for ($n = 0; $n < 5; ++$n) {
            $call();
        }
        $kept = $map->getValue($this->open[0]);
        self::assertInstanceOf(\WeakMap::class, $kept);
        self::assertCount(0, $kept);
    }

    private function system(): void
    {
        $secrets = [];
        foreach ([...range(2001, 2007), ...range(2100, 2140)] as $number) {
            $secrets[(string) $number] = 'lab-'.$number;
        }
        $system = $this->open[] = new PhoneSystem(
            new SipEndpoint($this->sockets->udp(self::SYSTEM, self::PORT), self::SYSTEM, self::PORT),
            $secrets,
        );
        $system->start();
    }

    /**
     * @param list<int> $payloads
     * @param (\Closure(string): bool)|null $admits
     */
    private function phone(
        string $number,
        ?string $password = null,
        int $max = 1,
        array $payloads = [Sdp::PCMU, Sdp::PCMA],
        ?\Closure $admits = null,
        float $ring = 0.0,
    ): UserAgent {
        $address = '127.199.1.'.(((int) $number % 250) + 1);
        $phone = $this->open[] = new UserAgent(
            endpoint: $this->endpoint($address, $admits),
            user: $number,
            password: $password ?? 'lab-'.$number,
            server: self::SYSTEM,
            serverPort: self::PORT,
            media: fn (): RtpStream => new RtpStream($this->sockets->udp($address)),
            describe: static fn (RtpStream $media): Sdp => new Sdp($address, $media->port, $payloads),
            max: $max,
            ring: $ring,
        );
        $phone->start();

        return $phone;
    }

    /** @param (\Closure(string): bool)|null $admits */
    private function endpoint(string $address, ?\Closure $admits = null): SipEndpoint
    {
        $socket = $this->sockets->udp($address);

        return new SipEndpoint($socket, $address, $socket->port(), $admits);
    }

    /**
     * A request by hand, proven when asked to; back when the awaited status came.
     *
     * @return array{transaction: ClientTransaction, statuses: list<int>, log: \ArrayObject<int, int>, contact: SipUri}
     */
    private function signed(
        SipEndpoint $endpoint,
        string $method,
        string $user,
        string $to,
        ?string $at = null,
        ?string $body = null,
        int $awaits = 200,
    ): array {
        $uri = \sprintf('sip:%s@%s:%d', 'REGISTER' === $method ? '' : $to, self::SYSTEM, self::PORT);
        $uri = str_replace('sip:@', 'sip:', $uri);
        /** @var \ArrayObject<int, int> $log */
        $log = new \ArrayObject();
        $proof = [];
        $contact = new SipUri('', self::SYSTEM, self::PORT);
        for ($try = 1;; ++$try) {
            $challenge = null;
            $headers = [
                ['Via', $endpoint->via()],
                ['Max-Forwards', '70'],
                ['From', \sprintf('<sip:%s@%s>;tag=t', $user, self::SYSTEM)],
                ['To', \sprintf('<sip:%s@%s>', $to, self::SYSTEM)],
                ['Call-ID', 'by-hand-'.$method],
                ['CSeq', $try.' '.$method],
                ['Contact', $at ?? \sprintf('<sip:%s@%s:%d>', $user, $endpoint->address, $endpoint->port)],
                ...$proof,
            ];
            $transaction = $endpoint->ask(
                SipMessage::request($method, $uri, $headers, $body ?? (string) new Sdp($endpoint->address, 4000, [0])),
                self::SYSTEM,
                self::PORT,
                static function (SipMessage $answer) use ($log, &$challenge, &$contact): void {
                    $log[] = $answer->status;
                    $contact = SipUri::tryFrom((string) $answer->first('Contact')) ?? $contact;
                    $challenge = $answer->first('WWW-Authenticate') ?? $answer->first('Proxy-Authenticate');
                },
            );
            self::until(static function () use ($log, $awaits, &$challenge): bool {
                return null !== $challenge || \in_array($awaits, $log->getArrayCopy(), true);
            });
            if (null === $challenge || [] !== $proof) {
                return [
                    'transaction' => $transaction,
                    'statuses' => array_values($log->getArrayCopy()),
                    'log' => $log,
                    'contact' => $contact,
                ];
            }
            $proof = [
                [
                    'REGISTER' === $method ? 'Authorization' : 'Proxy-Authorization',
                    (string) Digest::answer(
                        challenge: $challenge,
                        user: $user,
                        password: 'lab-'.$user,
                        method: $method,
                        uri: $uri,
                        cnonce: 'c',
                    ),
                ],
            ];
        }
    }

    /** @param list<array{string, string}> $more */
    private function statusOf(SipEndpoint $caller, string $method, string $uri, array $more, string $body = ''): int
    {
        $status = 0;
        $headers = [
            ['Via', $caller->via()],
            ['Max-Forwards', '70'],
            ['From', '<sip:2001@x>;tag=x'],
            ['To', '<sip:2001@x>'],
            ['Call-ID', SipEndpoint::token()],
            ['CSeq', '1 '.$method],
            ...$more,
        ];
        $caller->ask(SipMessage::request($method, $uri, $headers, $body), self::SYSTEM, self::PORT, static function (
            SipMessage $answer,
        ) use (&$status): void {
            $status = $answer->status;
        });
        self::until(static function () use (&$status): bool {
            return 0 !== $status;
        });

        return $status;
    }

    /** @param Future<int> $future */
    private function wait(Future $future, float $seconds = 10): int
    {
        return $future->await(new TimeoutCancellation($seconds));
    }
}
