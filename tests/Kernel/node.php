<?php

declare(strict_types=1);

/*
 * One host or router in a network namespace of its own: takes its configuration and questions as JSON lines on standard
 * input, echoes datagrams, and tells what it heard. Started by conductor.php; never run outside a namespace.
 */
fwrite(\STDOUT, "ready\n");
stream_set_blocking(\STDIN, false);
/** @var list<array{socket: Socket, answers: bool}> $servers */
$servers = [];
/** @var array<string, Socket> $asked */
$asked = [];
/** @var list<Socket> $listeners */
$listeners = [];
/** @var array<string, Socket> $connecting */
$connecting = [];
/** @var array<string, Socket> $connected that have asked */
$connected = [];
/** @var list<Socket> $accepted */
$accepted = [];
$heard = $errors = $answered = [];
// Who answers: two owners of one address have the same source.
$self = bin2hex(random_bytes(4));
$buffer = '';

$run = static function (array $command, string $input): string {
    $process = proc_open($command, [['pipe', 'r'], ['pipe', 'w'], ['pipe', 'w']], $pipes);
    if (false === $process) {
        return 'cannot run '.$command[0];
    }
    fwrite($pipes[0], $input);
    fclose($pipes[0]);
    $output = stream_get_contents($pipes[1]).stream_get_contents($pipes[2]);
    proc_close($process);

    return trim($output);
};
$bind = static function (string $address, int $port): Socket {
    $socket = socket_create(\AF_INET, \SOCK_DGRAM, \SOL_UDP) ?: throw new RuntimeException('no socket');
    socket_set_option($socket, \SOL_SOCKET, \SO_REUSEADDR, 1);
    socket_bind($socket, $address, $port) || throw new RuntimeException("cannot bind $address:$port");

    return $socket;
};
$setUp = static function (array $c) use (&$servers, &$listeners, $run, $bind): array {
    $problems = [];
    // What the kernel refuses is part of the answer; the rest goes on.
    $said = $run(['ip', '-force', '-batch', '-'], implode("\n", $c['ip'])."\n");
    if ('' !== $said) {
        $problems[] = $said;
    }
    foreach ($c['sysctl'] as $name => $value) {
        file_put_contents('/proc/sys/net/ipv4/'.$name, (string) $value);
    }
    if ('' !== $c['nft']) {
        $said = $run(['nft', '-f', '-'], $c['nft']);
        if ('' !== $said) {
            $problems[] = 'nft: '.$said;
        }
    }
    foreach ($c['unicast'] as [$address, $port]) {
        try {
            $servers[] = ['socket' => $bind($address, $port), 'answers' => true];
            $listener = socket_create(\AF_INET, \SOCK_STREAM, \SOL_TCP) ?: throw new RuntimeException('no socket');
            socket_bind($listener, $address, $port) && socket_listen($listener, 64) && socket_set_nonblock($listener);
            $listeners[] = $listener;
        } catch (RuntimeException $e) {
            $problems[] = $e->getMessage();
        }
    }
    foreach ($c['anybody'] as $port) {
        $socket = $bind('0.0.0.0', $port);
        foreach ($c['joins'] as [$group, $interface]) {
            socket_set_option($socket, \IPPROTO_IP, \MCAST_JOIN_GROUP, ['group' => $group, 'interface' => $interface]);
        }
        $servers[] = ['socket' => $socket, 'answers' => true];
    }

    foreach ($c['daemons'] as ['run' => $command, 'config' => $config]) {
        $base = tempnam(sys_get_temp_dir(), 'daemon');
        file_put_contents($base.'.conf', $config);
        $command = str_replace('{base}', $base, $command);
        $daemon = proc_open($command, [['file', '/dev/null', 'r'], ['file', $base, 'w'], ['file', $base, 'w']], $none);
        register_shutdown_function(static function () use ($daemon, $base): void {
            if (is_resource($daemon)) {
                proc_terminate($daemon);
                proc_close($daemon);
            }
            array_map(unlink(...), (array) glob($base.'*'));
        });
    }

    return $problems;
};
// An echo request (RFC 792) that carries the question's id.
$echo = static function (string $id): string {
    $packet = pack('CCnnn', 8, 0, 0, crc32($id) & 0xFFFF, 1).str_pad($id, 16, "\0");
    $sum = array_sum((array) unpack('n*', $packet));
    while ($sum >> 16) {
        $sum = ($sum & 0xFFFF) + ($sum >> 16);
    }

    return substr_replace($packet, pack('n', ~$sum & 0xFFFF), 2, 2);
};
// A first request for a lease (RFC 2131, section 3.1), to be answered to everybody.
$discover = static fn (string $id): string => str_pad(
    pack('CCCCNnnx16', 1, 1, 6, 0, crc32($id), 0, 0x8000).str_pad("\x02\x47\0\0\0\x01", 208, "\0")."\x63\x82\x53\x63\x35\x01\x01\xFF",
    300,
    "\0",
);
$ask = static function (array $q) use (&$asked, &$connecting, &$errors, $echo, $discover, $bind): void {
    if ($q['lease'] ?? false) {
        $socket = $bind('0.0.0.0', 68);
        socket_set_option($socket, \SOL_SOCKET, \SO_BINDTODEVICE, $q['device']);
        socket_set_option($socket, \SOL_SOCKET, \SO_BROADCAST, 1);
        if (false === @socket_sendto($socket, $discover($q['id']), 300, 0, '255.255.255.255', 67)) {
            $errors[$q['id']] = socket_last_error($socket);
        }
        $asked[$q['id']] = $socket;

        return;
    }
    if ($q['tcp'] ?? false) {
        $socket = socket_create(\AF_INET, \SOCK_STREAM, \SOL_TCP) ?: throw new RuntimeException('no socket');
        socket_set_nonblock($socket);
        $connected = @socket_connect($socket, $q['to'], $q['port']);
        $code = socket_last_error($socket);
        if (!$connected && !in_array($code, [\SOCKET_EINPROGRESS, 0], true)) {
            $errors[$q['id']] = $code;
        }
        $connecting[$q['id']] = $socket;

        return;
    }
    $socket = $q['icmp'] ? socket_create(\AF_INET, \SOCK_RAW, 1) : socket_create(\AF_INET, \SOCK_DGRAM, \SOL_UDP);
    if (false === $socket) {
        throw new RuntimeException('no socket');
    }
    if (null !== $q['device']) {
        socket_set_option($socket, \SOL_SOCKET, \SO_BINDTODEVICE, $q['device']);
    }
    socket_set_option($socket, \SOL_SOCKET, \SO_BROADCAST, $q['shout'] ? 1 : 0);
    if (isset($q['ttl'])) {
        socket_set_option($socket, \IPPROTO_IP, \IP_MULTICAST_TTL, $q['ttl']);
        if (null !== $q['device']) {
            socket_set_option($socket, \IPPROTO_IP, \IP_MULTICAST_IF, $q['device']);
        }
    }
    $data = $q['icmp'] ? $echo($q['id']) : $q['id'];
    $good = $q['shout']
        ? @socket_sendto($socket, $data, strlen($data), 0, $q['to'], $q['port'])
        : @socket_connect($socket, $q['to'], $q['icmp'] ? 0 : $q['port']) && @socket_write($socket, $data);
    if (false === $good) {
        $errors[$q['id']] = socket_last_error($socket);
    }
    $asked[$q['id']] = $socket;
};

