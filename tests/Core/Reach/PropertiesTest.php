<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Reach;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Tests\Support\Jobs;

/** What must hold for any configuration. */
final class PropertiesTest extends TestCase
{
    use TestTrait;

    /** An exchange needs both ways, so whether it works does not depend on who begins it. */
    public function testWhoeverAsksAnExchangeWorksOrNot(): void
    {
        $this->limitTo(150)
            ->forAll(
                Generators::elements('a', 'b'),
                Generators::elements('a', 'b'),
                Generators::elements(16, 20, 24, 25, 28),
                Generators::elements(16, 20, 24, 25, 28),
                Generators::elements(null, 1, 9),
                Generators::elements(null, 1, 9),
            )
            ->then(static function (
                string $segmentX,
                string $segmentY,
                int $lengthX,
                int $lengthY,
                ?int $gatewayX,
                ?int $gatewayY,
            ): void {
                $host = static fn (string $segment, int $host, int $length, ?int $gateway): array => [
                    'at' => [
                        $segment,
                        \sprintf('10.47.%d.%d/%d', 'a' === $segment ? 1 : 2, $host, $length),
                        null === $gateway ? null : \sprintf('10.47.%d.%d', 'a' === $segment ? 1 : 2, $gateway),
                    ],
                ];
                $network = new Network(
                    Jobs::make(
                        Jobs::TWO,
                        [
                            'x' => $host($segmentX, 10, $lengthX, $gatewayX),
                            'y' => $host($segmentY, 77, $lengthY, $gatewayY),
                        ],
                        Jobs::ROUTER,
                    ),
                );
                $exchange = new Exchange($network);
                $ask = static fn (string $from, string $to): bool => $exchange
                    ->ask(
                        $network->nodes[$from],
                        Ipv4Address::fromInt($network->nodes[$to]->firstAddress() ?? 0),
                        Service::fromString('icmp'),
                    )
                    ->isOk();
                self::assertSame($ask('x', 'y'), $ask('y', 'x'));
            });
    }

    /** A rule that permits more never stops anything. */
    public function testAPermitInFrontNeverBreaksWhatWorked(): void
    {
        $rule = Generators::associative([
            'action' => Generators::elements('permit', 'deny'),
            'from' => Generators::elements('any', '10.47.1.0/24', '10.47.2.0/24', '10.47.1.10/32'),
            'to' => Generators::elements('any', '10.47.1.0/24', '10.47.2.10/32'),
            'protocol' => Generators::elements('any', 'tcp', 'udp'),
        ]);
        $this->limitTo(150)
            ->forAll(Generators::vector(3, $rule), $rule, Generators::elements('permit', 'deny'), Generators::bool())
            ->then(static function (array $rules, array $extra, string $default, bool $stateful): void {
                $works = static function (array $rules) use ($default, $stateful): bool {
                    $network = new Network(
                        Jobs::make(
                            Jobs::TWO,
                            [
                                'x' => ['at' => ['a', '10.47.1.10/24', '10.47.1.1']],
                                'y' => ['at' => ['b', '10.47.2.10/24', '10.47.2.1'], 'if' => ['listens' => ['tcp/80']]],
                            ],
                            [
                                'r' => [
                                    'in' => Jobs::ROUTER['r']['in'],
                                    'rules' => $rules,
                                    'defaultAction' => $default,
                                    'stateful' => $stateful,
                                ],
                            ],
                        ),
                    );

                    return (new Exchange($network))
                        ->ask(
                            $network->nodes['x'],
                            Ipv4Address::fromString('10.47.2.10'),
                            Service::fromString('tcp/80'),
                        )
                        ->isOk();
                };
                if ($works($rules)) {
                    self::assertTrue($works([[...$extra, 'action' => 'permit'], ...$rules]));
                } else {
                    self::assertFalse($works([...$rules, [...$extra, 'action' => 'deny']]));
                }
            });
    }
}
