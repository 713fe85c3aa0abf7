<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Vorhut\Field\Net\Nonces;

/** Asks for proofs and checks them (RFC 3261, section 22; RFC 7616): fresh, for this request, each counted once. */
final readonly class Authenticator
{
    /** @param array<array-key, string> $secrets by user */
    public function __construct(
        private string $realm,
        #[\SensitiveParameter] private array $secrets,
        private Nonces $nonces,
    ) {}

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
        if ('' === $answer || !$this->nonces->use($nonce, $fields['nc'] ?? '')) {
            $this->challenge($t, $isProxy, $this->nonces->isOurs($nonce));

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

        return $user;
    }

    private function challenge(ServerTransaction $t, bool $isProxy, bool $isStale): void
    {
        $challenge = Digest::challenge($this->realm, $this->nonces->make()).($isStale ? ', stale=true' : '');
        $t->respond($isProxy
            ? $t->request->reply(407, 'Proxy Authentication Required', SipEndpoint::token(), '', Proxy_Authenticate: $challenge)
            : $t->request->reply(401, 'Unauthorized', SipEndpoint::token(), '', WWW_Authenticate: $challenge));
    }

    /** The same place, whatever its port is written like; the name of a server stands for everybody there (RFC 3261, section 22.4). */
    private static function isSame(string $one, string $other): bool
    {
        $a = SipUri::ofRequest($one);
        $b = SipUri::ofRequest($other);
        if (null === $a || null === $b) {
            return $one === $other;
        }

        return [$a->host, $a->port] === [$b->host, $b->port] && \in_array($a->user, ['', $b->user], true);
    }
}
