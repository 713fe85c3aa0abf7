<?php

declare(strict_types=1);

namespace Vorhut\Tests\Kernel;

use Vorhut\Core\Job\FilterAction;
use Vorhut\Core\Job\FilterRule;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Route;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;

/** A job's topology in namespaces of this machine's kernel, each node configured as the job says, and asked for real. */
final class KernelLab
{
    /** UDP ports where every device listens on each of its addresses, and one for datagrams to everybody. */
    public const PORTS = [7000, 5060];
    public const EVERYBODY = 7001;
    public const NOBODY = 7009;
    /** The group that routers with multicast pass on. */
    public const GROUP = '239.192.1.1';

    /** Why this machine cannot do it; null where it can. */
    public static function missing(): ?string
    {
        foreach (['ip', 'unshare', 'nft', 'smcrouted', 'dnsmasq'] as $command) {
            if ('' === trim((string) shell_exec('PATH=$PATH:/usr/sbin:/sbin command -v '.$command))) {
                return 'there is no '.$command.' command';
            }
        }
        exec(
            implode(
                ' ',
                array_map(escapeshellarg(...), [
                    ...self::inside(),
                    'ip',
                    'link',
                    'add',
                    'name',
                    'b0',
                    'type',
                    'bridge',
                ]),
            ).' 2>&1',
            $output,
            $code,
        );

        return 0 === $code ? null : 'namespaces are forbidden here: '.implode(' ', $output);
    }

    /**
     * @param list<array{
     *     id: string,
     *     from: string,
     *     to: string,
     *     port: int,
     *     device?: string|null,
     *     icmp?: bool,
     *     tcp?: bool,
     *     shout?: bool,
     *     ttl?: int,
     *     late?: bool,
     *     lease?: bool,
     * }> $questions
     * @param bool $losing snooping segments without a querier have one at first, on another switch; it is gone before late questions
     * @param array<string, list<array{run: list<string>, config: string}>> $daemons by node; {base} in their arguments is a file of theirs
     *
     * @return array<string, array{by: list<string>, replied: list<string>, repliers: int, error: int, problems: list<string>}> by question
     */
    public static function ask(Job $job, array $questions, float $wait, bool $losing = false, array $daemons = []): array
    {
        foreach ($job->routers as $router) {
            $daemons[$router->id] = [...self::groups($router), ...$daemons[$router->id] ?? []];
        }
        $daemons = array_filter($daemons);
        $settle = $losing ? 1.5 : ([] === $daemons ? 0.05 : 0.5);
        $plan = ['segments' => [], 'nodes' => [], 'daemons' => $daemons, 'questions' => [], 'settle' => $settle, 'wait' => $wait];
        $bridges = [];
        foreach ($job->segments as $segment) {
            $bridges[$segment->id] = 'b'.\count($bridges);
            $plan['segments'][] = [
                'bridge' => $bridges[$segment->id],
                'snooping' => (int) $segment->snooping,
                'querier' => (int) $segment->querier,
                'losesQuerier' => $losing && $segment->snooping && !$segment->querier,
            ];
        }
        foreach ($job->routers as $router) {
            $plan['nodes'][$router->id] = self::router($router, $bridges);
        }
        foreach ($job->devices as $device) {
            $ports = $joins = [];
            foreach ($device->interfaces as $i => $interface) {
                $ports['e'.$i] = [
                    'segment' => $bridges[$interface->segment ?? ''] ?? null,
                    'addresses' => [
                        ...null === $interface->address ? [] : [$interface->address],
                        ...$interface->extraAddresses,
                    ],
                    'gateway' => $interface->gateway,
                    'reversePath' => $interface->reversePath,
                ];
                foreach ($interface->joins ?? [] as $group) {
                    $joins[] = [(string) $group, 'e'.$i];
                }
            }
            $plan['nodes'][$device->id] = self::node(ports: $ports, routes: $device->routes, joins: $joins, sysctl: [], nft: '');
        }
        foreach ($questions as $question) {
            $plan['questions'][] = $question + ['device' => null, 'shout' => false, 'icmp' => false];
        }

        return self::sorted($questions, self::run($plan));
    }

    /** @return list<string> */
    public static function inside(): array
    {
        return 0 === posix_geteuid() ? ['unshare', '-n'] : ['unshare', '-r', '-n'];
    }

