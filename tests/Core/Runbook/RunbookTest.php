<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Runbook;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Profile\Step\ProfileStep;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Runbook\Blocker;
use Vorhut\Core\Runbook\PlannedPorts;
use Vorhut\Core\Runbook\Progress;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\RunbookMarkdown;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Runbook\StepValue;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\Units;

final class RunbookTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function kinds(): iterable
    {
        foreach (ShippedProfiles::load()->ids() as $id) {
            yield $id => [$id];
        }
    }

    /** Whatever the kind: nobody reads the name of a value instead of the value. */
    #[DataProvider('kinds')]
    public function testNoBracesReachTheReader(string $kind): void
    {
        $job = Units::job(['k' => []], ['unit' => ['profile' => $kind]]);
        $runbook = (new Runbooks(new Settings($job)))->runbook($job->devices['unit']);
        self::assertDoesNotMatchRegularExpression('/\{@?[a-z][a-z0-9-]*\}/', implode("\n", [...self::texts($runbook->steps)]));
        self::assertDoesNotMatchRegularExpression('/\{@?[a-z][a-z0-9-]*\}/', RunbookMarkdown::write($runbook, true));
        $ids = array_filter(
            array_column($job->profileOf($job->devices['unit'])->settings, 'id'),
            static fn (string $id): bool => str_contains($id, '-') && !\in_array($id, ['frame-rate', 'sample-rate', 'auto-answer'], true),
        );
        foreach (explode("\n", RunbookMarkdown::write($runbook, true)) as $line) {
            // Keys are said one by one; what is typed stands in marks of its own.
            $text = (string) preg_replace(['/^  (?:keys for|cannot be entered there:) .*$/', '/`[^`]*`/'], ['', 'X'], $line);
            self::assertDoesNotMatchRegularExpression('/\S  | [.,;]|\(\)|“”|""|\bnull\b|: *\.|\bof +\.$/', $text);
            preg_match_all('/[\w-]+/', $text, $words);
            self::assertSame([], array_values(array_intersect($ids, $words[0])), $line);
            self::assertStringNotContainsString('keys for (', $line, 'what is not set cannot be typed');
        }
    }

    /** Whatever the kind: nobody is told to log in without being told with what, and no value is typed under two names. */
    #[DataProvider('kinds')]
    public function testALoginSaysWithWhatAndAValueIsTypedOnce(string $kind): void
    {
        $job = Units::job(['k' => []], ['unit' => ['profile' => $kind, 'hostname' => 'unit-1']]);
        $steps = (new Runbooks(new Settings($job)))->runbook($job->devices['unit'])->steps;
        foreach ($steps as $step) {
            self::assertNotContains('Log in.', $step->do);
            $labels = array_map(static fn (StepValue $v): string => rtrim(strtolower($v->label), 's'), $step->values);
            self::assertSame(array_unique($labels), $labels, $step->title);
        }
        self::assertNotEmpty($steps);
    }

    public function testTheLoginIsThatOfTheWayThatAsksForOne(): void
    {
        $first = static function (string $kind): string {
            $job = Units::job(['k' => []], ['unit' => ['profile' => $kind]]);

            return (new Runbooks(new Settings($job)))->runbook($job->devices['unit'])->step('secure')->do[0] ?? '';
        };
        self::assertSame(
            'Log in: Its serial number as the password (case-sensitive).',
            $first('video-bar'),
            'its menu asks for none, its page does',
        );
        self::assertSame('Log in: default user name and password.', $first('access-point'));
        self::assertSame('No password is set at the factory.', $first('audio-console'));
    }

    /** @return iterable<string, array{string, string, string|null}> characters that its key types, host name, what is typed instead */
    public static function keys(): iterable
    {
        yield 'digits alone' => ['0123456789.', 'east-rx-3', '20'];
        yield 'capitals' => ['ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-', 'east-rx-3', 'EAST-RX-3'];
        yield 'small letters' => ['abcdefghijklmnopqrstuvwxyz0123456789-', 'East-RX-3', 'east-rx-3'];
        yield 'all of it' => ['0123456789-', '3-4', null];
        yield 'none of it' => ['xyz', 'east-3', null];
    }

    #[TestWith([true, 1])]
    #[TestWith([false, 0])]
    public function testACertificateWarningIsExpectedWhereOneComes(bool $warns, int $times): void
    {
        $runbook = self::runbook(['entrances' => [['way' => 'secure-page', 'scheme' => 'default-pair', 'warns' => $warns]]]);
        $warnings = preg_grep('/certificate warning/', $runbook->step('secure')->do ?? []);
        self::assertIsArray($warnings);
        self::assertCount($times, $warnings);
    }

    #[DataProvider('keys')]
    public function testANameThatTheKeysCannotTypeHasAnotherThatTheyCan(string $types, string $host, ?string $instead): void
    {
        $pad = ['id' => 'front', 'modes' => [['id' => 'm', 'keys' => [['key' => 'up', 'types' => $types]]]], 'nextKey' => 'enter'];
        $kind = [
            'keypads' => [$pad], 'entrances' => [['way' => 'screen-menu']],
            'settings' => [['id' => 'network', 'default' => 'Harbour', 'stage' => 'address']],
        ];
        $job = Units::job(['k' => $kind], ['unit' => ['hostname' => $host]]);
        $runbook = (new Runbooks(new Settings($job)))->runbook($job->devices['unit']);
        $found = [];
        foreach ($runbook->step('address')->keys ?? [] as $keys) {
            $found[$keys->of] = $keys->instead();
        }
        self::assertSame($instead, $found['host']);
        self::assertNull($found['network'], 'what another network is called is not ours to change');
        $said = RunbookMarkdown::write($runbook, true);
        self::assertSame(null !== $instead, str_contains($said, 'enter instead: '.$instead));
    }

    /** No step of a kind stands in for the general step of another stage: units reached over a network have their first contact. */
    #[DataProvider('kinds')]
    public function testNoStepOfAKindHidesAnother(string $kind): void
    {
        $job = Units::job(['k' => []], ['unit' => ['profile' => $kind]]);
        $profile = $job->profileOf($job->devices['unit']);
        $hiding = array_filter($profile->steps, static function (ProfileStep $step): bool {
            $stage = WorkStage::tryFrom($step->id);

            return null !== $stage && $stage !== $step->stage;
        });
        self::assertSame([], $hiding);
        if (\in_array($kind, ['alert-horn', 'alert-beacon', 'scene-store', 'ptz-camera-rotary', 'desk-phone-page'], true)) {
            $steps = (new Runbooks(new Settings($job)))->runbook($job->devices['unit'])->steps;
            $contact = array_values(array_filter($steps, static fn (RunbookStep $s): bool => 'contact' === $s->id))[0] ?? self::fail();
            self::assertSame(WorkStage::Contact, $contact->stage);
            self::assertStringContainsString('laptop', strtolower((string) json_encode($contact)));
        }
    }

    public function testAStepCalledLikeAnotherStageIsRefused(): void
    {
        $this->expectException(InvalidFile::class);
        $this->expectExceptionMessage('.steps[0].id');
        Units::job(['k' => ['steps' => [['id' => 'contact', 'stage' => 'role', 'title' => 'Set the contact input']]]], ['unit' => []]);
    }

    /** What the plan connects to a socket is named there, with the module and its slot; the kind alone would leave it empty. */
    public function testSocketsSayWhatThePlanConnects(): void
    {
        $job = Jobs::demo();
        $ports = array_column(PlannedPorts::ports($job, $job->devices['pbx']), null, 'id');
        self::assertSame('Mobile line, on Mobile module in Slot 2', $ports['2a']->goesTo);
        $without = $job->with(new ChangeSet('', [$job->edit(Device::class, 'pbx', ['modules' => []])]));
        $ports = array_column(PlannedPorts::ports($without, $without->devices['pbx']), null, 'id');
        self::assertSame('Mobile line, in Slot 2, for which no module is planned', $ports['2a']->goesTo);
        $runbook = (new Runbooks(new Settings($job)))->runbook($job->devices['pbx']);
        self::assertStringContainsString('Mobile line, on Mobile module', RunbookMarkdown::write($runbook, false));
    }

    /** @return iterable<string> every text in it */
    private static function texts(mixed $value): iterable
    {
        if (\is_string($value)) {
            yield $value;
        }
        foreach (\is_object($value) ? get_object_vars($value) : (\is_array($value) ? $value : []) as $part) {
            yield from self::texts($part);
        }
    }

    /** Whatever the kind: stages in the order of work, no step twice, every declared value typed at exactly one step. */
    #[DataProvider('kinds')]
    public function testEveryKindIsLedFromTheCartonToHandOver(string $kind): void
    {
        $job = Units::job(['k' => []], ['unit' => ['profile' => $kind]]);
        $settings = new Settings($job);
        $runbook = (new Runbooks($settings))->runbook($job->devices['unit']);
        $ranks = array_map(static fn (RunbookStep $s): int => $s->stage->rank(), $runbook->steps);
        $sorted = $ranks;
        sort($sorted);
        self::assertSame($sorted, $ranks);
        $ids = array_column($runbook->steps, 'id');
        self::assertSame($ids, array_unique($ids));
        self::assertSame(['unpack', 'hand-over'], array_values(array_intersect($ids, ['unpack', 'hand-over'])));
        self::assertContains('prove', $ids);
        $typed = [];
        foreach ($runbook->steps as $step) {
            self::assertNotSame('', $step->title);
            foreach (WorkStage::Ask === $step->stage ? [] : $step->values as $value) {
                $typed[] = $value->setting;
            }
        }
        foreach ($settings->values($job->devices['unit']) as $value) {
            $count = \count(array_keys($typed, $value->setting->id, true));
            $isLeftOut = $value->setting->part || ($value->isOpen() && $value->setting->optional && 'gateway' !== $value->setting->id);
            if (WorkStage::Ask !== $value->setting->stage) {
                self::assertSame($isLeftOut ? 0 : 1, $count, $value->setting->id.' is typed once');
            }
        }
    }

    public function testAStepOfTheKindStandsInForTheGeneralOneAndKeepsWhatItLeavesOut(): void
    {
        $steps = [
            ['id' => 'power', 'stage' => 'power', 'title' => 'Switch on behind the door', 'cautions' => ['Warm lamp']],
            ['id' => 'lens', 'stage' => 'mount', 'title' => 'Lens in', 'who' => 'two-people'],
        ];
        $runbook = self::runbook(['bootSeconds' => 70, 'steps' => $steps, 'omits' => ['secure']]);
        self::assertNull($runbook->step('secure'));
        $power = $runbook->step('power');
        self::assertSame('Switch on behind the door', $power?->title);
        self::assertSame([70], array_column($power->timers, 'seconds'));
        self::assertSame(['Warm lamp'], $power->cautions);
        $ids = array_column($runbook->steps, 'id');
        self::assertLessThan(array_search('power', $ids, true), array_search('lens', $ids, true));
    }

    public function testAnOpenValueHoldsUpTheStepThatTypesItAndNoOther(): void
    {
        $runbook = self::runbook([
            'settings' => [
                ['id' => 'ssid', 'name' => 'SSID', 'ask' => 'network'],
                ['id' => 'colour'],
                ['id' => 'note', 'optional' => true],
            ],
            'steps' => [['id' => 'join', 'stage' => 'role', 'title' => 'Join', 'settings' => ['ssid']]],
        ]);
        $blocked = [];
        foreach ($runbook->steps as $step) {
            foreach ($step->blockedBy as $by) {
                $blocked[] = [$step->id, $by->kind, $by->id];
            }
        }
        self::assertSame([['role', 'value', 'colour'], ['join', 'answer', 'ssid']], $blocked);
        self::assertSame(['ssid'], array_column($runbook->step('ask')->values ?? [], 'setting'), 'it asks for it, and waits for nothing');
    }

    public function testAStepWaitsForOthersPartnersAndLicencesByName(): void
    {
        $kinds = [
            'k' => [
                'couplings' => [['id' => 'feeds', 'name' => 'feeds', 'with' => ['other']]],
                'licences' => [['id' => 'key', 'name' => 'Key']],
                'steps' => [
                    ['id' => 'first', 'stage' => 'role', 'title' => 'First thing'],
                    ['id' => 'second', 'stage' => 'role', 'title' => 'Second', 'after' => ['first'], 'needs' => [
                        ['coupling' => 'feeds', 'stage' => 'address'],
                        ['licence' => 'key'],
                    ]],
                ],
            ],
            'other' => [],
        ];
        $blockers = static function (array $more, string $stage = 'unpacked', ?Progress $progress = null) use ($kinds): array {
            $job = Units::job($kinds, ['unit' => [], 'partner' => ['profile' => 'other', 'stage' => $stage]], [
                'pairings' => $more['pairings'] ?? [],
                'licences' => $more['licences'] ?? [],
            ]);
            $step = (new Runbooks(new Settings($job)))->runbook($job->devices['unit'], $progress)->step('second');

            return array_map(static fn (Blocker $b): string => $b->kind.' '.$b->id.': '.$b->text, $step->blockedBy ?? []);
        };
        self::assertSame(
            [
                'step first: Do first: First thing.',
                'pairing feeds: The plan does not name what it feeds.',
                'licence key: The licence "Key" is not planned.',
            ],
            $blockers([]),
        );
        $more = [
            'pairings' => [['id' => 'p', 'coupling' => 'feeds', 'from' => 'unit', 'to' => 'partner']],
            'licences' => [['id' => 'l1', 'name' => 'Key 1', 'device' => 'unit', 'kind' => 'key', 'state' => 'ordered']],
        ];
        self::assertSame(
            [
                'step first: Do first: First thing.',
                'unit partner: partner: complete the stage "Address" first.',
                'licence l1: Key 1 is ordered.',
            ],
            $blockers($more),
        );
        $applied = [['state' => 'applied'] + $more['licences'][0]];
        self::assertSame([], $blockers(['licences' => $applied] + $more, 'addressed', new Progress(Stage::Planned, ['first' => true])));
    }

    public function testPartnersThatAreNeededAndFurtherInterfacesAreTold(): void
    {
        $couplings = [['id' => 'feeds', 'name' => 'feeds', 'required' => true], ['id' => 'may', 'name' => 'may feed']];
        $factories = [['interface' => 'link-b', 'mode' => 'static', 'address' => '192.0.2.7/24']];
        $runbook = self::runbook(['couplings' => $couplings, 'factories' => $factories]);
        self::assertSame(['The plan does not name what it feeds.'], $runbook->step('pair')?->cautions);
        self::assertContains('Factory address of interface link-b: 192.0.2.7/24.', $runbook->step('contact')->do ?? []);
        self::assertNull(self::runbook([])->step('pair'));
    }

    public function testTheStageOfTheUnitIsTheLastOneThatIsDoneToItsEnd(): void
    {
        $job = Units::job(['k' => ['steps' => [['id' => 'hang', 'stage' => 'mount', 'title' => 'Hang it']]]], ['unit' => []]);
        $runbooks = new Runbooks(new Settings($job));
        $done = [];
        $reached = [];
        foreach ($runbooks->runbook($job->devices['unit'])->steps as $step) {
            $done[$step->id] = true;
            $reached[$step->id] = $runbooks->runbook($job->devices['unit'], new Progress(Stage::Planned, $done))->stage()->value;
        }
        self::assertSame('unpacked', $reached['unpack']);
        self::assertSame('unpacked', $reached['address'], 'the laptop is not back yet');
        self::assertSame('set-up', $reached['laptop-back'], 'this kind has no role');
        self::assertSame('as-left', $reached['hand-over']);
        $asked = Units::job(['k' => ['settings' => [['id' => 'x', 'ask' => 'client']]]], ['unit' => []]);
        $unpacked = (new Runbooks(new Settings($asked)))->runbook(
            $asked->devices['unit'],
            new Progress(Stage::Planned, ['unpack' => true]),
        );
        self::assertSame('unpacked', $unpacked->stage()->value, 'nobody has answered yet');
        unset($done['hang']);
        $without = $runbooks->runbook($job->devices['unit'], new Progress(Stage::Planned, $done));
        self::assertSame('unpacked', $without->stage()->value);
        self::assertSame('hang', $without->next()?->id);
        self::assertSame(['hang'], array_column($without->before('hand-over'), 'id'));
    }

    public function testTheJsonHasTheseKeysAndNoOthers(): void
    {
        $job = Jobs::demo();
        $told = Json::object(Json::line((new Runbooks(new Settings($job)))->runbook($job->devices['ramp-phone'])));
        self::assertSame(['device', 'steps'], array_keys($told));
        self::assertSame('ramp-phone', $told['device']);
        \assert(\is_array($told['steps']));
        $keys = ['id', 'stage', 'title', 'who', 'values', 'keys', 'timers', 'see', 'record', 'cautions', 'blockedBy'];
        $kinds = $stages = [];
        foreach ($told['steps'] as $step) {
            \assert(\is_array($step) && \is_array($step['timers']) && \is_array($step['values']));
            self::assertSame($keys, array_keys($step));
            $stages[] = $step['stage'];
            foreach ($step['timers'] as $timer) {
                \assert(\is_array($timer));
                self::assertSame(['kind', 'seconds'], array_keys($timer));
                $kinds[] = $timer['kind'];
            }
            foreach ($step['values'] as $value) {
                self::assertSame(['setting', 'label', 'value', 'origin'], array_keys((array) $value));
            }
        }
        foreach (['window', 'hold', 'wait'] as $kind) {
            self::assertContains($kind, $kinds);
        }
        foreach ($stages as $stage) {
            self::assertContains($stage, array_column(WorkStage::cases(), 'value'));
        }
    }

    /** The reset that wants its MAC: letters on keys, the mode changed and changed back. */
    public function testTheKeypadPhoneTypesItsMacToConfirmTheReset(): void
    {
        $job = Jobs::demo();
        $step = (new Runbooks(new Settings($job)))->runbook($job->devices['ramp-phone'])->step('clean');
        \assert(null !== $step);
        $sequence = ($step->keys[0] ?? null)?->sequence();
        self::assertSame('024700001083', ($step->keys[0] ?? null)?->text);
        self::assertSame([], $sequence?->impossible);
        self::assertSame('024700001083', implode('', array_column($sequence->presses, 'character')));
        self::assertSame(['window', 'hold', 'window', 'wait'], array_map(static fn ($t): string => $t->kind->value, $step->timers));
    }

    public function testMarkdownTicksWhatIsDoneAndNamesWhatItWaitsFor(): void
    {
        $job = Jobs::demo();
        $runbooks = new Runbooks(new Settings($job));
        $text = RunbookMarkdown::write($runbooks->runbook($job->devices['tide-cam']), true);
        self::assertStringContainsString('- [x] **Unpack and check contents**', $text);
        self::assertStringContainsString('- [ ] **Set the stream destination**', $text);
        self::assertStringContainsString('Gateway: `10.47.70.1`', $text);
        self::assertStringContainsString('`srt://10.47.1.60:9710?mode=caller&latency=800`', $text);
        $text = RunbookMarkdown::write($runbooks->runbook($job->devices['timetable']), true);
        self::assertStringContainsString('blocked by: Content keys is ordered.', $text);
        self::assertStringContainsString('Gateway: `leave blank`', $text);
    }

    public function testNoSecretStandsInARunbook(): void
    {
        $keypad = ['id' => 'pad', 'pause' => 1, 'modes' => [['id' => 'all', 'keys' => [['key' => '1', 'types' => 'abc']]]]];
        $typed = [['id' => 'pass', 'secret' => true], ['id' => 'word', 'default' => 'cab']];
        $typing = ['id' => 'type', 'stage' => 'role', 'title' => 'Type', 'settings' => ['pass', 'word'], 'keypad' => 'pad'];
        $keys = self::runbook(['settings' => $typed, 'keypads' => [$keypad], 'steps' => [$typing]])->step('type')->keys ?? [];
        self::assertSame(['word'], array_column($keys, 'of'), 'nor are its keys');
        $kind = ['settings' => [['id' => 'pass', 'secret' => true]]];
        $job = Units::job(['k' => $kind], ['unit' => ['settings' => ['pass' => 'ferry-bell-lamp']]]);
        $runbook = (new Runbooks(new Settings($job)))->runbook($job->devices['unit']);
        self::assertStringNotContainsString('ferry-bell-lamp', Json::line($runbook).RunbookMarkdown::write($runbook, false));
    }

    /** @param array<string, mixed> $kind */
    private static function runbook(array $kind): Runbook
    {
        $job = Units::job(['k' => $kind], ['unit' => []]);

        return (new Runbooks(new Settings($job)))->runbook($job->devices['unit']);
    }
}
