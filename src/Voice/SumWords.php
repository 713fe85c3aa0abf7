<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

/** What sums take and give, in words. */
final class SumWords
{
    private const WORDS = [
        'traffic' => 'Traffic',
        'callsPerHour' => 'Calls in the busy hour',
        'holdSeconds' => 'Call duration',
        'channels' => 'Channels',
        'loss' => 'Blocking probability (0 to 1)',
        'codec' => 'Codec',
        'packetMs' => 'Packetisation time',
        'srtpTagBytes' => 'SRTP authentication tag',
        'vlan' => 'frames carry a VLAN tag',
        'bitrateKbps' => 'Opus bit rate',
        'payloadBytes' => 'Payload per packet',
        'packetsPerSecond' => 'Packets',
        'ipKbps' => 'At IP',
        'ethernetKbps' => 'With Ethernet',
        'wireKbps' => 'Rate on the wire',
        'concealment' => 'packet loss concealment',
        'delayMs' => 'Mouth-to-ear delay',
        'lossPercent' => 'Packet loss',
        'burstR' => 'Burst ratio',
        'r' => 'R',
        'mos' => 'MOS',
        'pages' => 'Pages',
        'bitsPerPage' => 'Bits per page',
        'kbps' => 'Modem speed',
        'perPageSeconds' => 'Between two pages',
        'redundancy' => 'Packet redundancy',
        'sessionSeconds' => 'Before the first page',
        'seconds' => 'Duration',
        'bytes' => 'Size of the fax',
        'limitBytes' => 'Size limit of the mail server',
        'parts' => 'Mails',
        'encodedBytes' => 'Encoded size',
        'deviceWatts' => 'Consumption of the device',
        'metres' => 'Length',
        'ohmsPer100m' => 'Loop resistance per 100 m',
        'pseVolts' => 'At the port',
        'currentAmps' => 'Current',
        'lossWatts' => 'Lost in the cable',
        'portWatts' => 'Port voltage',
        'deviceVolts' => 'Voltage at the device',
        'width' => 'Pixels per line',
        'height' => 'Lines',
        'fps' => 'Frame rate',
        'bitsPerPixel' => 'Bits per pixel',
        'mediaKbps' => 'Bit rate of the stream',
        'rttMs' => 'Round-trip time',
        'overheadPercent' => 'Retransmission overhead',
        'latencyMs' => 'Latency',
        'rateHz' => 'Sample rate',
        'stages' => 'Stages, one a line: 48 samples, or 1.5 ms',
        'totalMs' => 'Total latency',
        'universe' => 'Universe',
        'group' => 'Group',
        'port' => 'Port',
        'mac' => 'MAC',
        'wattHours' => 'Battery',
        'efficiency' => 'Efficiency',
        'watts' => 'Power',
        'hours' => 'Run time',
        'btuPerHour' => 'Heat',
        'fixtures' => 'Fixtures, one a line: start, footprint, unit loads',
        'used' => 'Slots used',
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
