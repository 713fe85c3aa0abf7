<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Provision;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Provision\DnsmasqFile;
use Vorhut\Core\Provision\DnsZone;
use Vorhut\Core\Provision\FileServer;
use Vorhut\Core\Provision\KeaFile;
use Vorhut\Core\Provision\LeasedNet;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Provision\TakenFile;
use Vorhut\Core\Provision\Variables;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Secret\SecretNeeds;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Jobs;

final class ProvisionTest extends TestCase
{
    private const PLAN = [
        'locations' => [['id' => 'quay', 'name' => 'Quay', 'dispatch' => 'Quay road 4'], ['id' => 'mast', 'name' => 'Mast']],
        'segments' => [
            ['id' => 'voice', 'name' => 'Voice north', 'vlan' => 110, 'dns' => ['10.47.1.53'], 'ntp' => ['10.47.1.123'],
                'subnets' => [['prefix' => '10.47.10.0/24', 'gateway' => '10.47.10.1', 'dhcp' => ['10.47.10.100-10.47.10.199']]]],
            ['id' => 'far', 'subnets' => [['prefix' => '10.47.11.0/25']]],
            ['id' => 'still', 'subnets' => [['prefix' => '10.47.12.0/24']]],
        ],
        'devices' => [
            ['id' => 'pbx', 'profile' => 'phone-system', 'interfaces' => [['segment' => 'voice', 'address' => '10.47.10.10/24']]],
            ['id' => 'desk', 'name' => 'Desk', 'profile' => 'desk-phone-page', 'location' => 'quay', 'hostname' => 'Desk-1',
                'interfaces' => [
                    ['segment' => 'voice', 'mac' => '02-47-00-00-10-0A', 'mode' => 'reserved', 'address' => '10.47.10.20/24'],
                ]],
            ['id' => 'keys', 'profile' => 'desk-phone-keypad', 'location' => 'mast', 'interfaces' => [
                ['segment' => 'far', 'mac' => '02-47-00-00-10-0B', 'mode' => 'reserved', 'address' => '10.47.11.20/25'],
            ]],
            ['id' => 'loose', 'profile' => 'desk-phone-page', 'interfaces' => [['segment' => 'voice', 'mode' => 'dhcp']]],
        ],
        'voice' => ['extensions' => [
            ['number' => '2001', 'name' => 'Window', 'user' => 'Mara', 'device' => 'desk', 'server' => 'pbx'],
            ['number' => '2002', 'device' => 'desk', 'server' => 'pbx', 'location' => 'mast'],
            ['number' => '2003', 'device' => 'keys'],
        ]],
    ];

    public function testTheValuesOfAFileAreThoseThatAreDocumented(): void
    {
        $file = self::file('desk');
        self::assertSame(array_keys(Variables::ALL), array_keys($file->values));
        self::assertSame('02470000100a.ini', $file->name);
        self::assertSame(['2001', 'Window', '110', 'Quay', '10.47.1.123'], [
            $file->values['number'], $file->values['name'], $file->values['vlan'], $file->values['place'], $file->values['ntp'],
        ]);
        $line = ['number' => '2001', 'name' => 'Window', 'user' => 'Mara', 'server' => '10.47.10.10', 'port' => '5060',
            'dispatch' => 'Quay road 4', 'secret' => ''];
        self::assertSame($line, self::lines($file->values)[0] ?? null);
        self::assertSame(['secret' => 'abc'] + $line, self::lines($file->withSecrets(['2001' => 'abc']))[0] ?? null);
        self::assertSame('number/2001 number/2002', implode(' ', $file->secrets));
    }

    /** A number of the phone system itself, such as a group whose menu stands at a desk, is in no file. */
    public function testNumbersThatNoUnitRegistersAreInNoFile(): void
    {
        $group = ['number' => '2050', 'kind' => 'group', 'members' => ['2001'], 'device' => 'desk', 'server' => 'pbx'];
        $file = self::file('desk', ['voice' => ['extensions' => [...self::PLAN['voice']['extensions'], $group]]]);
        self::assertSame(['2001', '2002'], array_column(self::lines($file->values), 'number'));
    }