    /**
     * @param array<string, mixed> $plan
     *
     * @return array<string, array{
     *     heard: list<array{string, string}>,
     *     errors: array<string, int>,
     *     answered: list<array{string, string, string, string}>,
     *     problems: list<string>,
     * }>
     */
    private static function run(array $plan): array
    {
        $process = proc_open(
            [...self::inside(), \PHP_BINARY, __DIR__.'/conductor.php'],
            [['pipe', 'r'], ['pipe', 'w'], \STDERR],
            $pipes,
            null,
            ['PATH' => getenv('PATH').':/usr/sbin:/sbin'],
        );
        if (false === $process) {
            throw new \RuntimeException('The namespaces could not be made.');
        }
        fwrite($pipes[0], json_encode($plan, \JSON_THROW_ON_ERROR)."\n");
        fclose($pipes[0]);
        $text = (string) stream_get_contents($pipes[1]);
        proc_close($process);
        /**
         * @var array<string, array{
         *     heard: list<array{string, string}>,
         *     errors: array<string, int>,
         *     answered: list<array{string, string, string, string}>,
         *     problems: list<string>,
         * }> $result
         */
        $result = json_decode($text, true, flags: \JSON_THROW_ON_ERROR);

        return $result;
    }

    /**
     * @param list<array{id: string, from: string}> $questions
     * @param array<string, array{
     *     heard: list<array{string, string}>,
     *     errors: array<string, int>,
     *     answered: list<array{string, string, string, string}>,
     *     problems: list<string>,
     * }> $told
     *
     * @return array<string, array{by: list<string>, replied: list<string>, repliers: int, error: int, problems: list<string>}>
     */
    private static function sorted(array $questions, array $told): array
    {
        $heard = [];
        foreach ($told as $node => $t) {
            foreach ($t['heard'] as [$id]) {
                $heard[$id][$node] = $node;
            }
        }
        $result = [];
        foreach ($questions as ['id' => $id, 'from' => $from]) {
            $replied = [];
            $repliers = [];
            foreach ($told[$from]['answered'] as [$asked, $data, $source, $by]) {
                if ($asked === $id && 'to '.$id === $data) {
                    $replied[] = $source;
                    $repliers[$by] = true;
                }
            }
            $result[$id] = [
                'by' => array_values($heard[$id] ?? []),
                'replied' => $replied,
                'repliers' => \count($repliers),
                'error' => $told[$from]['errors'][$id] ?? 0,
                'problems' => $told[$from]['problems'],
            ];
        }

        return $result;
    }

    /**
     * @param array<string, string> $bridges
     *
     * @return array<string, mixed>
     */
    private static function router(Router $router, array $bridges): array
    {
        $ports = [];
        $nat = '';
        foreach ($router->interfaces as $i => $interface) {
            $ports['e'.$i] = [
                'segment' => $bridges[$interface->segment] ?? null,
                'addresses' => [
                    ...null === $interface->address ? [] : [$interface->address],
                    ...$interface->extraAddresses,
                ],
                'gateway' => null,
                'proxyArp' => $interface->proxyArp,
                'reversePath' => $interface->reversePath,
            ];
            if ($interface->masquerade) {
                $nat .= "add rule ip v out oifname \"e$i\" masquerade\n";
            }
        }
        foreach ($router->forwards as $forward) {
            $nat .= \sprintf(
                "add rule ip v in %s ip daddr %s %s dport %d dnat to %s:%d\n",
                $forward->hairpin ? '' : 'iifname '.self::portOf($router, $forward->interface),
                $forward->interface,
                $forward->protocol->value,
                $forward->port,
                $forward->to,
                $forward->toPort,
            );
        }
        $rules = $router->stateful ? "add rule ip v f ct state established,related accept\n" : '';
        foreach ($router->rules as $rule) {
            $rules .= self::rule($rule);
        }
        $policy = FilterAction::Deny === $router->defaultAction ? 'drop' : 'accept';
        $nft = "add table ip v\nadd chain ip v f { type filter hook forward priority 0; policy $policy; }\n$rules";
        if ('' !== $nat) {
            $nft .= "add chain ip v in { type nat hook prerouting priority -100; }\nadd chain ip v out { type nat hook "
                ."postrouting priority 100; }\n$nat";
        }

        return self::node(
            ports: $ports,
            routes: $router->routes,
            joins: [],
            sysctl: ['ip_forward' => 1],
            nft: [] === $router->rules && 'accept' === $policy && '' === $nat ? '' : $nft,
        );
    }

