<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Revolt\EventLoop;

/** Asks several places for one call, together or one after the other; the first that answers has it (RFC 3261, section 16). */
final class Fork
{
    /** @var list<ClientTransaction> those that are still asked */
    private array $asked = [];

    /** @var list<list<SipUri>> groups that are still to come */
    private array $groups = [];

    /** @var list<int> seconds for each of them */
    private array $seconds = [];

    private ?SipMessage $best = null;
    private int $open = 0;
    private bool $isOver = false;
    private string $timer = '';

    /**
     * @param \Closure(SipUri): SipMessage $onward the request as it goes to one place
     * @param \Closure(): void $onEnd
     */
    public function __construct(
        private readonly SipEndpoint $endpoint,
        private readonly ServerTransaction $t,
        private readonly \Closure $onward,
        private readonly \Closure $onEnd,
    ) {}

    /** @param list<SipUri> $places */
    public function add(array $places, int $seconds): void
    {
        if ([] !== $places) {
            $this->groups[] = $places;
            $this->seconds[] = $seconds;
        }
    }

    public function isEmpty(): bool
    {
        return [] === $this->groups;
    }

    public function next(): void
    {
        EventLoop::cancel($this->timer);
        if ($this->isOver) {
            return;
        }
        $places = array_shift($this->groups);
        if (null === $places) {
            $this->end();
            $best = $this->best;
            $this->t->respond(null === $best || 408 === $best->status
                ? $this->t->request->reply(408, 'Request Timeout', SipEndpoint::token())
                : self::back($best));

            return;
        }
        $seconds = (int) array_shift($this->seconds);
        $this->open = \count($places);
        $isLast = [] === $this->groups;
        foreach ($places as $place) {
            $this->ask($place, $isLast);
        }
        if (!$isLast) {
            $this->timer = EventLoop::delay($seconds, $this->giveUp(...));
        }
    }

    /** Lets all go that ring: whoever called has hung up. */
    public function cancel(): void
    {
        $this->groups = [];
        EventLoop::cancel($this->timer);
        foreach ($this->asked as $transaction) {
            $transaction->cancel();
        }
    }

    private function ask(SipUri $place, bool $isLast): void
    {
        $of = $this->t;
        $transaction = $this->endpoint->ask(
            request: ($this->onward)($place),
            host: $place->host,
            port: $place->port,
            onResponse: function (
                SipMessage $response,
            ) use (&$transaction): void {
                $this->take($response, $transaction);
            },
            transport: $place->transport(),
        );
        if (!$this->isOver && !$of->isAnswered()) {
            $this->asked[] = $transaction;
        }
    }

    private function take(SipMessage $response, ?ClientTransaction $from): void
    {
        if ($response->status < 200) {
            if (100 !== $response->status && !$this->isOver) {
                $this->t->respond(self::back($response));
            }

            return;
        }
        $this->asked = array_values(array_filter($this->asked, static fn (ClientTransaction $c): bool => $c !== $from));
        if ($response->status < 300 && $this->isOver) {
            $this->letGo($response);

            return;
        }
        if ($response->status < 300) {
            $others = $this->asked;
            $this->end();
            $this->t->respond(self::back($response));
            foreach ($others as $other) {
                $other->cancel();
            }

            return;
        }
        $this->best = null === $this->best || self::rank($response) < self::rank($this->best) ? $response : $this->best;
        if (0 === --$this->open) {
            $this->next();
        }
    }

    /** Somebody else has the call already: who answered at the same moment is thanked and hung up on. */
    private function letGo(SipMessage $response): void
    {
        $place = SipUri::tryFrom((string) $response->first('Contact'));
        if ('INVITE' !== $this->t->request->method || null === $place) {
            return;
        }
        foreach (['ACK' => 0, 'BYE' => 1] as $method => $later) {
            $request = SipMessage::request($method, (string) $place, [
                ['Via', $this->endpoint->via($place->transport())],
                ['Max-Forwards', '70'],
                ['From', (string) $response->first('From')],
                ['To', (string) $response->first('To')],
                ['Call-ID', (string) $response->first('Call-ID')],
                ['CSeq', ($response->sequence() + $later).' '.$method],
            ]);
            if ('ACK' === $method) {
                $this->endpoint->send($request, $place->host, $place->port, $place->transport());
            } else {
                $this->endpoint->ask(
                    request: $request,
                    host: $place->host,
                    port: $place->port,
                    onResponse: static function (): void {},
                    transport: $place->transport(),
                );
            }
        }
    }

    /** Nobody has answered in time. */
    private function giveUp(): void
    {
        $this->open = -1;
        foreach ($this->asked as $transaction) {
            $transaction->cancel();
        }
        $this->asked = [];
        $this->next();
    }

    private function end(): void
    {
        $this->isOver = true;
        $this->asked = $this->groups = [];
        EventLoop::cancel($this->timer);
        ($this->onEnd)();
    }

    private static function back(SipMessage $response): SipMessage
    {
        return $response->with('Via', \array_slice($response->all('Via'), 1));
    }

    /** Section 16.7, step 6: who says no for all comes first, silence last. */
    private static function rank(SipMessage $response): int
    {
        return match (true) {
            $response->status >= 600 => 0,
            486 === $response->status => 1,
            408 === $response->status => 9,
            $response->status < 500 => 2,
            default => 5,
        };
    }
}
