<?php

declare(strict_types=1);

/*
 * Runs in a network namespace of its own, started by KernelLab: makes a bridge per segment and a namespace per node, wires
 * them, puts the questions, and writes what was heard as one JSON line. Everything vanishes with this process.
 */
$plan = json_decode((string) fgets(\STDIN), true, flags: \JSON_THROW_ON_ERROR);
$lines = ['link set lo up'];
foreach ($plan['segments'] as $segment) {
    $lines[] = sprintf(
        'link add %s type bridge mcast_snooping %d mcast_querier %d',
        $segment['bridge'],
        $segment['snooping'],
        $segment['querier'],
    );
    $lines[] = 'link set '.$segment['bridge'].' up';
    if ($segment['losesQuerier']) {
        // Another switch asks who listens, every fifth of a second; who has answered is remembered for one second.
        $pace = 'mcast_query_interval 20 mcast_startup_query_interval 10 mcast_query_response_interval 10';
        $lines[] = 'link set '.$segment['bridge'].' type bridge mcast_membership_interval 100 mcast_query_response_interval 10';
        $lines[] = 'link add q'.$segment['bridge'].' type bridge mcast_snooping 1 mcast_querier 1 '.$pace;
        $lines[] = 'link set q'.$segment['bridge'].' up';
        $lines[] = sprintf('link add x%1$s type veth peer name y%1$s', $segment['bridge']);
        $lines[] = sprintf('link set x%1$s master %1$s up', $segment['bridge']);
        $lines[] = sprintf('link set y%1$s master q%1$s up', $segment['bridge']);
    }
}
$nodes = [];
foreach ($plan['nodes'] as $id => $node) {
    $process = proc_open(['unshare', '-n', \PHP_BINARY, __DIR__.'/node.php'], [['pipe', 'r'], ['pipe', 'w'], \STDERR], $pipes);
    if (false === $process) {
        throw new RuntimeException('Cannot make a namespace.');
    }
    $nodes[$id] = ['in' => $pipes[0], 'out' => $pipes[1], 'pid' => proc_get_status($process)['pid'], 'process' => $process];
}
$number = 0;
foreach ($nodes as $id => $node) {
    if ("ready\n" !== fgets($node['out'])) {
        throw new RuntimeException('A node did not start.');
    }
    foreach ($plan['nodes'][$id]['ports'] as $name => $bridge) {
        $here = 'p'.$number++;
        $lines[] = sprintf('link add %s type veth peer name %s netns %d', $here, $name, $node['pid']);
        if (null !== $bridge) {
            $lines[] = sprintf('link set %s master %s up', $here, $bridge);
        }
    }
}
$configure = static function (array $lines): void {
    $ip = proc_open(['ip', '-batch', '-'], [['pipe', 'r'], \STDERR, \STDERR], $pipes);
    if (false === $ip) {
        throw new RuntimeException('There is no ip command.');
    }
    fwrite($pipes[0], implode("\n", $lines)."\n");
    fclose($pipes[0]);
    if (0 !== proc_close($ip)) {
        throw new RuntimeException('The segments could not be made.');
    }
};
$configure($lines);
$problems = [];
foreach ($nodes as $id => $node) {
    fwrite($node['in'], json_encode(['setUp' => $plan['nodes'][$id]['setUp'] + ['daemons' => $plan['daemons'][$id] ?? []]])."\n");
}
foreach ($nodes as $id => $node) {
    $problems[$id] = json_decode((string) fgets($node['out']), true);
}
usleep((int) ($plan['settle'] * 1e6));
foreach ([false, true] as $isLate) {
    $now = array_filter($plan['questions'], static fn (array $q): bool => ($q['late'] ?? false) === $isLate);
    if ([] === $now) {
        continue;
    }
    $losing = $isLate ? array_filter($plan['segments'], static fn (array $s): bool => $s['losesQuerier']) : [];
    if ([] !== $losing) {
        $configure(array_map(static fn (array $s): string => 'link set q'.$s['bridge'].' type bridge mcast_querier 0', $losing));
        // The last answer is forgotten after one second, the querier itself after four minutes.
        usleep(1_600_000);
    }
    foreach ($now as $question) {
        fwrite($nodes[$question['from']]['in'], json_encode(['ask' => $question])."\n");
        // A little apart, so that neighbour look-ups do not overflow their queues.
        usleep(300);
    }
    usleep((int) ($plan['wait'] * 1e6));
}
$result = [];
foreach ($nodes as $id => $node) {
    fwrite($node['in'], json_encode(['tell' => true])."\n");
    $result[$id] = json_decode((string) fgets($node['out']), true);
    $result[$id]['problems'] = $problems[$id];
}
echo json_encode($result)."\n";
foreach ($nodes as $node) {
    fclose($node['in']);
}
foreach ($nodes as $node) {
    proc_close($node['process']);
}
