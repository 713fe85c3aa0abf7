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
        'login' => ['Login, or the address that is trusted', 'a name (the password by another way), or our public address', ''],
        'registers' => ['Who registers at whom, and how long', 'we at you, or nobody; in seconds', 'as you ask'],
        'codecs' => ['Codecs, in order', 'names', 'G.711 A-law, then µ-law'],
        'dtmf' => ['Key tones', 'RFC 4733, SIP INFO or in the sound', 'RFC 4733'],
        'fax' => ['Fax', 'T.38, or G.711 without echo cancelling', 'either'],
        'channels' => ['Calls at once', 'a number', ''],
        'number' => ['Header that carries the called number', 'the request line, To, or another', 'the request line'],
        'caller' => ['Header in which we send the caller\'s number', 'From, P-Asserted-Identity or another', 'From'],
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
                    why: 'Both ends must hold the same, or calls go one way only.',
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
                why: 'Both ends must hold the same, or calls go one way only.',
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
