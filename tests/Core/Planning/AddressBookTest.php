<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Planning;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Planning\AddressBook;
use Vorhut\Core\Planning\AddressUse;
use Vorhut\Tests\Support\Jobs;

final class AddressBookTest extends TestCase
{
    /** @return iterable<string, array{AddressUse}> */
    public static function uses(): iterable
    {
        yield '10.47.1.9' => [AddressUse::Planned];
        yield '10.47.1.1' => [AddressUse::Gateway];
        yield '10.47.1.0' => [AddressUse::NoHost];
        yield '10.47.1.255' => [AddressUse::NoHost];
        yield '10.47.1.199' => [AddressUse::Free];
        yield '10.47.1.200' => [AddressUse::Leased];
        yield '10.47.1.220' => [AddressUse::Leased];
        yield '10.47.1.240' => [AddressUse::Reserved];
        yield '10.47.2.9' => [AddressUse::Outside];
    }

    #[DataProvider('uses')]
    public function testWhatAnAddressIsFor(AddressUse $use): void
    {
        $job = Jobs::make(['a' => '10.47.1.0/24'], ['x' => ['at' => ['a', '10.47.1.9/24']]]);
        $subnet = [
            'prefix' => '10.47.1.0/24',
            'gateway' => '10.47.1.1',
            'dhcp' => ['10.47.1.200-10.47.1.220'],
            'reserved' => ['10.47.1.240-10.47.1.250'],
        ];
        $edit = new Edit(Segment::class, 'a', $job->record(Segment::class, 'a'), ['id' => 'a', 'subnets' => [$subnet]]);
        $book = new AddressBook($job->with(new ChangeSet('', [$edit])));
        self::assertSame($use, $book->use(Ipv4Address::fromString((string) $this->dataName())));
    }
}
