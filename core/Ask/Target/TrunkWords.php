<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Target;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Codec;
use Vorhut\Core\Job\FaxMode;
use Vorhut\Core\Job\KeyTones;
use Vorhut\Core\Job\NumberHeader;
use Vorhut\Core\Job\SipTransport;
use Vorhut\Core\Job\TrunkEnd;
use Vorhut\Core\Job\TrunkStanding;
use Vorhut\Core\Job\TrunkTrust;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Record\Field\HasLabel;

/** What a carrier writes of its end of a trunk, read as the plan holds it; and what the plan holds, in the same words. */
final class TrunkWords
{
    /** How people write each value, as patterns over small letters; the first that fits counts. */
    private const CODECS = [
        'opus' => 'opus',
        'g729' => '729',
        'g722' => '722',
        'g711-u' => '[uµμ]-?\s?law|pcmu|711-?[uµμ]',
        'g711-a' => 'a-?\s?law|pcma|711-?a',
    ];
    private const TRANSPORTS = ['tls' => 'tls', 'tcp' => 'tcp', 'udp' => 'udp'];
    private const TONES = ['rfc4733' => '4733|2833|event', 'info' => 'info', 'inband' => 'in-?\s?band|sound|tone'];
    private const FAX = ['t38' => 't\.?38', 'pass-through' => '711|pass|sound'];
    private const HEADERS = ['diversion' => 'diversion', 'request' => 'request|ruri|r-uri', 'to' => '\bto\b'];
    private const STANDING = ['fixed' => 'nobody|none|no registration|fixed|static', 'registers' => 'regist|\bwe\b|\byou\b'];

    /**
     * @param string $key which question, as the block of trunks names it
     *
     * @return array<string, mixed> fields of the trunk's end
     *
     * @throws InvalidValue
     */
    public static function read(string $key, string $text): array
    {
        return match ($key) {
            'server' => self::server($text),
            'domain' => ['domain' => $text],
            'transport' => ['transports' => self::several(self::TRANSPORTS, $text, SipTransport::cases())],
            'login' => null === Ipv4Address::tryFrom($text)
                ? ['trust' => TrunkTrust::Password->value, 'login' => $text]
                : ['trust' => TrunkTrust::Address->value, 'source' => $text],
            'registers' => ['standing' => self::one(self::STANDING, $text, TrunkStanding::cases())],
            'codecs' => ['codecs' => self::several(self::CODECS, $text, Codec::cases())],
            'dtmf' => ['keyTones' => self::one(self::TONES, $text, KeyTones::cases())],
            'fax' => ['fax' => self::one(self::FAX, $text, FaxMode::cases())],
            'channels' => ['channels' => self::number($text)],
            'number' => ['header' => self::one(self::HEADERS, $text, NumberHeader::cases())],
            default => throw new \LogicException(\sprintf('A trunk has no field "%s".', $key)),
        };
    }

    /** '' where the plan does not know. */
    public static function said(string $key, TrunkEnd $end): string
    {
        $labels = static fn (HasLabel ...$of): string => implode(', ', array_map(static fn (HasLabel $l): string => $l->label(), $of));

        return match ($key) {
            'server' => (string) $end->server.(null === $end->server || null === $end->port ? '' : ', port '.$end->port),
            'domain' => (string) $end->domain,
            'transport' => $labels(...$end->transports),
            'login' => (string) (TrunkTrust::Address === $end->trust ? $end->source : $end->login),
            'registers' => $end->standing?->label() ?? '',
            'codecs' => $labels(...$end->codecs),
            'dtmf' => $end->keyTones?->label() ?? '',
            'fax' => $end->fax?->label() ?? '',
            'channels' => (string) $end->channels,
            'number' => $end->header?->label() ?? '',
            default => throw new \LogicException(\sprintf('A trunk has no field "%s".', $key)),
        };
    }

    /** @return array{server: string, port?: int} */
    private static function server(string $text): array
    {
        if (1 !== preg_match('/^([^\s:,]+)(?:\s*[:,]?\s*(?:port\s+)?(\d{1,5}))?$/Di', $text, $m)) {
            throw new InvalidValue($text, 'an address or name, and its port', 'Such as sip.example.net, port 5060.');
        }

        return ['server' => $m[1]] + (isset($m[2]) ? ['port' => (int) $m[2]] : []);
    }

    private static function number(string $text): int
    {
        return 1 === preg_match('/^\d{1,5}$/D', $text) ? (int) $text : throw new InvalidValue($text, 'a number', 'Such as 8.');
    }

    /**
     * @param array<string, string> $words
     * @param list<HasLabel&\BackedEnum> $cases
     */
    private static function one(array $words, string $text, array $cases): string
    {
        foreach ($words as $value => $pattern) {
            if (1 === preg_match('/'.$pattern.'/u', mb_strtolower($text))) {
                return $value;
            }
        }
        $labels = array_map(static fn (HasLabel $l): string => $l->label(), $cases);
        throw new InvalidValue($text, 'one of '.implode(', ', $labels), \sprintf('Such as %s.', $labels[0]));
    }

    /**
     * @param array<string, string> $words
     * @param list<HasLabel&\BackedEnum> $cases
     *
     * @return list<string> in the order in which they are written
     */
    private static function several(array $words, string $text, array $cases): array
    {
        $parts = array_map(trim(...), explode(',', (string) preg_replace('/;|\b(?:then|and|or)\b/i', ',', $text)));
        $parts = array_filter($parts, static fn (string $p): bool => '' !== $p);
        if ([] === $parts) {
            throw new InvalidValue($text, 'at least one', 'Such as '.$cases[0]->label().'.');
        }

        return array_values(array_unique(array_map(static fn (string $part): string => self::one($words, $part, $cases), $parts)));
    }
}
