<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Setting;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Record\RecordType;
use Vorhut\Core\Setting\FreeNumbers;
use Vorhut\Core\Setting\OriginLink;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Units;

final class SettingsTest extends TestCase
{
    /** Where a value may come from, in the order in which the first hit wins: what makes it, and the value. */
    private const ORDER = [
        'typed' => 1,
        'pairing' => 2,
        'answer' => 3,
        'place-rule' => 4,
        'kind-rule' => 5,
        'computed' => 1900,
        'default' => 7,
    ];

    public function testTheFirstOfSevenOriginsWinsWhicheverAreThere(): void
    {
        $origins = array_keys(self::ORDER);
        for ($mask = 0; $mask < 2 ** \count($origins); ++$mask) {
            $there = array_values(array_filter($origins, static fn (int $bit): bool => 1 === ($mask >> $bit & 1), \ARRAY_FILTER_USE_KEY));
            $value = (new Settings($job = self::from($there)))->value($job->devices['unit'], 'level');
            self::assertSame($there[0] ?? 'open', $value?->origin()->value, implode(' ', $there));
            self::assertSame(self::ORDER[$there[0] ?? ''] ?? null, $value->value(), implode(' ', $there));
            self::assertSame([] === $there, $value->isDue());
        }
    }

    public function testTheChainNamesEveryPlaceWithWhatItSays(): void
    {
        $settings = new Settings($job = self::from(array_keys(self::ORDER)));
        $unit = $job->devices['unit'];
        $setting = $settings->setting($unit, 'level');
        \assert(null !== $setting);
        $told = array_map(static fn (OriginLink $l): array => [$l->origin->value, $l->value], $settings->chain($unit, $setting));
        self::assertSame(array_map(static fn (string $o): array => [$o, self::ORDER[$o]], array_keys(self::ORDER)), $told);
    }

    public function testWhatTheKindForbidsIsRefusedAndTheNextPlaceServes(): void
    {
        $kind = ['settings' => [['id' => 'source', 'type' => 'whole', 'min' => 1, 'max' => 8, 'not' => ['7'], 'default' => 2]]];
        foreach ([[7, 2], [9, 2], [0, 2], ['3', 2], [8, 8]] as [$typed, $is]) {
            $settings = new Settings($job = Units::job(['k' => $kind], ['unit' => ['settings' => ['source' => $typed]]]));
            self::assertSame($is, $settings->value($job->devices['unit'], 'source')?->value(), 'typed '.Json::line($typed));
        }
        $setting = RecordType::fromClass(Setting::class)->read($kind['settings'][0]);
        self::assertSame('a whole number from 1 to 8, not 7', Allowed::refusal($setting, 7));
    }

    public function testAnAnswerFillsWhatItIsForAndNothingElse(): void
    {
        $kind = ['settings' => [['id' => 'ssid', 'ask' => 'network']]];
        $answered = static function (array $for) use ($kind): array {
            $answers = [['id' => 'a', 'setting' => 'ssid', 'value' => 'air', ...$for]];
            $units = ['one' => [], 'two' => ['location' => 'site'], 'three' => ['profile' => 'other']];
            $settings = new Settings($job = Units::job(['k' => $kind, 'other' => $kind], $units, ['answers' => $answers]));

            $isFilled = static fn (Device $d): bool => false === $settings->value($d, 'ssid')?->isOpen();

            return array_keys(array_filter($job->devices, $isFilled));
        };
        self::assertSame(['one', 'two', 'three'], $answered([]));
        self::assertSame(['two'], $answered(['device' => 'two']));
        self::assertSame(['one', 'two'], $answered(['profile' => 'k']));
        self::assertSame(['one', 'three'], $answered(['location' => 'hall']));
    }

