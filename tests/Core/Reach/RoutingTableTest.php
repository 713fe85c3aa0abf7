<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Reach;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\Route;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Reach\Node\NodePort;
use Vorhut\Core\Reach\Node\RoutingTable;

final class RoutingTableTest extends TestCase
{
    use TestTrait;

    /** The table against the definition: of all lines that hold the destination the one with the longest prefix. */
    public function testFindsTheLongestPrefixAsASearchThroughAllLinesWould(): void
    {
        $line = Generators::tuple(Generators::choose(8, 32), Generators::choose(0, 255), Generators::choose(0, 255));
        $this->limitTo(200)
            ->forAll(Generators::vector(8, $line), Generators::choose(0, 255), Generators::choose(0, 255))
            ->then(static function (array $lines, int $third, int $fourth): void {
                $ports = [self::port(0, 'lan', ['10.47.1.10/24'])];
                $routes = [];
                /** @var list<array{int, int, int}> $lines */
                foreach ($lines as [$length, $a, $b]) {
                    $prefix = Ipv4Prefix::containing(Ipv4Address::fromString(\sprintf('10.%d.%d.77', 47 + $a % 2, $b)), $length);
                    $routes[] = new Route($prefix, Ipv4Address::fromString('10.47.1.1'));
                }
                $destination = Ipv4Address::fromString(\sprintf('10.%d.%d.%d', 47 + $fourth % 2, $third, $fourth));
                $best = $ports[0]->addresses[0]->prefix->contains($destination) ? 24 : -1;
                foreach ($routes as $route) {
                    $best = $route->to->contains($destination) ? max($best, $route->to->length) : $best;
                }
                $found = (new RoutingTable($ports, $routes))->find($destination->value);
                self::assertSame($best, $found->to->length ?? -1);
            });
    }

    public function testOfTwoLinesAlikeTheFirstCounts(): void
    {
        $ports = [
            self::port(0, 'one', ['10.47.1.10/24']),
            self::port(1, 'two', ['10.47.1.11/24']),
        ];
        $table = new RoutingTable($ports, []);
        self::assertSame('one', $table->find(self::ip('10.47.1.99'))?->port->name);
        self::assertSame('two', $table->find(self::ip('10.47.1.99'), $ports[1])?->port->name, 'bound to the second port');
    }

    public function testTheSourceIsTheAddressWhosePrefixHoldsTheNextHop(): void
    {
        $table = new RoutingTable(
            [self::port(0, 'lan', ['10.47.1.10/24', '10.47.2.10/24'], '10.47.1.1')],
            [new Route(Ipv4Prefix::fromString('10.48.0.0/16'), Ipv4Address::fromString('10.47.2.1'))],
        );
        self::assertSame('10.47.2.10', (string) $table->find(self::ip('10.48.1.1'))?->source);
        self::assertSame('10.47.1.10', (string) $table->find(self::ip('10.49.1.1'))?->source);
        self::assertSame('10.47.2.10', (string) $table->find(self::ip('10.47.2.99'))?->source);
    }

    public function testTheFirstGatewayIsUsedAndRefusedOnesAreRemembered(): void
    {
        $table = new RoutingTable([
            self::port(0, 'one', ['10.47.1.10/24'], '10.47.9.1'),
            self::port(1, 'two', ['10.47.2.10/24'], '10.47.2.1'),
            self::port(2, 'three', ['10.47.3.10/24'], '10.47.3.1'),
        ], []);
        self::assertSame('two', $table->find(self::ip('198.51.100.1'))?->port->name);
        self::assertSame('gateway-off-link', $table->refusedGateway()['why']->value ?? null);
    }

    /** RFC 3021: the other end of a /31 is a neighbour, and neither end is a broadcast address. */
    public function testPointToPointAndSinglePrefixes(): void
    {
        $pair = new RoutingTable([self::port(0, 'wan', ['192.0.2.4/31'], '192.0.2.5')], []);
        self::assertNull($pair->find(self::ip('192.0.2.5'))->via ?? null);
        self::assertSame('192.0.2.5', (string) $pair->find(self::ip('198.51.100.1'))?->via);
        self::assertNull($pair->broadcastOf(self::ip('192.0.2.5')));
        $single = new RoutingTable([self::port(0, 'wan', ['192.0.2.4/32'], '192.0.2.5')], []);
        self::assertNull($single->find(self::ip('192.0.2.5')));
        self::assertSame('gateway-off-link', $single->refusedGateway()['why']->value ?? null);
    }

    /** @param list<string> $addresses */
    private static function port(int $index, string $name, array $addresses, ?string $gateway = null): NodePort
    {
        return new NodePort(
            index: $index,
            name: $name,
            segment: 'a',
            addresses: array_map(InterfaceAddress::fromString(...), $addresses),
            gateway: null === $gateway ? null : Ipv4Address::fromString($gateway),
            mac: null,
        );
    }

    private static function ip(string $text): int
    {
        return Ipv4Address::fromString($text)->value;
    }
}
