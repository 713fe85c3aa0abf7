<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Ask;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Ask\Answers;
use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\AskSheet;
use Vorhut\Core\Ask\Target\AnswerContext;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\Units;

/** What each block of the ask sheet asks, and what it must not ask. */
final class AskBlocksTest extends TestCase
{
    private const ROUTER = [['id' => 'core', 'interfaces' => [['segment' => 'a', 'address' => '10.47.1.1/24']]]];

    public function testOfASegmentThatIsRoutedMoreIsAsked(): void
    {
        $units = ['one' => []];
        self::assertNull(self::sheet(Units::job(['k' => []], $units))->item('segment.a.vlan'), 'a switch of its own needs no number');
        $sheet = self::sheet(Units::job(['k' => []], $units, ['routers' => self::ROUTER]));
        self::assertSame(OutsideSource::Network, $sheet->item('segment.a.vlan')?->who);
        self::assertNull($sheet->item('segment.a.ntp'), 'that is known');
    }

    public function testTwoAnswersAboutOneRecordBothCount(): void
    {
        $job = Units::job(['k' => []], ['one' => []], ['routers' => self::ROUTER]);
        $texts = ['segment.a.vlan' => '120', 'asked.ports-a' => 'switch 4, port 7'];
        $answers = Answers::read($job, self::sheet($job), $texts + ['segment.a.querier' => 'yes'], new AnswerContext('', null));
        $after = $job->with($answers->change);
        self::assertSame(120, $after->segments['a']->vlan);
        $more = ['joins' => ['239.10.0.1']];
        $job = Units::job(['k' => $more], ['one' => []], ['routers' => self::ROUTER]);
        $both = ['segment.a.vlan' => '120', 'segment.a.querier' => 'yes'];
        $after = $job->with(Answers::read($job, self::sheet($job), $both, new AnswerContext('', null))->change);
        self::assertSame([120, true], [$after->segments['a']->vlan, $after->segments['a']->querier]);
        $same = Answers::read($after, self::sheet($after), ['segment.a.querier' => 'yes'], new AnswerContext('', null));
        self::assertSame([], $same->filled, 'what is known is no answer');
    }

    public function testGroupsAreAskedAboutWhereTheyLeaveTheirSegment(): void
    {
        $near = self::sheet(Units::job(['k' => ['joins' => ['224.0.0.251']]], ['one' => []]));
        self::assertNull($near->item('segment.a.querier'), '224.0.0.251 never leaves the segment');
        $one = self::sheet(Units::job(['k' => ['joins' => ['239.10.0.1']]], ['one' => [], 'two' => []]));
        self::assertSame(['one', 'two'], array_column($one->item('segment.a.querier')->units ?? [], 'id'));
        self::assertNull($one->item('asked.routed-239-10-0-1'), 'all its members stand in one segment');
    }

    public function testSecretsAreNotAskedInClear(): void
    {
        $settings = [['id' => 'key', 'secret' => true, 'ask' => 'client'], ['id' => 'name', 'ask' => 'client']];
        $sheet = self::sheet(Units::job(['k' => ['settings' => $settings]], ['one' => []]));
        self::assertNotNull($sheet->item('setting.name.k'));
        self::assertNull($sheet->item('setting.key.k'));
    }

    public function testWhatMustNotPassIsNotAskedToPass(): void
    {
        $what = array_map(static fn (AskItem $i): string => $i->what, self::sheet(Jobs::demo())->items);
        $lines = array_filter($what, static fn (string $w): bool => 1 === preg_match('/^(?:UDP|TCP|ICMP)\b/', $w));
        self::assertNotSame([], $lines);
        self::assertSame([], preg_grep('/ from Guest/', $lines), 'guests are kept out');
        self::assertSame([], preg_grep('/^UDP 5353 /', $lines), 'announcements end at the router, whatever it lets through');
    }