    /** A reservation without an address belongs to the only subnet of its segment; where there are two, nobody can say to which. */
    #[TestWith([1, 1])]
    #[TestWith([2, 0])]
    public function testAReservationWithoutAnAddressIsInTheOnlySubnet(int $subnets, int $reserved): void
    {
        $both = [['prefix' => '10.47.30.0/24', 'dhcp' => ['10.47.30.100-10.47.30.199']],
            ['prefix' => '10.47.31.0/24', 'dhcp' => ['10.47.31.100-10.47.31.199']]];
        $job = self::job([
            'segments' => [['id' => 'voice', 'subnets' => \array_slice($both, 0, $subnets)]],
            'devices' => [
                ['id' => 'desk', 'profile' => 'desk-phone-page', 'interfaces' => [
                    ['segment' => 'voice', 'mac' => '02-47-00-00-10-0A', 'mode' => 'reserved', 'address' => null],
                ]],
            ],
            'voice' => [],
        ]);
        $nets = LeasedNet::all($job, []);
        self::assertCount($subnets, $nets);
        self::assertSame(array_fill(0, $subnets, $reserved), array_map(static fn (LeasedNet $n): int => \count($n->reservations), $nets));
    }

    /** A secret setting that is typed elsewhere never comes into a file by its name. */
    public function testNoSecretSettingIsAmongTheValues(): void
    {
        $file = self::file('desk', ['job' => ['name' => 'T', 'schools' => ['phoneProvisioning' => 'typed']]]);
        self::assertArrayNotHasKey('registration-secret', (array) $file->values['settings']);
        self::assertSame([], $file->secrets, 'where it is typed there is none to be fetched');
    }

    public function testWhatIsStillOpenIsSaid(): void
    {
        self::assertContains('dispatchable location of 2002', self::file('desk')->open);
        self::assertNotContains('phone system of 2001', self::file('desk')->open);
        self::assertContains('phone system of 2003', self::file('keys')->open);
        self::assertSame(['number'], \array_slice(self::file('desk', ['voice' => []])->open, 0, 1));
        self::assertNull(PhoneFile::fromDevice(new Settings(self::job()), self::job()->devices['loose']), 'no MAC, no file');
        self::assertNull(PhoneFile::fromDevice(new Settings(self::job()), self::job()->devices['pbx']), 'its kind takes none');
    }

    /** Of the places around a phone the nearest that has an address. */
    public function testHelpersAreSentToTheNearestPlace(): void
    {
        $places = ['locations' => [
            ['id' => 'harbour', 'dispatch' => 'Harbour road 1'],
            ['id' => 'quay', 'within' => 'harbour', 'dispatch' => 'Quay road 4'],
            ['id' => 'mast', 'within' => 'quay'],
        ]];
        $lines = self::lines(self::file('desk', $places)->values);
        self::assertSame(['Quay road 4', 'Quay road 4'], array_column($lines, 'dispatch'));
    }

    public function testRegistrationSecretsAreLongAndOneForEachNumber(): void
    {
        $needs = (new SecretNeeds(new Settings(self::job())))->all();
        self::assertSame([20, 24], [$needs['number/2001']->rule->least, $needs['number/2001']->rule->most]);
        self::assertArrayHasKey('number/2002', $needs);
        self::assertArrayNotHasKey('number/2001', (new SecretNeeds(new Settings(self::job([
            'job' => ['name' => 'T', 'schools' => ['phoneProvisioning' => 'typed']],
        ]))))->all());
    }