    public function testTheInnermostPlaceRulesAndAKindWithinIt(): void
    {
        $rules = [
            ['id' => 'all', 'setting' => 'level', 'value' => 1],
            ['id' => 'kind', 'setting' => 'level', 'value' => 2, 'profile' => 'k'],
            ['id' => 'segment', 'setting' => 'level', 'value' => 3, 'segment' => 'a'],
            ['id' => 'site', 'setting' => 'level', 'value' => 4, 'location' => 'site'],
            ['id' => 'hall', 'setting' => 'level', 'value' => 5, 'location' => 'hall'],
            ['id' => 'both', 'setting' => 'level', 'value' => 6, 'location' => 'hall', 'profile' => 'k'],
            ['id' => 'other', 'setting' => 'level', 'value' => 9, 'location' => 'hall', 'profile' => 'generic-host'],
        ];
        $kind = ['settings' => [['id' => 'level', 'type' => 'whole']]];
        while (\count($rules) > 1) {
            $settings = new Settings($job = Units::job(['k' => $kind], ['unit' => []], ['rules' => $rules]));
            $best = $rules[\count($rules) - 2];
            self::assertSame($best['value'], $settings->value($job->devices['unit'], 'level')?->value(), $best['id']);
            array_splice($rules, -2, 1);
        }
    }

    public function testFactsOfThePlanFillWhatIsComputed(): void
    {
        $computed = [
            'url' => ['https://{@address}/{@mac-hex}.cfg', 'https://10.47.1.20/0247000000ab.cfg'],
            'mask' => ['{@mask}', '255.255.255.0'],
            'zone' => ['{@timezone}', 'Europe/Lisbon'],
            'helpers' => ['{@dispatch}', 'Quay road 4'],
            'first' => ['{@dns-1}', '10.47.1.53'],
            'number' => ['{@extension}', '2001'],
            'other' => ['{number}-{@place}', '2001-Hall'],
            'unknown' => ['x{@serial}', null],
        ];
        $list = [];
        foreach ($computed as $id => [$template]) {
            $list[] = ['id' => $id, 'type' => 'text', 'computed' => $template];
        }
        $list[] = ['id' => 'servers', 'type' => 'address', 'list' => true, 'computed' => '{@dns}'];
        $job = Units::job(['k' => ['settings' => $list]], ['unit' => ['interfaces' => [
            ['segment' => 'a', 'address' => '10.47.1.20/24', 'mac' => '02-47-00-00-00-AB'],
        ]]], [
            'locations' => [
                ['id' => 'site', 'timezone' => 'Europe/Lisbon', 'dispatch' => 'Quay road 4'],
                ['id' => 'hall', 'name' => 'Hall', 'within' => 'site'],
            ],
            'voice' => ['extensions' => [['number' => '2001', 'device' => 'unit']]],
        ]);
        $settings = new Settings($job);
        foreach ($computed as $id => [, $is]) {
            self::assertSame($is, $settings->value($job->devices['unit'], $id)?->value(), $id);
        }
        self::assertSame(['10.47.1.53', '10.47.1.54'], $settings->value($job->devices['unit'], 'servers')?->value());
        self::assertSame('its mask', $settings->value($job->devices['unit'], 'mask')?->from?->said);
        self::assertSame('https://(its address)/(its MAC).cfg', $settings->value($job->devices['unit'], 'url')?->from?->said);
    }

    public function testAddressesOfEveryInterfaceAreAmongTheValues(): void
    {
        $job = Units::job(['k' => []], ['unit' => ['interfaces' => [
            ['segment' => 'a', 'address' => '10.47.1.20/24', 'gateway' => '10.47.1.1'],
            ['name' => 'Link B', 'segment' => 'a', 'address' => '10.47.1.21/25'],
        ]]]);
        $values = [];
        foreach ((new Settings($job))->values($job->devices['unit']) as $value) {
            $values[$value->setting->id] = $value->text();
        }
        self::assertSame('10.47.1.20', $values['address']);
        self::assertSame('10.47.1.1', $values['gateway']);
        self::assertSame('10.47.1.21', $values['address.link-b']);
        self::assertSame('255.255.255.128', $values['mask.link-b']);
        self::assertSame('', $values['gateway.link-b']);
    }

