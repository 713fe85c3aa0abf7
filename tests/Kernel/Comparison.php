<?php

declare(strict_types=1);

namespace Vorhut\Tests\Kernel;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Group\Broadcast;
use Vorhut\Core\Reach\Group\Multicast;
use Vorhut\Core\Reach\Group\Reception;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Node\NodePort;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Outcome;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Reach\Walk\Verdict;

/** Asks the engine and the kernel the same questions and lists where they differ. */
final class Comparison
{
    /** Time to live of what routers may pass on. */
    private const FAR = 3;
    private const REFUSED = 111;
    private const NO_ROUTE = [101, 22, 13];

    /** @var list<string> */
    public array $differences = [];
    public int $compared = 0;
    /** @var array<string, int> */
    public array $outcomes = [];

    /** @param float $wait seconds for answers to come in */
    public function __construct(private readonly float $wait = 0.4) {}

    public function run(Job $job, string $title): void
    {
        $exchange = new Exchange(Topology::network($job));
        $unicast = $this->unicast($exchange, $title);
        $everybody = $this->toEverybody($job, $exchange, $title);
        $seen = KernelLab::ask($job, [...array_column($unicast, 0), ...array_column($everybody, 0)], $this->wait);
        foreach ($unicast as [$question, $verdict, $text]) {
            $forwards = $exchange->network->nodes[$verdict->by[0] ?? '']->forwards ?? false;
            // Of these only the answer can be seen.
            $ping = isset($question['icmp']) || isset($question['tcp']);
            $refuses = isset($question['tcp']) && ($forwards || KernelLab::NOBODY === $question['port']);
            $this->compare(
                text: $text,
                verdict: $verdict,
                seen: $seen[$question['id']],
                answers: !$refuses && ($ping || (!$forwards && KernelLab::NOBODY !== $question['port'])),
                target: Ipv4Address::fromString($question['to']),
                heard: !$ping,
            );
        }
        foreach ($everybody as [$question, $heard, $text]) {
            $this->compareAll(
                text: $text,
                heard: $heard,
                seen: $seen[$question['id']],
                from: $question['from'],
                single: 1 === \count($exchange->network->nodes[$question['from']]->ports),
            );
        }
    }

    /**
     * @return list<array{
     *     array{id: string, from: string, to: string, port: int, icmp?: bool, tcp?: bool, device?: string},
     *     Verdict,
     *     string,
     * }>
     */
    private function unicast(Exchange $exchange, string $title): array
    {
        $all = [];
        foreach ($exchange->network->nodes as $node) {
            foreach ($exchange->network->nodes as $other) {
                foreach ($other->ports as $port) {
                    foreach ($port->addresses as $address) {
                        $n = \count($all);
                        $text = \sprintf('%s: %s to %s (%s)', $title, $node->id, $address->address, $other->id);
                        $all[] = [
                            [
                                'id' => 'p'.$n,
                                'from' => $node->id,
                                'to' => (string) $address->address,
                                'port' => KernelLab::NOBODY,
                                'icmp' => true,
                            ],
                            $exchange->ask($node, $address->address, new Service(Protocol::Icmp)),
                            $text.' icmp',
                        ];
                        $number = 0 === $n % 4 ? KernelLab::NOBODY : KernelLab::PORTS[$n % 2];
                        $all[] = [
                            [
                                'id' => 't'.$n,
                                'from' => $node->id,
                                'to' => (string) $address->address,
                                'port' => $number,
                                'tcp' => true,
                            ],
                            $exchange->ask($node, $address->address, new Service(Protocol::Tcp, $number, $number)),
                            $text.' tcp/'.$number,
                        ];
                        foreach (
                            [KernelLab::PORTS[($n % 3) % 2], ...0 === $n % 5 ? [KernelLab::NOBODY] : []] as $number
                        ) {
                            $all[] = [
                                [
                                    'id' => 'q'.\count($all),
                                    'from' => $node->id,
                                    'to' => (string) $address->address,
                                    'port' => $number,
                                ],
                                $exchange->ask($node, $address->address, new Service(Protocol::Udp, $number, $number)),
                                $text.' udp/'.$number,
                            ];
                        }
                    }
                }
            }
        }

        foreach ($exchange->network->nodes as $node) {
            // With two ports in one segment it is chance by which of them an answer comes in.
            $segments = array_unique(array_map(static fn (NodePort $p): ?string => $p->segment, $node->ports));
            foreach (
                $node->forwards || \count($node->ports) < 2 || \count($segments) < \count($node->ports)
                    ? []
                    : $node->ports as $i => $port
            ) {
                foreach ($exchange->network->nodes as $other) {
                    $address = $other === $node ? null : $other->firstAddress();
                    if (null !== $address && null !== $port->primary()) {
                        $target = Ipv4Address::fromInt($address);
                        $all[] = [
                            [
                                'id' => 'b'.\count($all),
                                'from' => $node->id,
                                'to' => (string) $target,
                                'port' => KernelLab::PORTS[0],
                                'device' => 'e'.$i,
                            ],
                            $exchange->ask(
                                $node,
                                $target,
                                new Service(Protocol::Udp, KernelLab::PORTS[0], KernelLab::PORTS[0]),
                                $port,
                            ),
                            \sprintf(
                                '%s: %s bound to %s to %s (%s) udp',
                                $title,
                                $node->id,
                                $port->name,
                                $target,
                                $other->id,
                            ),
                        ];
                    }
                }
            }
        }

        return $all;
    }

