<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\TestCase;
use Vorhut\Field\Sip\SipUri;
use Vorhut\Field\Sip\UserAgent;
use Vorhut\Tests\Support\SipBench;

/** Calls that wait, and calls that are handed on. */
final class SipTransferTest extends TestCase
{
    use SipBench {
        setUp as private bench;
    }

    private UserAgent $a;
    private UserAgent $b;
    private UserAgent $c;

    protected function setUp(): void
    {
        $this->bench();
        $this->system();
        [$this->a, $this->b, $this->c] = [$this->phone('2001', max: 2), $this->phone('2002', max: 2), $this->phone('2003')];
        foreach ([$this->a, $this->b, $this->c] as $phone) {
            self::assertSame(200, $this->wait($phone->register()));
        }
    }

    /** RFC 3264, section 8.4: who is held hears on and says nothing, until the call goes on. */
    public function testWhoIsHeldSaysNothing(): void
    {
        self::assertSame(200, $this->wait($this->a->call('2002')));
        [$call, $held] = [$this->a->calls()[0], $this->b->calls()[0]];
        self::until(static fn (): bool => $call->media->received() > 3);
        self::assertSame(200, $this->wait($this->a->hold($call)));
        \Amp\delay(0.1);
        [$heard, $heardThere] = [$call->media->received(), $held->media->received()];
        \Amp\delay(0.2);
        self::assertSame($heard, $call->media->received());
        self::assertGreaterThan($heardThere, $held->media->received());
        self::assertSame(200, $this->wait($this->a->hold($call, false)));
        self::until(static fn (): bool => $call->media->received() > $heard + 3);
    }

    /** RFC 3515: the one who is asked calls, says how it goes, and the first call may end. */
    public function testACallIsHandedOn(): void
    {
        self::assertSame(200, $this->wait($this->a->call('2002')));
        $call = $this->b->calls()[0];
        self::assertSame(200, $this->wait($this->b->transfer($call, '2003')));
        $this->wait($this->b->hangUp($call));
        self::until(fn (): bool => [1, 0, 1] === [\count($this->a->calls()), \count($this->b->calls()), \count($this->c->calls())]);
        $third = $this->c->calls()[0];
        self::until(static fn (): bool => $third->media->received() > 3);
    }

    public function testHowItFailsIsTold(): void
    {
        self::assertSame(200, $this->wait($this->a->call('2002')));
        $call = $this->b->calls()[0];
        self::assertSame(480, $this->wait($this->b->transfer($call, '2004')), 'not registered');
        self::assertCount(1, $this->b->calls(), 'the first call stands');
    }

    /** RFC 3891: the one called in advance takes over without ringing, though it takes one call only. */
    public function testACallIsHandedOnToWhoWasAskedBefore(): void
    {
        self::assertSame(200, $this->wait($this->a->call('2002')));
        $first = $this->b->calls()[0];
        $asked = $this->wait($this->b->startCall('2003'))->call ?? throw new \LogicException('no call');
        self::assertSame(200, $this->wait($this->b->transfer($first, '2003', $asked)));
        $this->wait($this->b->hangUp($first));
        self::until(fn (): bool => [1, 0, 1] === [\count($this->a->calls()), \count($this->b->calls()), \count($this->c->calls())]);
        self::assertSame('2003', SipUri::tryFrom('<'.$this->a->calls()[0]->target.'>')?->user);
    }

    /** Nobody from outside a call has calls placed, ends them by taking their place, or tells tales about them. */
    public function testStrangersHandNothingOn(): void
    {
        self::assertSame(200, $this->wait($this->a->call('2002')));
        $call = $this->b->calls()[0];
        $at = SipUri::tryFrom('<'.$this->a->calls()[0]->target.'>') ?? throw new \LogicException();
        $refer = [['Refer-To', '<sip:2003@127.0.0.1>'], ['Contact', '<sip:x@127.199.23.9>']];
        $right = [['Call-ID', $call->id], ['From', $call->remote], ['To', $call->local]];
        $replaces = [['Replaces', $call->id.';to-tag=other;from-tag=other']];
        $other = [['Event', 'presence'], ...$right];
        self::assertSame(481, $this->asked($at, 'REFER', $refer));
        self::assertSame(481, $this->asked($at, 'INVITE', $replaces));
        self::assertSame(489, $this->asked($at, 'NOTIFY', [...$other, ['CSeq', '901 NOTIFY']]));
        self::assertSame(400, $this->asked($at, 'REFER', [...$right, ['CSeq', '902 REFER']]), 'no number');
        \Amp\delay(0.1);
        self::assertSame([1, 1, 0], [\count($this->a->calls()), \count($this->b->calls()), \count($this->c->calls())]);
    }

    /** @param list<array{string, string}> $headers */
    private function asked(SipUri $at, string $method, array $headers): int
    {
        return $this->answerTo(
            context: $this->hand('127.199.23.9'),
            method: $method,
            uri: (string) $at,
            more: $headers,
            body: '',
            host: $at->host,
            port: $at->port,
        )->status;
    }
}