    #[TestWith(['02470000100a.ini', '02470000100A'])]
    #[TestWith(['02470000100A.INI', '02470000100A'])]
    #[TestWith(['02470000100.ini', null])]
    #[TestWith(['02470000100axini', null])]
    #[TestWith(['x02470000100a.ini', null])]
    #[TestWith(["02470000100a.ini\n", null])]
    public function testTheMacIsReadFromTheNameOfAFile(string $name, ?string $mac): void
    {
        self::assertSame($mac, self::job()->profiles->get('desk-phone-page')->provisioning->macIn($name));
    }

    public function testLeasesForDnsmasq(): void
    {
        $text = DnsmasqFile::write(self::job(), FileServer::at('https://files.example.net/p/word'));
        self::assertSame(<<<'TXT'
            # T
            dhcp-authoritative
            dhcp-no-override
            # Voice north
            dhcp-range=set:net-1,10.47.10.100,10.47.10.199,255.255.255.0,1h
            dhcp-option=tag:net-1,option:router,10.47.10.1
            dhcp-option=tag:net-1,option:dns-server,10.47.1.53
            dhcp-option=tag:net-1,option:ntp-server,10.47.1.123
            dhcp-host=02:47:00:00:10:0a,set:desk-phone-page,10.47.10.20,Desk-1
            # far
            dhcp-range=set:net-2,10.47.11.0,static,255.255.255.128,1h
            dhcp-host=02:47:00:00:10:0b,set:desk-phone-keypad,10.47.11.20,keys
            dhcp-option-force=tag:desk-phone-page,160,"https://files.example.net/p/word/"
            dhcp-option-force=tag:desk-phone-page,66,"https://files.example.net/p/word/"
            dhcp-option-force=tag:desk-phone-keypad,encap:43,2,"https://files.example.net/p/word/"
            dhcp-option-force=tag:desk-phone-keypad,66,"files.example.net"

            TXT, $text);
        self::assertStringContainsString(
            'tag:desk-phone-keypad,150,192.0.2.7',
            DnsmasqFile::write(self::job(), FileServer::at('http://192.0.2.7:8069')),
        );
        self::assertStringNotContainsString('dhcp-option-force', DnsmasqFile::write(self::job(), null));
        self::assertStringNotContainsString('10.47.10', DnsmasqFile::write(self::job(), null, ['far']));
    }

    public function testLeasesForKea(): void
    {
        /** @var array{Dhcp4: array{subnet4: list<array{subnet: string, pools: list<mixed>, reservations: list<array<string,
         * mixed>>}>}} $file */
        $file = Json::object(KeaFile::write(self::job(), FileServer::at('http://192.0.2.7/p/')));
        $of = $file['Dhcp4']['subnet4'];
        self::assertSame(['10.47.10.0/24', '10.47.11.0/25'], array_column($of, 'subnet'));
        self::assertSame([['pool' => '10.47.10.100 - 10.47.10.199']], $of[0]['pools']);
        $keys = $of[1]['reservations'][0];
        self::assertSame(['02:47:00:00:10:0b', '10.47.11.20', 'keys'], [$keys['hw-address'], $keys['ip-address'], $keys['hostname']]);
        // 43 holds code 2, the length and the text; 150 the four bytes of the address.
        $url = 'http://192.0.2.7/p/';
        $inside = '02'.strtoupper(dechex(\strlen($url))).strtoupper(bin2hex($url));
        self::assertSame(
            [43 => $inside, 66 => strtoupper(bin2hex('192.0.2.7')), 150 => 'C0000207'],
            array_column((array) $keys['option-data'], 'data', 'code'),
        );
    }

    public function testHostNamesAsAZone(): void
    {
        $zone = DnsZone::write(self::job(), 'Phones.Example.net.', 7);
        self::assertStringContainsString("\$ORIGIN phones.example.net.\n", $zone);
        self::assertStringContainsString('( 7 3600', $zone);
        self::assertStringContainsString("@ IN NS ns\nns IN A 10.47.1.53\n", $zone);
        self::assertStringContainsString("desk-1 IN A 10.47.10.20\n", $zone);
        self::assertStringContainsString('ns.invalid.', DnsZone::write(self::job(['segments' => [], 'devices' => [],
            'voice' => []]), 'a.test', 1));
        $this->expectException(InvalidValue::class);
        DnsZone::write(self::job(), "a.test\n@ IN A 192.0.2.1", 1);
    }