    public function testNumbersThatAreFreeAreGivenOncePassingOverThoseReservedAndTaken(): void
    {
        $number = ['id' => 'number', 'type' => 'whole', 'min' => 1, 'max' => 5, 'not' => ['2'], 'free' => 'kind', 'computed' => '{@free}'];
        $units = ['one' => [], 'two' => ['settings' => ['number' => 1]], 'three' => [], 'four' => [], 'five' => []];
        $settings = new Settings($job = Units::job(['k' => ['settings' => [$number]]], $units));
        $given = array_map(static fn (Device $d): mixed => $settings->value($d, 'number')?->value(), $job->devices);
        self::assertSame(['one' => 3, 'two' => 1, 'three' => 4, 'four' => 5, 'five' => null], $given);
        $numbers = new FreeNumbers($settings);
        $setting = $settings->setting($job->devices['five'], 'number') ?? throw new \LogicException('no setting');
        self::assertSame([5, null], [$numbers->next($job->devices['four'], $setting), $numbers->next($job->devices['five'], $setting)]);
    }

    public function testASecretStandsByItsNameAloneOneForEachUnitOrForEachKind(): void
    {
        $kind = ['settings' => [['id' => 'pass', 'secret' => true]]];
        $value = static fn (Job $job): mixed => (new Settings($job))->value($job->devices['unit'], 'pass')?->value();
        self::assertSame('secret:unit/pass', $value(Units::job(['k' => $kind], ['unit' => []])));
        $shared = ['job' => ['schools' => ['passwords' => 'per-kind']]];
        self::assertSame('secret:kind/k/pass', $value(Units::job(['k' => $kind], ['unit' => []], $shared)));
        $typed = Units::job(['k' => $kind], ['unit' => ['settings' => ['pass' => 'ferry-bell-lamp']]]);
        self::assertSame('secret:unit/pass', $value($typed), 'a secret itself is refused in a plan');
    }

    public function testConditionsFollowTheChoiceOfTheJobAndOtherSettings(): void
    {
        $kind = ['settings' => [
            ['id' => 'url', 'when' => [['choice' => 'phoneProvisioning', 'is' => ['url']]]],
            ['id' => 'mode', 'type' => 'choice', 'choices' => [['value' => 'a'], ['value' => 'b']], 'default' => 'a'],
            ['id' => 'extra', 'when' => [['setting' => 'mode', 'is' => ['b']]]],
        ]];
        $job = Units::job(['k' => $kind], ['unit' => []]);
        self::assertNotNull((new Settings($job))->value($job->devices['unit'], 'url'));
        self::assertNull((new Settings($job))->value($job->devices['unit'], 'extra'));
        $other = Units::job(['k' => $kind], ['unit' => ['settings' => ['mode' => 'b']]], [
            'job' => ['schools' => ['phoneProvisioning' => 'dhcp']],
        ]);
        self::assertNull((new Settings($other))->value($other->devices['unit'], 'url'));
        self::assertNotNull((new Settings($other))->value($other->devices['unit'], 'extra'));
    }

    public function testSettingsThatWaitForEachOtherStayOpenInsteadOfGoingInCircles(): void
    {
        $kind = ['settings' => [['id' => 'a', 'computed' => '{b}'], ['id' => 'b', 'computed' => '{a}']]];
        $job = Units::job(['k' => $kind], ['unit' => []]);
        self::assertTrue((new Settings($job))->value($job->devices['unit'], 'a')?->isOpen());
    }

