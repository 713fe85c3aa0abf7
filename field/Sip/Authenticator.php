<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** Asks for proofs and checks them (RFC 3261, section 22; RFC 7616): fresh, for this request, each counted once. */
final class Authenticator
{
    private const NONCES = 500;

    /** Seconds a challenge is good for; then a new one comes with the word that only it was stale. */
    private const GOOD_FOR = 300;

    /** @var array<array-key, array{until: float, counts: array<string, true>}> by nonce */
    private array $nonces = [];

    /**
     * @param array<array-key, string> $secrets by user
     * @param \Closure(): string $newNonce
     */
    public function __construct(
        private readonly string $realm,
        #[\SensitiveParameter] private readonly array $secrets,
        private readonly \Closure $newNonce,
    ) {
    }

    public function knows(string $user): bool
    {
        return isset($this->secrets[$user]);
    }

    /**
     * Who has proven to be whom they say; null where the request was answered instead: by a challenge or a refusal.
     *
     * @param string|null $must who it has to be
     */
    public function check(ServerTransaction $t, bool $isProxy, ?string $must): ?string
    {
        $answer = (string) $t->request->first($isProxy ? 'Proxy-Authorization' : 'Authorization');
        $fields = Digest::fields($answer);
        $nonce = $fields['nonce'] ?? '';
        $known = $this->nonces[$nonce] ?? null;
        $count = $fields['nc'] ?? '';
        $isFresh = null !== $known && $known['until'] > hrtime(true) / 1e9;
        if ('' === $answer || !$isFresh || ('' !== $count && isset($known['counts'][$count]))) {
            $this->challenge($t, $isProxy, null !== $known);

            return null;
        }
        $user = $fields['username'] ?? '';
        $isFor = ($fields['realm'] ?? '') === $this->realm && self::isSame($fields['uri'] ?? '', $t->request->uri);
        $isWho = null === $must || $must === $user;
        $secret = $this->secrets[$user] ?? null;
        if (!$isFor || !$isWho || null === $secret || !Digest::proves($answer, $secret, (string) $t->request->method)) {
            $t->respond($t->request->reply(403, 'Forbidden', SipEndpoint::token()));

            return null;
        }
        if ('' !== $count) {
            $this->nonces[$nonce]['counts'][$count] = true;
        }

        return $user;
    }

    private function challenge(ServerTransaction $t, bool $isProxy, bool $isStale): void
    {
        $nonce = ($this->newNonce)();
        $this->nonces[$nonce] = ['until' => hrtime(true) / 1e9 + self::GOOD_FOR, 'counts' => []];
        if (\count($this->nonces) > self::NONCES) {
            unset($this->nonces[array_key_first($this->nonces)]);
        }
        $challenge = Digest::challenge($this->realm, $nonce).($isStale ? ', stale=true' : '');
        $t->respond($isProxy
            ? $t->request->reply(407, 'Proxy Authentication Required', SipEndpoint::token(), '', Proxy_Authenticate: $challenge)
            : $t->request->reply(401, 'Unauthorized', SipEndpoint::token(), '', WWW_Authenticate: $challenge));
    }

    /** The same place, whatever its port is written like. */
    private static function isSame(string $one, string $other): bool
    {
        $a = SipUri::ofRequest($one);
        $b = SipUri::ofRequest($other);

        return null === $a || null === $b ? $one === $other : [$a->user, $a->host, $a->port] === [$b->user, $b->host, $b->port];
    }
}