    /** A zone for each 256 addresses, the last octet first in the name of the zone; units without a name are left out. */
    public function testAddressesAsZones(): void
    {
        $units = [
            'a' => ['hostname' => 'desk', 'at' => ['a', '192.0.2.7/24']],
            'b' => ['hostname' => 'Hall', 'at' => ['b', '198.51.100.9/25']],
            'c' => ['at' => ['b', '198.51.100.10/25']],
        ];
        $zones = DnsZone::back(Jobs::make(['a' => '192.0.2.0/24', 'b' => '198.51.100.0/25'], $units), 'a.test', 7);
        $head = "\$TTL 3600\n@ IN SOA ns.a.test. hostmaster.a.test. ( 7 3600 600 604800 300 )\n@ IN NS ns.invalid.\n";
        self::assertSame(
            [
                '100.51.198.in-addr.arpa' => "\$ORIGIN 100.51.198.in-addr.arpa.\n{$head}9 IN PTR hall.a.test.\n",
                '2.0.192.in-addr.arpa' => "\$ORIGIN 2.0.192.in-addr.arpa.\n{$head}7 IN PTR desk.a.test.\n",
            ],
            $zones,
        );
        $this->expectException(InvalidValue::class);
        DnsZone::back(self::job(), 'no domain', 1);
    }

    #[TestWith(['ftp://192.0.2.7/'])]
    #[TestWith(['192.0.2.7'])]
    #[TestWith(["http://192.0.2.7/\n"])]
    #[TestWith(['http://192.0.2.7/ x'])]
    public function testAFileServerHasAnAddressOfTheWeb(string $url): void
    {
        $this->expectException(InvalidValue::class);
        FileServer::at($url);
    }

    /**
     * Whatever the template looks like, a unit finds its number and secret where they were written, and takes nobody else's file.
     *
     * @param array{string, string, int, string} $says
     */
    #[TestWith(['desk', ['2001', '10.47.10.10', 5060, 'a "secret" <b>&']])]
    #[TestWith(['keys', ['2003', '', 5060, 'a "secret" <b>&']])]
    public function testAUnitReadsItsOwnFile(string $device, array $says): void
    {
        $files = UnitFiles::make();
        $file = self::file($device);
        $text = $files->render(self::job(), $file, ['2001' => $says[3], '2002' => 'other', '2003' => 'a-secret']);
        $taken = TakenFile::read($files, self::job(), $file, $text);
        self::assertSame($says[0], $taken?->number);
        self::assertSame([$says[1], $says[2]], [$taken->server, $taken->port]);
        self::assertSame('desk' === $device ? $says[3] : 'a-secret', $taken->secret);
        self::assertNull(TakenFile::read($files, self::job(), $file, $text."more\n"));
        self::assertNull(TakenFile::read($files, self::job(), self::file('desk' === $device ? 'keys' : 'desk'), $text));
        self::assertNull(TakenFile::read($files, self::job(), $file, ''));
    }

    /** @param array<string, mixed> $more */
    private static function file(string $device, array $more = []): PhoneFile
    {
        $job = self::job($more);

        return PhoneFile::fromDevice(new Settings($job), $job->devices[$device]) ?? throw new \LogicException('no file');
    }

    /** @param array<string, mixed> $more */
    private static function job(array $more = []): Job
    {
        $file = [...['format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'T']], ...self::PLAN, ...$more];

        return JobFile::read(Json::pretty($file), ShippedProfiles::load());
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return list<mixed>
     */
    private static function lines(array $values): array
    {
        return array_values((array) $values['lines']);
    }
}
