<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\Target\TrunkAnswer;
use Vorhut\Core\Ask\Target\TrunkWords;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Trunk as Planned;
use Vorhut\Core\Job\TrunkKind;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Profile\SipRole;

/** Both ends of a trunk, beside each other: what we have, and what the carrier must say. */
final class TrunkBlock implements Block
{
    /** What is asked, in which form, and what we say of our side where the plan does not know. */
    private const FIELDS = [
        'server' => ['Server or proxy', 'an address or name, and its port', ''],
        'domain' => ['Domain of the numbers', 'a name', ''],
        'transport' => ['Transport', 'UDP, TCP or TLS', 'as you offer it'],
        'login' => [
            'Authentication: user name, or trusted IP address',
            'a user name (send the password separately), or our public address',
            '',
        ],
        'registers' => ['Registration: who registers, expiry in seconds', 'we register, or no registration; in seconds', 'as you require'],
        'codecs' => ['Codecs, in order', 'names', 'G.711 A-law, then µ-law'],
        'dtmf' => ['DTMF', 'RFC 4733, SIP INFO or in-band', 'RFC 4733'],
        'fax' => ['Fax', 'T.38, or G.711 without echo cancelling', 'either'],
        'channels' => ['Concurrent calls', 'a number', ''],
        'number' => ['Called number is in', 'Request-URI, To or another header', 'Request-URI'],
        'caller' => ['Caller\'s number is sent in', 'From, P-Asserted-Identity or another', 'From'],
    ];

    /** No field of a trunk holds it. */
    private const ONLY_IN_WORDS = 'caller';

    public function items(AskContext $asked): iterable
    {
        foreach ($asked->job->devices as $device) {
            if (SipRole::Server !== $asked->job->profileOf($device)->sipRole) {
                continue;
            }
            $trunks = array_filter(
                $asked->job->all(Planned::class),
                static fn (Planned $t): bool => TrunkKind::Sip === $t->kind && $t->system === $device->id,
            );
            foreach ($trunks as $trunk) {
                yield from self::ofTrunk($trunk, $device);
            }
            foreach ([] === $trunks ? self::FIELDS : [self::ONLY_IN_WORDS => self::FIELDS[self::ONLY_IN_WORDS]] as $key => $field) {
                [$what, $form, $ours] = $field;
                yield $asked->note(
                    key: \sprintf('trunk %s %s', $device->id, $key),
                    who: OutsideSource::Carrier,
                    block: 'Trunk of '.$device->name,
                    what: $what,
                    units: [$device],
                    form: $form,
                    why: 'Both ends must be set alike, or calls fail in one direction.',
                    blocks: [],
                    ours: 'server' === $key ? self::address($device) : $ours,
                );
            }
        }
    }

    /** @return iterable<AskItem> what its record holds of their end, and fills from the answer */
    private static function ofTrunk(Planned $trunk, Device $device): iterable
    {
        foreach (array_diff_key(self::FIELDS, [self::ONLY_IN_WORDS => 1]) as $key => [$what, $form, $ours]) {
            $known = TrunkWords::said($key, $trunk->ours);
            yield new AskItem(
                id: \sprintf('trunk.%s.%s', $trunk->id, $key),
                who: OutsideSource::Carrier,
                block: 'Trunk '.$trunk->name,
                what: $what,
                units: [$device],
                form: $form,
                why: 'Both ends must be set alike, or calls fail in one direction.',
                blocks: [],
                filling: new TrunkAnswer($trunk->id, $key),
                answer: TrunkWords::said($key, $trunk->theirs),
                ours: match (true) {
                    '' !== $known => $known,
                    'server' === $key => self::address($device),
                    default => $ours,
                },
            );
        }
    }

    private static function address(Device $device): string
    {
        $address = $device->primaryAddress();

        return null === $address ? 'not planned yet' : \sprintf('%s, port 5060', $address->address);
    }
}
