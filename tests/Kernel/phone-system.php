<?php

declare(strict_types=1);

// A phone system on the address given, and a phone that answers at 2002: phone-system.php ADDRESS SECRETS-FILE
require dirname(__DIR__, 2).'/vendor/autoload.php';

use Revolt\EventLoop;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Sip\PhoneSystem;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\SipEndpoint;
use Vorhut\Field\Sip\UserAgent;

[, $address, $file] = $argv;
$sockets = new Sockets(new TargetGate([Ipv4Prefix::fromString('10.47.10.0/24')]));
/** @var array<string, string> $secrets */
$secrets = (array) json_decode((string) file_get_contents($file), true) + ['2002' => 'of-the-other'];
$system = new PhoneSystem(new SipEndpoint($sockets->udp($address, 5060), $address, 5060), $secrets);
$system->start();
$socket = $sockets->udp($address);
$phone = new UserAgent(
    endpoint: new SipEndpoint($socket, $address, $socket->port()),
    user: '2002',
    password: 'of-the-other',
    server: $address,
    serverPort: 5060,
    media: static fn (): RtpStream => new RtpStream($sockets->udp($address)),
    describe: static fn (RtpStream $media): Sdp => new Sdp($address, $media->port, [Sdp::PCMA]),
);
$phone->start();
echo $phone->register()->await(), "\n";
EventLoop::delay(30, static fn () => exit(0));
EventLoop::run();
