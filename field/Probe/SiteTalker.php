<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\CancelledException;
use Amp\Socket\ConnectException;
use Vorhut\Core\Intent\LiveQuestion;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Provision\FileRenderer;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Provision\TakenFile;
use Vorhut\Core\Setting\Settings;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Serve\FileFetch;
use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\ClientTransaction;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\SipEndpoint;
use Vorhut\Field\Sip\UserAgent;

use function Amp\delay;

/**
 * Talks to real phone systems with the secrets of the units, and changes nothing there. A registration is looked up, not made (RFC 3261,
 * section 10.2.3: a REGISTER without Contact); a call rings for a moment, and is let go; a file is fetched as the unit would, and compared.
 */
final readonly class SiteTalker implements Talker
{
    use Waits;

    private const PORT = 5060;
    private const FILES = 443;
    /** Seconds of sound, and seconds that somebody may take to pick up. */
    private const TALK = 1.0;
    private const RING = 8.0;

    private Settings $settings;

    /** @param \Closure(string): ?string $secret with which a number registers; null where nobody knows it */
    public function __construct(
        private Job $job,
        private TestSite $place,
        private Sockets $sockets,
        private FileRenderer $renderer,
        private \Closure $secret,
        private float $seconds,
    ) {
        $this->settings = new Settings($job);
    }

    public function takes(ProbeKind $kind): bool
    {
        return \in_array($kind, [ProbeKind::Register, ProbeKind::Call, ProbeKind::File], true);
    }

    public function ask(LiveQuestion $question): ProbeResult
    {
        $start = hrtime(true);
        $from = $this->job->devices[$question->from] ?? null;
        $to = $this->job->devices[$question->to] ?? null;
        [$status, $evidence] = match (true) {
            null === $from || null === $to => [ProbeStatus::Untried, ['why' => 'one of them is not a device']],
            ProbeKind::File === $question->kind => $this->file($from, $to),
            ProbeKind::Register === $question->kind => $this->register($from),
            default => $this->call($from, $to),
        };

        return new ProbeResult(
            kind: $question->kind ?? ProbeKind::Call,
            target: (string) $question->target,
            port: $question->port,
            status: $status,
            milliseconds: (hrtime(true) - $start) / 1e6,
            evidence: $evidence,
        );
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    private function register(Device $device): array
    {
        $extension = Extension::ofUnit($this->job, $device);
        $agent = null === $extension ? null : $this->agent($extension);
        if (null === $agent) {
            return self::untried($device, $extension);
        }
        try {
            [$status, $at] = $this->within($agent->lookUp()) ?? [null, []];
            $evidence = ['REGISTER, which changes nothing' => $status ?? 'no answer'];

            return match ($status) {
                200 => [ProbeStatus::Answered, $evidence + ['registered now' => [] === $at ? 'nobody' : implode(' ', $at)]],
                null => [ProbeStatus::Silent, $evidence],
                default => [ProbeStatus::Refused, $evidence],
            };
        } finally {
            $agent->stop();
        }
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    private function call(Device $caller, Device $callee): array
    {
        $number = Extension::ofUnit($this->job, $callee)?->number;
        if (null === $number) {
            return self::untried($callee, null);
        }
        $extension = Extension::ofUnit($this->job, $caller);
        $agent = null === $extension ? null : $this->agent($extension);
        if (null === $agent) {
            return self::untried($caller, $extension);
        }
        /** @var list<ClientTransaction> $tries */
        $tries = [];
        $begun = static function (ClientTransaction $try) use (&$tries): void {
            $tries[] = $try;
        };
        try {
            $placed = $this->within($agent->startCall($number, $begun), self::RING);
            $evidence = ['INVITE '.$number => $placed->status ?? 'no final answer'];
            if (null !== $placed?->call) {
                return $this->talk($agent, $placed->call, $evidence);
            }
            $rings = [] !== array_filter($tries, static fn (ClientTransaction $try): bool => $try->rang());
            array_map(static fn (ClientTransaction $try) => $try->cancel(), $tries);
            delay($this->seconds / 2);
            if (null === $placed && $rings) {
                return [ProbeStatus::Untried, $evidence + ['why' => 'it rang and was not answered; audio not tested']];
            }

            return [null === $placed ? ProbeStatus::Silent : ProbeStatus::Refused, $evidence];
        } finally {
            $agent->stop();
        }
    }

    /**
     * @param array<string, string|int|float> $evidence
     *
     * @return array{ProbeStatus, array<string, string|int|float>}
     */
    private function talk(UserAgent $agent, Call $call, array $evidence): array
    {
        delay(self::TALK);
        $reception = self::settled($call);
        $evidence['RTP back'] = \sprintf('%d packets, %d lost', $reception->received, $reception->lost());
        $evidence['BYE'] = $this->within($agent->hangUp($call)) ?? 'no answer';

        return [$reception->received > 0 ? ProbeStatus::Answered : ProbeStatus::OneWay, $evidence];
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    private function file(Device $unit, Device $server): array
    {
        $file = PhoneFile::fromDevice($this->settings, $unit);
        $at = $this->target($server);
        if (null === $file || null === $at) {
            return [ProbeStatus::Untried, ['why' => $unit->name.' has no file, or its server no address that may be asked']];
        }
        try {
            $got = (new FileFetch($this->sockets, $this->seconds))->get($at, $this->place->port(self::FILES), $file->name, null);
        } catch (ConnectException) {
            return [ProbeStatus::Refused, []];
        } catch (CancelledException) {
            return [ProbeStatus::Silent, []];
        }
        $evidence = ['GET '.$file->name => 0 === $got['status'] ? 'closed without an answer' : $got['status']];
        if (200 !== $got['status']) {
            return [0 === $got['status'] ? ProbeStatus::Closed : ProbeStatus::Refused, $evidence];
        }
        $taken = TakenFile::read($this->renderer, $this->job, $file, $got['text']);
        $isOwn = null !== $taken && $taken->number === Extension::ofUnit($this->job, $unit)?->number;
        $evidence['compared with the plan'] = match (true) {
            null === $taken => 'differs from the file rendered now',
            $isOwn => 'as planned',
            default => 'it is for '.$taken->number,
        };

        return [$isOwn ? ProbeStatus::Answered : ProbeStatus::Strange, $evidence];
    }

    /** Null where nobody knows its secret, or its phone system may not be asked. */
    private function agent(Extension $extension): ?UserAgent
    {
        $server = $this->job->devices[$extension->server ?? ''] ?? null;
        $at = null === $server ? null : $this->target($server);
        $secret = ($this->secret)($extension->number);
        if (null === $at || null === $secret) {
            return null;
        }
        $socket = $this->sockets->udpToward($at, null);
        $own = $socket->address();
        $agent = new UserAgent(
            endpoint: new SipEndpoint($socket, $own, $socket->port()),
            user: $extension->number,
            password: $secret,
            server: $at,
            serverPort: $this->place->port(self::PORT),
            media: fn (): RtpStream => new RtpStream($this->sockets->udpEven($own)),
            describe: static fn (RtpStream $stream): Sdp => new Sdp($own, $stream->port, [Sdp::PCMA, Sdp::PCMU]),
        );
        $agent->start();

        return $agent;
    }

    private function target(Device $device): ?string
    {
        $address = $device->primaryAddress()?->address;
        $target = null === $address ? null : $this->place->target($address);

        return null === $target ? null : (string) $target;
    }

    /** @return array{ProbeStatus, array<string, string>} */
    private static function untried(Device $device, ?Extension $extension): array
    {
        return [ProbeStatus::Untried, ['why' => null === $extension
            ? $device->name.' has no number'
            : \sprintf('the secret of %s is not in the vault, or its phone system may not be asked', $extension->number)]];
    }
}
