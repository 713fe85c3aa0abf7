<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Net;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\AddressRange;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Mask;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Net\MacReading;

final class AddressTest extends TestCase
{
    use TestTrait;

    public function testEveryAddressComesBackAsItWasWritten(): void
    {
        $this->forAll(Generators::choose(0, 0x7FFFFFFF), Generators::choose(0, 1))->then(static function (int $low, int $high): void {
            $value = $low + $high * 0x80000000;
            self::assertSame($value, Ipv4Address::fromString((string) Ipv4Address::fromInt($value))->value);
        });
    }

    /** @return iterable<array{string}> */
    public static function badAddresses(): iterable
    {
        foreach (
            [
                '',
                '10.47.1',
                '10.47.1.256',
                '10.47.01.2',
                '10.47.1.2 ',
                '10.47.1.2.3',
                '0x0a.1.1.1',
                '10.47.1.-1',
                "10.47.1.2\n",
                '１０.47.1.2',
            ] as $text
        ) {
            yield [$text];
        }
    }

    #[DataProvider('badAddresses')]
    public function testRefusesWhatIsNoAddress(string $text): void
    {
        self::assertNull(Ipv4Address::tryFrom($text));
        $this->expectException(InvalidValue::class);
        Ipv4Address::fromString($text);
    }

    public function testOfIpv6ItIsSaidThatItIsNotTaken(): void
    {
        foreach (['2001:db8::1', 'fe80::1%eth0', '::ffff:10.47.1.2', '2001:db8::/64', '2001:db8::1 64'] as $text) {
            foreach ([Ipv4Address::fromString(...), InterfaceAddress::ofUnit(...), Ipv4Prefix::fromString(...)] as $read) {
                try {
                    $read($text);
                    self::fail($text.' was taken');
                } catch (InvalidValue $e) {
                    self::assertStringContainsString('IPv6 is not planned here', $e->getMessage());
                }
            }
        }
        self::assertNull(Ipv4Address::asIpv6('10.47.1.2'));
        self::assertNull(Ipv4Address::asIpv6(':'));
    }

    public function testMaskAndLengthAreTheSameThing(): void
    {
        for ($length = 0; $length <= 32; ++$length) {
            self::assertSame($length, Ipv4Mask::lengthFrom(Ipv4Mask::dotted($length)));
        }
        self::assertSame('255.255.255.128', Ipv4Mask::dotted(25));
        self::assertSame(12, Ipv4Mask::lengthFrom('255.240.0.0'));
    }

    public function testAMaskWithHolesIsRefusedWithTheNearestOnes(): void
    {
        try {
            Ipv4Mask::lengthFrom('255.0.255.0');
            self::fail('accepted');
        } catch (InvalidValue $e) {
            self::assertStringContainsString('255.0.0.0', $e->advice);
            self::assertStringContainsString('255.255.0.0', $e->advice);
        }
    }

    public function testPrefixKnowsItsEnds(): void
    {
        $prefix = Ipv4Prefix::fromString('10.47.60.0/255.255.255.128');
        self::assertSame('10.47.60.0/25', (string) $prefix);
        self::assertSame('10.47.60.1', (string) $prefix->firstHost());
        self::assertSame('10.47.60.126', (string) $prefix->lastHost());
        self::assertSame('10.47.60.127', (string) $prefix->broadcast());
        self::assertSame(126, $prefix->hostCount());
        self::assertFalse($prefix->isHostAddress(Ipv4Address::fromString('10.47.60.0')));
        self::assertFalse($prefix->isHostAddress(Ipv4Address::fromString('10.47.60.127')));
    }

    /** RFC 3021: both addresses of a /31 are hosts; a /32 is one host; neither has a broadcast address. */
    public function testPointToPointPrefixes(): void
    {
        $pair = Ipv4Prefix::fromString('192.0.2.4/31');
        self::assertNull($pair->broadcast());
        self::assertSame(2, $pair->hostCount());
        self::assertTrue($pair->isHostAddress(Ipv4Address::fromString('192.0.2.4')));
        self::assertTrue($pair->isHostAddress(Ipv4Address::fromString('192.0.2.5')));
        self::assertSame(1, Ipv4Prefix::fromString('192.0.2.4/32')->hostCount());
        self::assertSame(0xFFFFFFFE, Ipv4Prefix::fromString('0.0.0.0/0')->hostCount());
    }

