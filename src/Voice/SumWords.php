<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

/** What sums take and give, in words. */
final class SumWords
{
    private const WORDS = [
        'traffic' => 'Traffic',
        'callsPerHour' => 'Calls in the busy hour',
        'holdSeconds' => 'Length of a call',
        'channels' => 'Channels',
        'loss' => 'Calls that find all busy',
        'codec' => 'Codec',
        'packetMs' => 'Time in a packet',
        'srtpTagBytes' => 'Tag of SRTP',
        'vlan' => 'frames carry a VLAN tag',
        'bitrateKbps' => 'Rate of Opus',
        'payloadBytes' => 'Sound in a packet',
        'packetsPerSecond' => 'Packets',
        'ipKbps' => 'At IP',
        'ethernetKbps' => 'With Ethernet',
        'wireKbps' => 'On the wire',
        'concealment' => 'loss is concealed',
        'delayMs' => 'Delay from mouth to ear',
        'lossPercent' => 'Packets lost',
        'burstR' => 'Losses in bursts',
        'r' => 'R',
        'mos' => 'MOS',
        'pages' => 'Pages',
        'bitsPerPage' => 'Bits of a page',
        'kbps' => 'Speed of the modems',
        'perPageSeconds' => 'Between two pages',
        'redundancy' => 'Packets sent again',
        'sessionSeconds' => 'Before the first page',
        'seconds' => 'It takes',
        'bytes' => 'Size of the fax',
        'limitBytes' => 'Limit of the mail server',
        'parts' => 'Mails',
        'encodedBytes' => 'As it is sent',
        'deviceWatts' => 'The unit draws',
        'metres' => 'Length',
        'ohmsPer100m' => 'Loop for 100 m',
        'pseVolts' => 'At the port',
        'currentAmps' => 'Current',
        'lossWatts' => 'Lost in the cable',
        'portWatts' => 'The port gives',
        'deviceVolts' => 'Left at the unit',
        'width' => 'Dots of a line',
        'height' => 'Lines',
        'fps' => 'Pictures',
        'bitsPerPixel' => 'Bits of a dot',
        'mediaKbps' => 'The stream',
        'rttMs' => 'Round trip',
        'overheadPercent' => 'Kept for what is sent again',
        'latencyMs' => 'Latency',
        'rateHz' => 'Samples a second',
        'stages' => 'Stages, one a line: 48 samples, or 1.5 ms',
        'totalMs' => 'In all',
        'universe' => 'Universe',
        'group' => 'Group',
        'port' => 'Port',
        'mac' => 'MAC',
        'wattHours' => 'Battery',
        'efficiency' => 'Share that gets there',
        'watts' => 'Power',
        'hours' => 'It lasts',
        'btuPerHour' => 'Heat',
        'fixtures' => 'Fixtures, one a line: start, footprint, unit loads',
        'used' => 'Slots taken',
        'overlaps' => 'Overlapping',
        'overruns' => 'Beyond the last slot',
        'unitLoads' => 'Unit loads',
        'ok' => 'It fits',
    ];

    public static function words(string $name): string
    {
        return self::WORDS[$name] ?? $name;
    }
}
