<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** Digest authentication for SIP (RFC 3261, section 22; RFC 7616; MD5 as in RFC 2617). */
final class Digest
{
    public static function challenge(string $realm, string $nonce, string $algorithm = 'MD5'): string
    {
        return \sprintf('Digest realm="%s", nonce="%s", algorithm=%s, qop="auth"', $realm, $nonce, $algorithm);
    }

    /** The Authorization or Proxy-Authorization value that answers a challenge. */
    public static function answer(
        string $challenge,
        string $user,
        #[\SensitiveParameter] string $password,
        string $method,
        string $uri,
        string $cnonce,
    ): ?string {
        $c = self::fields($challenge);
        if (!isset($c['realm'], $c['nonce']) || !isset(self::hashes()[strtoupper($c['algorithm'] ?? 'MD5')])) {
            return null;
        }
        $values = [
            'username' => $user,
            'realm' => $c['realm'],
            'nonce' => $c['nonce'],
            'uri' => $uri,
            'algorithm' => $c['algorithm'] ?? 'MD5',
        ];
        if (str_contains($c['qop'] ?? '', 'auth')) {
            $values += ['qop' => 'auth', 'nc' => '00000001', 'cnonce' => $cnonce];
        }
        $values['response'] = self::response($values, $password, $method);
        $parts = [];
        foreach ($values as $name => $value) {
            $parts[] = \in_array($name, ['algorithm', 'qop', 'nc'], true) ? $name.'='.$value : \sprintf('%s="%s"', $name, $value);
        }

        return 'Digest '.implode(', ', $parts);
    }

    /** Whether the answer proves the password for this request. */
    public static function proves(string $answer, #[\SensitiveParameter] string $password, string $method): bool
    {
        $a = self::fields($answer);

        return isset(
            $a['username'],
            $a['realm'],
            $a['nonce'],
            $a['uri'],
            $a['response'],
            self::hashes()[strtoupper($a['algorithm'] ?? 'MD5')],
        ) && hash_equals(self::response($a, $password, $method), strtolower($a['response']));
    }

    /** @return array<string, string> */
    public static function fields(string $value): array
    {
        $fields = [];
        preg_match_all('/([a-z]+)\s*=\s*(?:"([^"]*)"|([^\s,"]+))/i', $value, $matches, \PREG_SET_ORDER | \PREG_UNMATCHED_AS_NULL);
        foreach ($matches as $m) {
            $fields[strtolower($m[1])] = $m[3] ?? $m[2] ?? '';
        }

        return $fields;
    }

    /** @param array<string, string> $v */
    private static function response(array $v, #[\SensitiveParameter] string $password, string $method): string
    {
        $hash = self::hashes()[strtoupper($v['algorithm'] ?? 'MD5')];
        $a1 = hash($hash, $v['username'].':'.$v['realm'].':'.$password);
        $a2 = hash($hash, $method.':'.$v['uri']);

        return isset($v['qop'])
            ? hash($hash, implode(':', [$a1, $v['nonce'], $v['nc'] ?? '', $v['cnonce'] ?? '', $v['qop'], $a2]))
            : hash($hash, implode(':', [$a1, $v['nonce'], $a2]));
    }

    /** @return array<string, string> */
    private static function hashes(): array
    {
        return ['MD5' => 'md5', 'SHA-256' => 'sha256'];
    }
}