    public function testOnlyWhatIsNeededAndMustBeIsAskedToPass(): void
    {
        $segments = [
            ['id' => 'a', 'name' => 'Here', 'subnets' => [['prefix' => '10.47.1.0/24', 'gateway' => '10.47.1.1']]],
            ['id' => 'b', 'name' => 'There', 'subnets' => [['prefix' => '10.47.2.0/24', 'gateway' => '10.47.2.1']]],
        ];
        $ports = [['segment' => 'a', 'address' => '10.47.1.1/24'], ['segment' => 'b', 'address' => '10.47.2.1/24']];
        $deny = ['action' => 'deny', 'protocol' => 'udp', 'from' => '10.47.2.0/24', 'to' => '10.47.1.0/24'];
        $ways = [['method' => 'unicast-list', 'protocol' => 'tcp', 'port' => 80], ['method' => 'registrar', 'port' => 9000]];
        $kinds = ['station' => ['finds' => $ways], 'unit' => ['answers' => $ways, 'services' => ['tcp/80']]];
        $units = [
            'station' => ['profile' => 'station', 'settings' => ['poll-list' => ['10.47.2.20'], 'registrar' => '10.47.1.20']],
            'unit' => [
                'profile' => 'unit',
                'interfaces' => [['segment' => 'b', 'address' => '10.47.2.20/24', 'gateway' => '10.47.2.1']],
            ],
        ];
        $lines = static fn (string $kind, string $expect): array => array_values(array_map(
            static fn (AskItem $i): string => $i->what,
            array_filter(self::sheet(Units::job($kinds, $units, [
                'segments' => $segments,
                'routers' => [['id' => 'core', 'interfaces' => $ports, 'rules' => [$deny]]],
                'intents' => [[
                    'id' => 'i', 'kind' => $kind, 'from' => ['device:station'], 'to' => ['device:unit'], 'expect' => $expect,
                    ...'reach' === $kind ? ['service' => 'tcp/80'] : [],
                ]],
            ]))->items, static fn (AskItem $i): bool => str_starts_with($i->block, 'Firewall')),
        ));
        $passes = ['TCP 80 from Here (10.47.1.0/24) to There (10.47.2.20)'];
        self::assertSame($passes, $lines('reach', 'must'));
        self::assertSame([], $lines('reach', 'must-not'));
        self::assertSame($passes, $lines('discover', 'must'), 'a way that fails where another one works is not needed');
    }

    public function testAKeyThatIsInTheUnitIsNotAskedFor(): void
    {
        $kind = ['licences' => [['id' => 'keys', 'name' => 'Keys']], 'steps' => [
            ['id' => 'load', 'stage' => 'role', 'title' => 'Load it', 'needs' => [['licence' => 'keys']]],
        ]];
        $licences = static fn (string $state): array => ['licences' => [
            ['id' => 'l', 'name' => 'Keys', 'device' => 'one', 'kind' => 'keys', 'state' => $state],
        ]];
        $item = self::sheet(Units::job(['k' => $kind], ['one' => []], $licences('ordered')))->item('licence.l.code');
        self::assertSame([OutsideSource::LicenceDesk, ['Load it']], [$item?->who, $item?->blocks]);
        foreach (['received', 'applied', 'seen'] as $state) {
            self::assertNull(self::sheet(Units::job(['k' => $kind], ['one' => []], $licences($state)))->item('licence.l.code'), $state);
        }
    }

    public function testTheTimeZoneIsAskedWhereNobodySaidOne(): void
    {
        $kind = ['settings' => [['id' => 'zone', 'type' => 'timezone', 'computed' => '{@timezone}']]];
        $ask = static fn (string $zone): ?AskItem => self::sheet(
            Units::job(['k' => $kind], ['one' => []], ['job' => ['timezone' => $zone]]),
        )->item('place.site.timezone');
        self::assertSame('Time zone of Northpier', $ask('UTC')?->what);
        self::assertNull($ask('Europe/Oslo'));
        $untold = Units::job(['k' => []], ['one' => []], ['job' => ['timezone' => 'UTC']]);
        self::assertNull(self::sheet($untold)->item('place.site.timezone'), 'no unit must be told one');
    }

    public function testAPortIsAskedOnlyForWhatHangsAtNoSwitchOfOurOwn(): void
    {
        $plugged = ['interfaces' => [['segment' => 'a', 'address' => '10.47.1.20/24', 'plug' => ['to' => 's/1', 'metres' => 5]]]];
        $ask = static fn (array $two): ?AskItem => self::sheet(Units::job(
            ['k' => []],
            ['one' => $plugged, 'two' => $two],
            ['switches' => [['id' => 's', 'ports' => [['name' => '1'], ['name' => '2']]]]],
        ))->item('asked.ports-a');
        self::assertSame(['two'], array_column($ask([])->units ?? [], 'id'));
        $there = ['interfaces' => [['segment' => 'a', 'address' => '10.47.1.21/24', 'plug' => ['to' => 's/2', 'metres' => 5]]]];
        self::assertNull($ask($there), 'every plug is known');
    }

    public function testATrunkHasTwoColumns(): void
    {
        $sheet = self::sheet(Units::job(['pbx' => ['family' => 'phone-system', 'sipRole' => 'server'], 'k' => []], [
            'one' => ['profile' => 'pbx'],
            'two' => ['profile' => 'k'],
        ]));
        $server = $sheet->item('asked.trunk-one-server');
        self::assertSame([OutsideSource::Carrier, '10.47.1.20, port 5060'], [$server?->who, $server?->ours]);
        self::assertNull($sheet->item('asked.trunk-two-server'));
    }

    private static function sheet(Job $job): AskSheet
    {
        return AskSheet::fromContext(new AskContext(new Settings($job), new Prover($job)));
    }
}
