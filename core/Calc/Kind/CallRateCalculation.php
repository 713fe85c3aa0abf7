<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Voice\CallRate as Formula;

/** What one direction of a call takes of a link. */
final class CallRateCalculation implements Calculation
{
    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'call-rate',
            name: 'Bit rate of a call, one direction',
            standard: 'RFC 3550, RFC 3551, RFC 3711; IEEE 802.3, 802.1Q',
            inputs: [
                Input::word('codec', 'codec', ['G.711', 'G.722', 'G.729', 'Opus'], 'G.711'),
                Input::whole(name: 'packetMs', unit: 'ms', says: 'packetisation time', min: 10, max: 60, default: 20),
                Input::whole(
                    name: 'srtpTagBytes',
                    unit: 'bytes',
                    says: 'authentication tag of SRTP: 0, 4 or 10',
                    min: 0,
                    max: 10,
                    default: 0,
                ),
                Input::flag('vlan', 'whether frames carry a VLAN tag'),
                Input::number(name: 'bitrateKbps', unit: 'kbit/s', says: 'of Opus alone, which has no rate of its own', min: 6, max: 510),
            ],
            outputs: [
                'payloadBytes' => 'bytes',
                'packetsPerSecond' => '1/s',
                'ipKbps' => 'kbit/s',
                'ethernetKbps' => 'kbit/s',
                'wireKbps' => 'kbit/s',
            ],
        );
    }

    public function results(Inputs $inputs): array
    {
        $ms = $inputs->whole('packetMs');
        $tag = $inputs->whole('srtpTagBytes');
        if (!\in_array($tag, [0, 4, 10], true)) {
            throw new InvalidValue((string) $tag, '0, 4 or 10 bytes', 'RFC 3711 has tags of 32 and 80 bits.');
        }
        $codec = CodecName::fromText($inputs->word('codec'));
        if (CodecName::Opus !== $codec && $inputs->has('bitrateKbps')) {
            throw new InvalidValue(
                given: 'bitrateKbps',
                allowed: 'only with Opus',
                advice: 'The others have a rate of their own. Leave it out.',
            );
        }
        $isG729 = CodecName::G729 === $codec || CodecName::G729A === $codec;
        if ($isG729 && 0 !== $ms % 10) {
            throw new InvalidValue((string) $ms, 'a multiple of 10 ms', 'G.729 codes 10 ms at a time.');
        }
        $kbps = match (true) {
            CodecName::Opus === $codec => $inputs->number('bitrateKbps'),
            $isG729 => 8.0,
            default => 64.0,
        };

        $rate = Formula::coded($kbps, $ms, $tag, $inputs->flag('vlan'));

        return [
            'payloadBytes' => $rate->payloadBytes,
            'packetsPerSecond' => $rate->packetsPerSecond,
            'ipKbps' => $rate->ipKbps,
            'ethernetKbps' => $rate->ethernetKbps,
            'wireKbps' => $rate->wireKbps,
        ];
    }
}
