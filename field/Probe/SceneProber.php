<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\ByteStream\StreamException;
use Amp\TimeoutCancellation;
use Vorhut\Field\Light\E131Data;
use Vorhut\Field\Light\E131Layers;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Words\WordSpeaker;

use function Amp\delay;

/** Sends a look to a unit of the lab, lets it keep the look, sends another, and looks whether the first one comes back. */
final readonly class SceneProber
{
    private const PRIORITY = 150;
    private const NAME = 'vorhut probe';
    /** Slots of the looks, and what they are set to. */
    private const SLOTS = 8;
    private const FIRST = 10;
    private const SECOND = 200;
    private const SCENE = 1;
    /** Packets of a look, and seconds between them (44 a second at most; ANSI E1.11). */
    private const PACKETS = 12;
    private const EVERY = 0.025;

    public function __construct(private Sockets $sockets, private float $seconds) {}

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    public function ask(string $target, int $port, ?string $from, int $universe): array
    {
        $udp = $this->sockets->udpToward($target, $from);
        $cid = random_bytes(E131Layers::CID);
        $sequence = random_int(0, 255);
        try {
            $first = new E131Data(
                cid: $cid,
                name: self::NAME,
                universe: $universe,
                priority: self::PRIORITY,
                sequence: $sequence,
                slots: self::look(self::FIRST),
            );
            $sequence = $this->send($udp, $target, $port, $first);
            $wanted = implode(' ', array_map(ord(...), str_split(self::look(self::FIRST))));
            $slots = $this->say($target, $from, \sprintf('SLOTS %d 1 %d', $universe, self::SLOTS));
            if ('OK '.$wanted !== $slots) {
                return ['' === $slots ? ProbeStatus::Closed : ProbeStatus::Silent, ['slots' => '' === $slots ? 'no answer' : $slots]];
            }
            $kept = $this->say($target, $from, 'KEEP '.self::SCENE);
            if ('NO no scenes here' === $kept) {
                return [ProbeStatus::Answered, ['slots' => self::SLOTS.' as sent']];
            }
            if ('OK' !== $kept) {
                return [ProbeStatus::Strange, ['stored' => $kept]];
            }
            $second = new E131Data(
                cid: $cid,
                name: self::NAME,
                universe: $universe,
                priority: self::PRIORITY,
                sequence: $sequence,
                slots: self::look(self::SECOND),
            );
            $sequence = $this->send($udp, $target, $port, $second);
            $end = new E131Data(
                cid: $cid,
                name: self::NAME,
                universe: $universe,
                priority: self::PRIORITY,
                sequence: $sequence + 1,
                slots: self::look(self::SECOND),
                ended: true,
            );
            $udp->send($target, $port, $end->encode());
            $told = $this->say($target, $from, 'SHOW '.self::SCENE);
            $shown = $this->say($target, $from, \sprintf('SLOTS %d 1 %d', $universe, self::SLOTS));
            $this->say($target, $from, 'SHOW 0');
            [$status, $scene] = match (true) {
                'NO what comes in overrides' === $told => [ProbeStatus::Answered, 'stored; incoming data overrides it'],
                'OK '.$wanted === $shown => [ProbeStatus::Answered, 'stored and recalled'],
                default => [ProbeStatus::Strange, 'shown differently: '.$shown],
            };

            return [$status, ['slots' => self::SLOTS.' as sent', 'scene' => $scene]];
        } finally {
            $udp->close();
        }
    }

    private function send(GatedUdp $udp, string $target, int $port, E131Data $data): int
    {
        for ($n = 1; $n <= self::PACKETS; ++$n) {
            $one = new E131Data(
                cid: $data->cid,
                name: $data->name,
                universe: $data->universe,
                priority: $data->priority,
                sequence: $data->sequence + $n,
                slots: $data->slots,
            );
            $udp->send($target, $port, $one->encode());
            delay(self::EVERY);
        }

        return $data->sequence + self::PACKETS;
    }

    private function say(string $target, ?string $from, string $line): string
    {
        $socket = $this->sockets->connect($target, WordSpeaker::PORT, $this->seconds, $from);
        try {
            $socket->write($line."\n");
            $answer = '';
            $time = new TimeoutCancellation($this->seconds);
            while (!str_contains($answer, "\n") && null !== ($part = $socket->read($time))) {
                $answer .= $part;
            }

            return mb_scrub(trim($answer));
        } catch (StreamException) {
            return '';
        } finally {
            $socket->close();
        }
    }

    private static function look(int $base): string
    {
        return implode('', array_map(static fn (int $n): string => \chr($base + $n), range(1, self::SLOTS)));
    }
}