while (true) {
    $read = fread(\STDIN, 65536);
    if (feof(\STDIN)) {
        exit(0);
    }
    $buffer .= $read;
    while (false !== ($end = strpos($buffer, "\n"))) {
        $command = json_decode(substr($buffer, 0, $end), true, flags: \JSON_THROW_ON_ERROR);
        $buffer = substr($buffer, $end + 1);
        if (isset($command['setUp'])) {
            fwrite(\STDOUT, json_encode($setUp($command['setUp']))."\n");
        } elseif (isset($command['ask'])) {
            $ask($command['ask']);
        } else {
            foreach ($asked as $id => $socket) {
                while (false !== @socket_recvfrom($socket, $data, 2000, \MSG_DONTWAIT, $from, $port)) {
                    // A raw socket sees the whole packet, and every ICMP packet that comes.
                    $reply = 'E' === $data[0] && "\0" === ($data[20] ?? '') ? 'to '.rtrim(substr($data, 28), "\0") : $data;
                    $reply = "\x02" === $data[0] && pack('N', crc32($id)) === substr($data, 4, 4) ? 'to '.$id : $reply;
                    [$reply, $by] = explode(' by ', $reply) + [1 => ''];
                    if ('to '.$id === $reply) {
                        $answered[] = [(string) $id, $reply, $from, $by];
                    }
                }
                $code = socket_last_error($socket);
                if (\SOCKET_EAGAIN !== $code && 0 !== $code) {
                    $errors[$id] ??= $code;
                }
            }
            foreach ($connecting as $id => $socket) {
                $code = socket_get_option($socket, \SOL_SOCKET, \SO_ERROR);
                if (0 !== $code) {
                    $errors[$id] ??= $code;
                }
            }
            foreach ($connected as $id => $socket) {
                $data = @socket_read($socket, 2000);
                $code = socket_last_error($socket);
                if (false === $data && \SOCKET_EAGAIN !== $code) {
                    $errors[$id] ??= $code;
                } elseif ('to '.$id === $data && @socket_getpeername($socket, $peer, $port)) {
                    $answered[] = [(string) $id, $data, $peer, ''];
                }
            }
            fwrite(\STDOUT, json_encode(['heard' => $heard, 'errors' => (object) $errors, 'answered' => $answered])."\n");
        }
    }
    foreach ($servers as $server) {
        while (false !== @socket_recvfrom($server['socket'], $data, 2000, \MSG_DONTWAIT, $from, $port)) {
            $heard[] = [$data, $from];
            $reply = 'to '.$data.' by '.$self;
            @socket_sendto($server['socket'], $reply, strlen($reply), 0, $from, $port);
        }
    }
    foreach ($listeners as $listener) {
        while (false !== ($socket = @socket_accept($listener))) {
            socket_set_nonblock($socket);
            $accepted[] = $socket;
        }
    }
    foreach ($accepted as $n => $socket) {
        $data = @socket_read($socket, 2000);
        if (is_string($data) && '' !== $data) {
            @socket_write($socket, 'to '.$data);
            unset($accepted[$n]);
            $done[] = $socket;
        }
    }
    // A connection that opens is not one that carries: the question is data.
    foreach ($connecting as $id => $socket) {
        if (@socket_getpeername($socket, $peer, $port)) {
            socket_write($socket, (string) $id);
            $connected[$id] = $socket;
            unset($connecting[$id]);
        }
    }
    usleep(2000);
}
