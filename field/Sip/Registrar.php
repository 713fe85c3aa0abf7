<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** Where users are to be found (RFC 3261, section 10.3). */
final class Registrar
{
    private const LONGEST = 3600;
    private const MAX = 20;

    /** @var array<array-key, array<string, Binding>> by user and contact, newest last */
    private array $bindings = [];

    /** @param array<array-key, int> $max registrations at a time, by user; 20 where nothing is said */
    public function __construct(private readonly array $max = []) {}

    /** Binds a user to what belongs to the system itself, for ever. */
    public function bind(string $user, SipUri $contact): void
    {
        $this->bindings[$user][(string) $contact] = new Binding($contact, \INF, '', 0);
    }

    public function register(string $user, SipMessage $request): SipMessage
    {
        $contacts = $request->all('Contact');
        $expires = self::seconds($request->first('Expires'), self::LONGEST);
        if (\in_array('*', $contacts, true) && (\count($contacts) > 1 || '0' !== trim((string) $request->first('Expires')))) {
            return $request->reply(400, 'Bad Request', SipEndpoint::token());
        }
        $strange = array_filter($contacts, static fn (string $c): bool => '*' !== $c && null === SipUri::tryFrom($c));
        if ([] !== $strange) {
            // Section 10.3: a binding that cannot be made is no success.
            $warning = '399 vorhut-lab "Only sip: contacts are taken"';

            return $request->reply(400, 'Bad Request', SipEndpoint::token(), '', Warning: $warning);
        }
        $now = hrtime(true) / 1e9;
        $bindings = $this->live($user);
        $call = (string) $request->first('Call-ID');
        foreach ('*' === ($contacts[0] ?? '') ? array_keys($bindings) : $contacts as $contact) {
            $uri = SipUri::tryFrom($contact);
            $old = null === $uri ? null : $bindings[(string) $uri] ?? null;
            if (null !== $old && $old->call === $call && $old->sequence >= $request->sequence()) {
                return $request->reply(500, 'Server Internal Error', SipEndpoint::token());
            }
        }
        if ('*' === ($contacts[0] ?? '')) {
            $bindings = $contacts = [];
        }
        foreach ($contacts as $contact) {
            $uri = SipUri::tryFrom($contact);
            if (null === $uri) {
                continue;
            }
            $seconds = self::seconds(SipMessage::parameter($contact, 'expires'), $expires);
            unset($bindings[(string) $uri]);
            if ($seconds > 0) {
                $bindings[(string) $uri] = new Binding($uri, $now + $seconds, $call, $request->sequence());
            }
        }
        $this->bindings[$user] = \array_slice($bindings, -($this->max[$user] ?? self::MAX), null, true);

        return $request->reply(200, 'OK', SipEndpoint::token())->with('Contact', array_map(
            static fn (Binding $b): string => \sprintf('<%s>;expires=%d', $b->contact, max(1, $b->until - $now)),
            array_values($this->bindings[$user]),
        ));
    }

    /** @return list<SipUri> where a user is, the newest last */
    public function contacts(string $user): array
    {
        return array_values(array_map(static fn (Binding $b): SipUri => $b->contact, $this->live($user)));
    }

    /** @return array<string, Binding> */
    private function live(string $user): array
    {
        $now = hrtime(true) / 1e9;

        return $this->bindings[$user] = array_filter($this->bindings[$user] ?? [], static fn (Binding $b): bool => $b->until > $now);
    }

    private static function seconds(?string $text, int $default): int
    {
        return null !== $text && 1 === preg_match('/^\s*(\d{1,10})\s*$/D', $text, $m) ? min(self::LONGEST, (int) $m[1]) : $default;
    }
}
