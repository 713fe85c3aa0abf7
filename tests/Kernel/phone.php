<?php

declare(strict_types=1);

// A phone that has its file: registers as that says, calls 2002, says what became of it: phone.php OWN-ADDRESS FILE
require dirname(__DIR__, 2).'/vendor/autoload.php';

use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\SipEndpoint;
use Vorhut\Field\Sip\UserAgent;

[, $address, $file] = $argv;
$said = [];
foreach (explode("\n", (string) file_get_contents($file)) as $line) {
    [$name, $value] = [...explode(' = ', $line, 2), ''];
    $said[$name] = $value;
}
[$server, $port] = explode(':', $said['registrar']);
$sockets = new Sockets(new TargetGate([Ipv4Prefix::fromString('10.47.10.0/24')]));
$socket = $sockets->udp($address);
$phone = new UserAgent(
    endpoint: new SipEndpoint($socket, $address, $socket->port()),
    user: $said['number'],
    password: $said['secret'],
    server: $server,
    serverPort: (int) $port,
    media: static fn (): RtpStream => new RtpStream($sockets->udp($address)),
    describe: static fn (RtpStream $media): Sdp => new Sdp($address, $media->port, ['g711a' === $said['sound'] ? Sdp::PCMA : Sdp::PCMU]),
);
$phone->start();
$registered = $phone->register()->await();
$call = $phone->startCall('2002')->await()->call;
Amp\delay(1.0);
echo json_encode([
    'registered' => $registered,
    'heard' => $call?->media->received(),
    'type' => $call?->media->heard,
    'lost' => $call?->media->lastReport?->lost,
]), "\n";
exit(0);