    /**
     * Broadcasts, limited and directed, and groups, each from every port of every node.
     *
     * @return list<array{
     *     array{id: string, from: string, to: string, port: int, device: string|null, shout: bool, ttl?: int},
     *     list<Reception>,
     *     string,
     * }>
     */
    private function toEverybody(Job $job, Exchange $exchange, string $title): array
    {
        $shout = new Broadcast($exchange);
        $multicast = new Multicast($exchange);
        $all = [];
        $routed = [] !== array_filter($exchange->network->nodes, static fn (Node $n): bool => $n->routesGroups());
        foreach ([...array_keys($job->devices), ...array_keys($job->routers)] as $id) {
            $node = $exchange->network->nodes[$id];
            foreach ($node->ports as $i => $port) {
                if (null === $port->primary()) {
                    continue;
                }
                $targets = ['255.255.255.255', '239.192.1.1', '224.0.0.200', '224.0.0.1'];
                foreach (['10.47.0.255', '10.47.1.255', '10.47.255.255', '10.47.1.127'] as $directed) {
                    if (null !== $node->table->broadcastPort(Ipv4Address::fromString($directed)->value)) {
                        $targets[] = $directed;
                    }
                }
                foreach ($targets as $to) {
                    $address = Ipv4Address::fromString($to);
                    $group = $address->isMulticast();
                    $ttl = $routed && KernelLab::GROUP === $to && !self::translates($node) ? self::FAR : 1;
                    $heard = $group
                        ? array_values($multicast->send(
                            sender: $node,
                            group: $address,
                            port: KernelLab::EVERYBODY,
                            ttl: $ttl,
                            by: $port,
                        )->heard)
                        : $shout->broadcast($node, $address, KernelLab::EVERYBODY, $port);
                    $all[] = [
                        [
                            'id' => 'e'.\count($all),
                            'from' => (string) $id,
                            'to' => $to,
                            'port' => KernelLab::EVERYBODY,
                            'device' => $group || $address->isLimitedBroadcast() ? 'e'.$i : null,
                            'shout' => true,
                        ] + ($group ? ['ttl' => $ttl] : []),
                        $heard,
                        \sprintf('%s: %s/%s to %s', $title, $id, $port->name, $to),
                    ];
                }
            }
        }

        return $all;
    }

    /** Of a flow that a kernel both translates and copies to several ports, it loses the first datagram's copies. */
    private static function translates(Node $node): bool
    {
        return [] !== $node->portForwards || [] !== array_filter($node->ports, static fn (NodePort $p): bool => $p->masquerade);
    }

    /**
     * @param list<Reception> $heard
     * @param array{by: list<string>, replied: list<string>, repliers: int, error: int, problems: list<string>} $seen
     * @param bool $single a socket bound to one of two ports hears no answers by the other
     */
    private function compareAll(string $text, array $heard, array $seen, string $from, bool $single): void
    {
        $expected = array_map(static fn (Reception $h): string => $h->node->id, $heard);
        $observed = array_values(array_diff($seen['by'], [$from]));
        sort($expected);
        sort($observed);
        $count = \count(array_filter($heard, static fn (Reception $h): bool => $h->replyArrives));
        // Who has two ports in the segment hears and answers twice; who hears itself answers itself.
        $answers = $seen['repliers'];
        ++$this->compared;
        // Who answers to an address with two owners may be heard by chance.
        $sure = [] === array_filter($heard, static fn (Reception $h): bool => CauseRule::TwoOwners === $h->cause?->rule);
        $single = $single && $sure;
        if ($expected !== $observed || ($single && !\in_array($from, $seen['by'], true) && $count !== $answers)) {
            $this->differences[] = \sprintf(
                "%s\n  predicted %s, %d answers\n  observed  %s, %d answers, error %d",
                $text,
                implode(' ', $expected),
                $count,
                implode(' ', $observed),
                $answers,
                $seen['error'],
            );
        }
    }

    /** @param array{by: list<string>, replied: list<string>, repliers: int, error: int, problems: list<string>} $seen */
    private function compare(string $text, Verdict $verdict, array $seen, bool $answers, Ipv4Address $target, bool $heard): void
    {
        $this->outcomes[$verdict->outcome->value] = ($this->outcomes[$verdict->outcome->value] ?? 0) + 1;
        if (Outcome::Ambiguous === $verdict->outcome) {
            return;
        }
        ++$this->compared;
        $predicted = [
            'replied' => $verdict->replied,
            'cannot send' => Outcome::NoRoute === $verdict->outcome && 1 === \count($verdict->hops),
        ];
        $observed = [
            'replied' => $answers ? \in_array((string) $target, $seen['replied'], true) : self::REFUSED === $seen['error'],
            'cannot send' => \in_array($seen['error'], self::NO_ROUTE, true),
        ];
        // What is kept as a broadcast reaches the node, but no program that listens at one of its addresses.
        if ($answers && $heard && CauseRule::KeptAsBroadcast !== $verdict->cause?->rule) {
            $predicted['by'] = $verdict->delivered ? implode(' ', $verdict->by) : '';
            $observed['by'] = implode(' ', $seen['by']);
        }
        if (str_contains($text, ' tcp/') && !$predicted['cannot send']) {
            // A router's "unreachable" ends a connection attempt with the same error as an own table without route.
            $observed['cannot send'] = false;
        }
        if ($predicted !== $observed) {
            $this->differences[] = \sprintf(
                "%s\n  predicted %s %s\n  observed  %s error %d %s",
                $text,
                json_encode($predicted),
                $verdict->cause->text ?? $verdict->outcome->value,
                json_encode($observed),
                $seen['error'],
                implode('; ', $seen['problems']),
            );
        }
    }
}
