<?php

declare(strict_types=1);

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\Prober;
use Vorhut\Field\Probe\ProbeResult;
use Vorhut\Field\Probe\Sweep;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Sip\PhoneSystem;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\SipEndpoint;
use Vorhut\Field\Sip\UserAgent;
use Vorhut\Field\StandIn\Lab;

/*
 * Times the field side on loopback: php bench/field.php
 * A sweep of 254 addresses with four probes each, where only a few answer; then 50 calls at once through the stand-in phone
 * system, every phone and the system in this one process, three seconds of sound each.
 */

use function Amp\delay;
use function Amp\Future\await;

require dirname(__DIR__).'/vendor/autoload.php';

$sockets = new Sockets(new TargetGate());
$text = str_replace('10.47.', '10.148.', (string) file_get_contents(dirname(__DIR__).'/demo/kestrel-sound.json'));
$lab = new Lab(JobFile::read($text, ShippedProfiles::load()), LabPorts::ofThisUser(), UnitFiles::make());
$questions = [];
for ($host = 1; $host <= 254; ++$host) {
    foreach (
        [[ProbeKind::Tcp, 80], [ProbeKind::Http, 80], [ProbeKind::Rtsp, 554], [ProbeKind::Poll, 2202]] as [$kind, $port]
    ) {
        $questions[] = [
            'kind' => $kind,
            'target' => '127.148.60.'.$host,
            'port' => LabPorts::ofThisUser()->toLab($port),
            'from' => '127.148.30.20',
        ];
    }
}
$timeout = 2.0;
$counts = [];
$start = hrtime(true);
(new Sweep(new Prober($sockets, $timeout)))->run($questions, static function (ProbeResult $r) use (&$counts): bool {
    $counts[$r->status->value] = ($counts[$r->status->value] ?? 0) + 1;

    return true;
});
$seconds = (hrtime(true) - $start) / 1e9;
ksort($counts);
printf(
    "sweep: %d questions in %.2f s, %.2f times one time-out of %.0f s (%s)\n",
    count($questions),
    $seconds,
    $seconds / $timeout,
    $timeout,
    http_build_query($counts, '', ', '),
);
$lab->stop();

$count = 50;
$system = '127.198.0.1';
$secrets = [];
for ($n = 0; $n < 2 * $count; ++$n) {
    $secrets[(string) (2000 + $n)] = 'lab-'.(2000 + $n);
}
$phoneSystem = new PhoneSystem(new SipEndpoint($sockets->udp($system, 15060), $system, 15060), $secrets);
$phoneSystem->start();
$phone = static function (int $n) use ($sockets, $system): UserAgent {
    $address = '127.198.1.'.($n + 1);
    $socket = $sockets->udp($address);
    $phone = new UserAgent(
        new SipEndpoint($socket, $address, $socket->port()),
        (string) (2000 + $n),
        'lab-'.(2000 + $n),
        $system,
        15060,
        static fn (): RtpStream => new RtpStream($sockets->udp($address)),
        static fn (RtpStream $m): Sdp => new Sdp($address, $m->port, [0, 8]),
    );
    $phone->start();

    return $phone;
};
$phones = array_map($phone, range(0, 2 * $count - 1));
$statuses = await(array_map(static fn (UserAgent $p) => $p->register(), $phones));
printf("registered: %d of %d\n", count(array_keys($statuses, 200, true)), 2 * $count);
$start = hrtime(true);
$statuses = await(array_map(static fn (int $n) => $phones[2 * $n]->call((string) (2001 + 2 * $n)), range(0, $count - 1)));
printf("answered: %d of %d in %.2f s\n", count(array_keys($statuses, 200, true)), $count, (hrtime(true) - $start) / 1e9);
delay(3.0);
// What was sent last may still be on its way: stop the senders, let it arrive, then compare.
$media = [];
foreach ($phones as $p) {
    foreach ($p->calls() as $call) {
        $media[] = $call->media;
        $call->media->pause();
    }
}
delay(0.3);
$sent = array_sum(array_map(static fn (RtpStream $m): int => $m->sent, $media));
$received = array_sum(array_map(static fn (RtpStream $m): int => $m->received, $media));
$byes = await(
    array_map(static fn (int $n) => $phones[2 * $n]->hangUp($phones[2 * $n]->calls()[0]), range(0, $count - 1)),
);
printf(
    "RTP: %d sent, %d received, %d lost; hung up: %d; peak %.0f MB\n",
    $sent,
    $received,
    $sent - $received,
    count(array_keys($byes, 200, true)),
    memory_get_peak_usage(true) / 1e6,
);
exit(0);