    /**
     * The routing daemon for groups: each port with multicast passes on to every other one.
     *
     * @return list<array{run: list<string>, config: string}>
     */
    private static function groups(Router $router): array
    {
        $ports = [];
        foreach ($router->interfaces as $i => $interface) {
            $ports = $interface->multicast ? [...$ports, 'e'.$i] : $ports;
        }
        $enable = $pass = '';
        foreach (\count($ports) > 1 ? $ports : [] as $in) {
            $out = implode(' ', array_diff($ports, [$in]));
            $enable .= "phyint $in enable ttl-threshold 1\n";
            $pass .= "mgroup from $in group ".self::GROUP."\nmroute from $in group ".self::GROUP." to $out\n";
        }

        $run = ['smcrouted', '-n', '-N', '-l', 'err', '-f', '{base}.conf', '-P', '{base}.pid', '-u', '{base}.sock'];

        return '' === $enable ? [] : [['run' => $run, 'config' => $enable.$pass]];
    }

    /** The name of the port that has the address; one that no port has never matches. */
    private static function portOf(Router $router, Ipv4Address $address): string
    {
        foreach ($router->interfaces as $i => $interface) {
            foreach ($interface->addresses() as $own) {
                if ($own->address->equals($address)) {
                    return 'e'.$i;
                }
            }
        }

        return 'none';
    }

    private static function rule(FilterRule $rule): string
    {
        $match = (null === $rule->from ? '' : ' ip saddr '.$rule->from).(null === $rule->to ? '' : ' ip daddr '.$rule->to);
        if (Protocol::Any !== $rule->protocol) {
            $ports = implode(
                ', ',
                array_map(
                    static fn (array $r): string => $r[0] === $r[1] ? (string) $r[0] : $r[0].'-'.$r[1],
                    $rule->ports->ranges,
                ),
            );
            $match .= '' === $ports
                ? ' ip protocol '.$rule->protocol->value
                : \sprintf(' %s dport { %s }', $rule->protocol->value, $ports);
        }

        return \sprintf("add rule ip v f%s %s\n", $match, FilterAction::Deny === $rule->action ? 'drop' : 'accept');
    }

    /**
     * @param array<string, array{
     *     segment: string|null,
     *     addresses: list<InterfaceAddress>,
     *     gateway: Ipv4Address|null,
     *     proxyArp?: bool,
     *     reversePath?: bool,
     * }> $ports
     * @param list<Route> $routes
     * @param list<array{string, string}> $joins
     * @param array<string, int> $sysctl
     *
     * @return array<string, mixed>
     */
    private static function node(array $ports, array $routes, array $joins, array $sysctl, string $nft): array
    {
        $ip = ['link set lo up'];
        $unicast = [];
        $listens = !isset($sysctl['ip_forward']);
        foreach ($ports as $name => $port) {
            foreach ($port['addresses'] as $address) {
                $ip[] = \sprintf('addr add %s dev %s', $address, $name);
                foreach ($listens ? self::PORTS : [] as $number) {
                    $unicast[] = [(string) $address->address, $number];
                }
            }
            $ip[] = 'link set '.$name.' up';
            // The engine judges without redirects.
            $sysctl += ['conf/all/send_redirects' => 0, "conf/$name/send_redirects" => 0, 'conf/all/rp_filter' => 0];
            $sysctl["conf/$name/rp_filter"] = (int) ($port['reversePath'] ?? false);
            $sysctl["conf/$name/proxy_arp"] = (int) ($port['proxyArp'] ?? false);
            $sysctl["neigh/$name/proxy_delay"] = 0;
        }
        foreach ($routes as $route) {
            $ip[] = \sprintf('route append %s via %s', $route->to, $route->via);
        }
        $metric = 100;
        foreach ($ports as $name => $port) {
            if (null !== $port['gateway']) {
                $ip[] = \sprintf('route add default via %s dev %s metric %d', $port['gateway'], $name, $metric++);
            }
        }

        return [
            'ports' => array_map(static fn (array $p): ?string => $p['segment'], $ports),
            'setUp' => [
                'ip' => $ip,
                'sysctl' => $sysctl + [
                    'ip_forward' => 0,
                    'icmp_ratemask' => 0,
                    'icmp_msgs_per_sec' => 100000,
                    'icmp_msgs_burst' => 100000,
                ],
                'nft' => $nft,
                'unicast' => $unicast,
                'anybody' => $listens ? [self::EVERYBODY] : [],
                'joins' => $joins,
            ],
        ];
    }
}