    /** @return iterable<string, array{array<string, mixed>, list<mixed>, list<mixed>}> declaration, allowed, refused */
    public static function values(): iterable
    {
        yield 'text' => [['type' => 'text'], ['x', '', 3], [true, null, ['x']]];
        yield 'pattern' => [['type' => 'text', 'pattern' => '\d{2}/[a-z]'], ['12/a'], ['12/ab', '1/a', 'x12/a']];
        $band = ['type' => 'decimal', 'min' => 470, 'max' => 694, 'step' => 0.025];
        yield 'decimal steps' => [$band, [470, 470.025, 693.975], [470.01, 469, '470']];
        yield 'port' => [['type' => 'port'], [0, 65535], [65536, -1, '80']];
        yield 'flag' => [['type' => 'flag'], [true, false], ['on', 1]];
        yield 'address' => [['type' => 'address'], ['10.47.1.1'], ['10.47.1', '10.47.1.256']];
        yield 'group' => [['type' => 'group'], ['239.192.1.1'], ['10.47.1.1']];
        yield 'prefix' => [['type' => 'prefix'], ['10.47.1.0/24'], ['10.47.1.1']];
        yield 'host' => [['type' => 'host'], ['pbx.example.net', '10.47.1.1', 'pbx'], ['-pbx', 'a b', '']];
        yield 'url' => [['type' => 'url'], ['srt://h:9?x=1', 'https://h/'], ['h', 'https://', 'https:///x']];
        yield 'date' => [['type' => 'date'], ['2027-02-28'], ['2027-02-30', '28.2.2027']];
        yield 'zone' => [['type' => 'timezone'], ['Europe/Oslo', 'UTC'], ['Oslo']];
        yield 'colour' => [['type' => 'colour'], ['#ff8800', 'amber'], ['#ff88', '7']];
        yield 'list' => [['type' => 'whole', 'list' => true, 'max' => 9], [[1, 2], []], [1, [10], ['1']]];
        yield 'secret' => [['secret' => true], ['secret:a/b'], ['a', 'secret:', 'secret:A']];
    }

    /**
     * @param array<string, mixed> $declared
     * @param list<mixed> $allowed
     * @param list<mixed> $refused
     */
    #[DataProvider('values')]
    public function testEveryTypeTakesItsOwnAndRefusesTheRest(array $declared, array $allowed, array $refused): void
    {
        $setting = RecordType::fromClass(Setting::class)->read(['id' => 'x', ...$declared]);
        foreach ($allowed as $value) {
            self::assertNull(Allowed::refusal($setting, $value), Json::line($value));
        }
        foreach ($refused as $value) {
            self::assertNotNull(Allowed::refusal($setting, $value), Json::line($value));
        }
    }

    /** @param list<string> $there origins by which the level of the unit is said */
    private static function from(array $there): Job
    {
        $has = static fn (string $origin): bool => \in_array($origin, $there, true);
        $setting = ['id' => 'level', 'type' => 'whole'];
        $setting += $has('computed') ? ['computed' => '{port}'] : [];
        $setting += $has('default') ? ['default' => 7] : [];
        $tie = ['name' => 'Level', 'mine' => 'level', 'theirs' => 'out', 'lead' => 'theirs'];
        $coupling = ['id' => 'feeds', 'ties' => [$tie]];
        $rules = [
            $has('place-rule') ? ['id' => 'r1', 'setting' => 'level', 'value' => 4, 'location' => 'site'] : null,
            $has('kind-rule') ? ['id' => 'r2', 'setting' => 'level', 'value' => 5, 'profile' => 'k'] : null,
        ];

        return Units::job([
            'k' => ['settings' => [$setting, ['id' => 'port', 'type' => 'port', 'default' => 1900]], 'couplings' => [$coupling]],
            'other' => ['settings' => [['id' => 'out', 'type' => 'whole', 'default' => 2]]],
        ], [
            'unit' => ['settings' => $has('typed') ? ['level' => 1] : new \stdClass()],
            'partner' => ['profile' => 'other'],
        ], [
            'pairings' => $has('pairing') ? [['id' => 'p', 'coupling' => 'feeds', 'from' => 'unit', 'to' => 'partner']] : [],
            'answers' => $has('answer') ? [['id' => 'a', 'setting' => 'level', 'value' => 3, 'device' => 'unit']] : [],
            'rules' => array_values(array_filter($rules)),
        ]);
    }
}