    public function testHostBitsBehindTheMaskAreRefusedWithTheNetwork(): void
    {
        $this->expectException(InvalidValue::class);
        $this->expectExceptionMessage('10.47.60.0/25');
        Ipv4Prefix::fromString('10.47.60.33/25');
    }

    public function testPrefixesOverlapWhenOneHoldsTheOthersNetwork(): void
    {
        $this->forAll(
            Generators::choose(0, 255),
            Generators::choose(8, 30),
            Generators::choose(0, 255),
            Generators::choose(8, 30),
        )->then(static function (int $a, int $lengthA, int $b, int $lengthB): void {
            $one = Ipv4Prefix::containing(Ipv4Address::fromString('10.47.7.'.$a), $lengthA);
            $two = Ipv4Prefix::containing(Ipv4Address::fromString('10.47.7.'.$b), $lengthB);
            $expected = $one->holds($two->network) || $two->holds($one->network);
            self::assertSame($expected, $one->overlaps($two));
            self::assertSame($expected, $two->overlaps($one));
        });
    }

    public function testAnInterfaceKeepsTheMaskItWasGiven(): void
    {
        $address = InterfaceAddress::fromString('10.47.60.33 255.255.0.0');
        self::assertSame('10.47.60.33/16', (string) $address);
        self::assertSame('10.47.0.0/16', (string) $address->prefix);
    }

    public function testRangesReadShortAndLongAndMergeTightly(): void
    {
        self::assertSame(100, AddressRange::fromString('10.47.1.100-199')->count());
        self::assertSame('10.47.1.7', (string) AddressRange::fromString('10.47.1.7'));
        $addresses = array_map(Ipv4Address::fromString(...), ['10.47.1.9', '10.47.1.7', '10.47.1.8', '10.47.1.8', '10.47.1.20']);
        self::assertSame(['10.47.1.7-10.47.1.9', '10.47.1.20'], array_map(strval(...), AddressRange::tightest($addresses)));
        $this->expectException(InvalidValue::class);
        AddressRange::fromString('10.47.1.9-10.47.1.2');
    }

    public function testMacInAnyNotation(): void
    {
        foreach (['02:47:00:00:20:15', '02-47-00-00-20-15', '0247.0000.2015', '024700002015', ' 02 47 00 00 20 15 '] as $text) {
            self::assertSame('02-47-00-00-20-15', (string) MacAddress::fromString($text));
        }
        self::assertFalse(MacAddress::fromString('00-00-5E-00-53-01')->isGroup());
        self::assertTrue(MacAddress::fromString('01-00-5E-00-00-FB')->isGroup());
    }

    public function testAMacWithLookAlikesIsRefusedAndItsMeaningFound(): void
    {
        $known = [MacAddress::fromString('02-47-00-00-20-15'), MacAddress::fromString('02-47-00-00-80-5B')];
        self::assertNull(MacAddress::tryFrom('O2-47-00-00-2O-I5'));
        self::assertSame([$known[0]], MacReading::candidates('O2-47-00-00-2O-I5', $known));
        self::assertSame([$known[1]], MacReading::candidates('02-47-00-00-B0-S8', $known));
        self::assertSame([], MacReading::candidates('02-47-00-00-20-16', $known));
        // An exact one is meant, even where another looks like it.
        $twins = [MacAddress::fromString('02-47-00-00-00-80'), MacAddress::fromString('02-47-00-00-00-B0')];
        self::assertSame([$twins[1]], MacReading::candidates('02470000 00B0', $twins));
        self::assertCount(2, MacReading::candidates('0247000000BO', $twins));
    }
}
