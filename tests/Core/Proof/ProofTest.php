<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Explainer;
use Vorhut\Core\Proof\IntentPrediction;
use Vorhut\Core\Proof\ProofReport;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Repair\Repair;
use Vorhut\Core\Repair\RepairSearch;
use Vorhut\Core\Repair\Responsible;
use Vorhut\Tests\Support\Jobs;

final class ProofTest extends TestCase
{
    /** The demo's story, pair by pair where it fails. */
    public function testTheDemoFailsWhereItIsMeantTo(): void
    {
        $failing = [];
        foreach ((new Prover(Jobs::demo()))->prove()->failing() as $prediction) {
            foreach ($prediction->failing() as $p) {
                $failing[$prediction->intent->id][$p->pair->from.'>'.$p->pair->to] = [$p->span, $p->cause?->rule->value];
            }
        }
        self::assertCount(10, $failing['guests-receivers']);
        self::assertSame(array_fill(0, 8, [PairVerdict::Fades, 'memberships-fade']), array_values($failing['announcements']));
        unset($failing['guests-receivers'], $failing['announcements']);
        self::assertEquals([
            'phones-register' => ['customs-phone>pbx' => [PairVerdict::CannotSend, 'address-missing']],
            'control-calls-windows' => ['control-phone-1>ticket-6' => [PairVerdict::OneWay, 'gateway-silent']],
            'station-receivers' => [
                'mic-station>receiver-2' => [PairVerdict::NoReply, 'mask-too-wide'],
                'mic-station>receiver-3' => [PairVerdict::NoReply, 'gateway-missing'],
                'mic-station>receiver-4' => [PairVerdict::NoReply, 'gateway-missing'],
                'mic-station>receiver-5' => [PairVerdict::NotFound, 'not-in-list'],
            ],
            'station-cameras' => [
                'camera-station>berth-4' => [PairVerdict::NotFound, 'address-missing'],
                'camera-station>berth-5' => [PairVerdict::NotFound, 'address-missing'],
                'camera-station>slip-camera' => [PairVerdict::NoReply, 'route-missing'],
            ],
            'slip-calls-hall' => ['slip-phone>waiting-phone' => [PairVerdict::NotFound, 'filter-default']],
            'tickets-from-outside' => ['trunk:carrier>number:2025550121' => [PairVerdict::NotFound, 'not-routed']],
            'fax-from-outside' => ['trunk:carrier>number:2025550129' => [PairVerdict::NotFound, 'not-routed']],
            'tide-stream' => ['tide-cam>tide-receiver' => [PairVerdict::Filtered, 'filter-default']],
        ], $failing);
    }

    public function testTheCleanJobHolds(): void
    {
        $job = JobFile::read(Jobs::demoText('skerry-slip'), ShippedProfiles::load());
        self::assertSame([], (new Prover($job))->prove()->failing());
    }

    public function testARepairMendsAndBreaksWhatItSays(): void
    {
        $job = Jobs::demo();
        $before = (new Prover($job))->prove();
        foreach ((new RepairSearch($job, $before))->forJob() as $repair) {
            $after = (new Prover($job->with($repair->change)))->prove();
            $mended = 0;
            $broken = 0;
            $now = self::spans($after);
            foreach (self::spans($before) as $key => $span) {
                $broken += (int) ($span->holds() && !$now[$key]->holds());
                $mended += (int) (!$span->holds() && $now[$key]->holds());
            }
            self::assertSame([$repair->mends, $repair->breaks], [$mended, $broken], $repair->sentence);
        }
    }

    public function testRepairsAreRankedAndNamed(): void
    {
        $repairs = $this->repairs(Jobs::demo(), 'station-receivers');
        self::assertSame(['Set gateway 10.47.60.1 on Receiver 3 and Receiver 4', 2], [$repairs[0]->sentence, $repairs[0]->mends]);
        $sentences = array_map(static fn (Repair $r): string => $r->sentence, $repairs);
        self::assertContains('Set mask 255.255.255.128 (/25) on Receiver 2', $sentences);
        self::assertContains('Add 10.47.60.36 to the polling list of Microphone station', $sentences);
        self::assertSame('Set gateway 10.47.10.1 on Ticket window 6', $this->repairs(Jobs::demo(), 'control-calls-windows')[0]->sentence);
        $denial = $this->repairs(Jobs::demo(), 'guests-receivers')[0];
        self::assertSame(
            ['On Core router deny tcp port 80 from 10.47.90.0/24 to 10.47.60.0/25', Responsible::Client],
            [$denial->sentence, $denial->hands],
        );
        self::assertStringContainsString(
            "please add to Core router, before its rule 1:\n  deny tcp port 80 from 10.47.90.0/24 to 10.47.60.0/25",
            $denial->request,
        );
    }

    public function testRepairAfterRepairUntilNoneIsLeft(): void
    {
        $job = Jobs::demo();
        $done = [];
        while (\count($done) < 16) {
            $repair = (new RepairSearch($job, (new Prover($job))->prove()))->forJob()[0] ?? null;
            if (null === $repair) {
                break;
            }
            $done[] = $repair->sentence;
            $job = $job->with($repair->change);
        }
        $left = array_map(static fn (IntentPrediction $p): string => $p->intent->id, (new Prover($job))->prove()->failing());
        self::assertSame([], $left, implode(', ', $done));
        self::assertLessThan(16, \count($done));
    }

    public function testTooNarrowAMaskIsMendedByTheMask(): void
    {
        $job = Jobs::make(['a' => '10.47.1.0/24'], [
            'x' => ['at' => ['a', '10.47.1.10/28']],
            'y' => ['at' => ['a', '10.47.1.99/24']],
        ], [], [['id' => 'i', 'kind' => 'reach', 'from' => ['device:x'], 'to' => ['device:y']]]);
        self::assertSame('Set mask 255.255.255.0 (/24) on x', $this->repairs($job, 'i')[0]->sentence);
    }

    public function testWhatMustNotBeIsAskedOfAnyUnitOfAnEmptySegment(): void
    {
        $span = static function (array $rules, string $expect): PairVerdict {
            $intent = ['from' => ['segment:a'], 'to' => ['device:pbx'], 'service' => 'tcp/443', 'expect' => $expect];
            $job = Jobs::make(
                Jobs::TWO,
                ['pbx' => ['at' => ['b', '10.47.2.10/24', '10.47.2.1']]],
                ['r' => ['in' => Jobs::ROUTER['r']['in'], 'rules' => $rules]],
                [['id' => 'i', 'kind' => 'reach'] + $intent],
            );

            return (new Prover($job))->prove()->intents['i']->span();
        };
        $deny = [['action' => 'deny', 'from' => '10.47.1.0/24']];
        self::assertSame(PairVerdict::Leak, $span([], 'must-not'), 'nobody is there yet, and whoever comes gets through');
        self::assertSame(PairVerdict::KeptApart, $span($deny, 'must-not'));
        self::assertSame(PairVerdict::Untried, $span([], 'must'), 'of nobody nothing is proven');
    }

    public function testMustNotIsHeldOnlyByWhatStopsTheRequest(): void
    {
        $job = static fn (?string $gateway, array $rules): Job => Jobs::make(
            Jobs::TWO,
            [
                'guest' => ['at' => ['a', '10.47.1.10/24', '10.47.1.1']],
                'pbx' => ['at' => ['b', '10.47.2.10/24', $gateway]],
            ],
            ['r' => ['in' => Jobs::ROUTER['r']['in'], 'rules' => $rules]],
            [
                [
                    'id' => 'i',
                    'kind' => 'reach',
                    'from' => ['segment:a'],
                    'to' => ['device:pbx'],
                    'service' => 'tcp/443',
                    'expect' => 'must-not',
                ],
            ],
        );
        $span = static fn (Job $job): PairVerdict => (new Prover($job))->prove()->intents['i']->span();
        self::assertSame(PairVerdict::Leak, $span($job('10.47.2.1', [])), 'open, though nobody listens');
        self::assertSame(PairVerdict::Leak, $span($job(null, [])), 'the request arrives even where the answer is lost');
        self::assertSame(PairVerdict::KeptApart, $span($job('10.47.2.1', [['action' => 'deny', 'from' => '10.47.1.0/24']])));
    }

    /** Media that the filter lets through one way only; a stateful filter opens the way back by itself. */
    public function testOneWaySoundNamesItsDirection(): void
    {
        $rules = [
            ['action' => 'permit', 'protocol' => 'udp', 'ports' => '5060'],
            ['action' => 'permit', 'from' => '10.47.1.0/24', 'protocol' => 'udp'],
            ['action' => 'deny'],
        ];
        $job = static fn (bool $stateful, array $rules): Job => Jobs::make(
            segments: Jobs::TWO,
            hosts: [
                'pbx' => ['profile' => 'phone-system', 'at' => ['a', '10.47.1.5/24', '10.47.1.1']],
                'one' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.10/24', '10.47.1.1']],
                'two' => ['profile' => 'desk-phone-page', 'at' => ['b', '10.47.2.10/24', '10.47.2.1']],
            ],
            routers: ['r' => ['in' => Jobs::ROUTER['r']['in'], 'rules' => $rules, 'stateful' => $stateful]],
            intents: [
                ['id' => 'c', 'kind' => 'call', 'from' => ['extension:2001'], 'to' => ['extension:2002']],
                ['id' => 'd', 'kind' => 'call', 'from' => ['extension:2002'], 'to' => ['extension:2001']],
            ],
            extensions: [
                ['number' => '2001', 'device' => 'one', 'server' => 'pbx'],
                ['number' => '2002', 'device' => 'two', 'server' => 'pbx'],
            ],
        );
        $predict = static fn (Job $job, string $id): PairPrediction => (new Prover($job))
            ->prove()
            ->intents[$id]->pairs()[0];
        // With SIP answered from port 5060 to the phone's own port, a stateless filter would lose it: the way back is permitted by source.
        $open = [['action' => 'permit', 'protocol' => 'udp', 'ports' => '5060,49152'], ...\array_slice($rules, 1)];
        self::assertSame('audio only from one to two', $predict($job(false, $open), 'c')->how);
        self::assertSame('audio only from one to two', $predict($job(false, $open), 'd')->how);
        self::assertSame(PairVerdict::Through, $predict($job(true, $rules), 'c')->span);
        self::assertSame(
            PairVerdict::Through,
            $predict($job(true, $rules), 'd')->span,
            'the answer to what the other one sends passes',
        );
        self::assertSame(
            PairVerdict::NotFound,
            $predict(
                $job(true, [['action' => 'permit', 'protocol' => 'udp', 'ports' => '5060'], ['action' => 'deny']]),
                'c',
            )->span,
        );
    }

    /** The sound of a page goes by the phone system where that stands between, and there a filter may stop it. */
    public function testAPageThroughAServerIsJudgedOnTheWayItTakes(): void
    {
        $page = static function (array $rules, string $kind = 'page'): PairPrediction {
            $phone = Json::object((string) file_get_contents(\dirname(__DIR__, 3).'/profiles/desk-phone-page.json'));
            $data = Json::object(JobFile::write(Jobs::make(
                segments: [...Jobs::TWO, 'c' => '10.47.3.0/24'],
                hosts: [
                    'pbx' => ['profile' => 'phone-system', 'at' => ['c', '10.47.3.5/24', '10.47.3.1']],
                    'console' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.10/24', '10.47.1.1']],
                    'horn' => ['profile' => 'paging-horn', 'at' => ['b', '10.47.2.10/24', '10.47.2.1']],
                ],
                routers: ['r' => ['in' => [...Jobs::ROUTER['r']['in'], 'c' => '10.47.3.1/24'], 'rules' => $rules]],
                intents: [['id' => 'p', 'kind' => $kind, 'from' => ['device:console'], 'to' => ['device:horn']]],
                extensions: [
                    ['number' => '2001', 'device' => 'console', 'server' => 'pbx'],
                    ['number' => '2002', 'device' => 'horn', 'server' => 'pbx'],
                ],
            )));
            $data['profiles'] = [['mediaThroughServer' => true] + $phone];

            return (new Prover(JobFile::read(Json::line($data), ShippedProfiles::load())))->prove()->intents['p']->pairs()[0];
        };
        self::assertSame(PairVerdict::Through, $page([])->span);
        $direct = [['action' => 'deny', 'from' => '10.47.1.0/24', 'to' => '10.47.2.0/24']];
        self::assertSame(PairVerdict::Through, $page($direct)->span, 'nothing goes the direct way');
        $second = [
            ['action' => 'permit', 'protocol' => 'udp', 'ports' => '5060'],
            ['action' => 'deny', 'from' => '10.47.3.0/24', 'to' => '10.47.2.0/24'],
        ];
        self::assertSame([PairVerdict::Filtered, 'pbx sends to horn'], [$page($second)->span, $page($second)->how]);
        $neither = [...$second, ['action' => 'deny', 'from' => '10.47.2.0/24', 'to' => '10.47.3.0/24']];
        self::assertSame(PairVerdict::NotFound, $page($neither, 'call')->span, 'the second leg is open neither way');
        self::assertSame(PairVerdict::Through, $page($direct, 'call')->span);
    }

    public function testACallNeedsExtensions(): void
    {
        $job = Jobs::make(
            Jobs::TWO,
            [
                'one' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.10/24']],
                'two' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.11/24']],
            ],
            [],
            [['id' => 'c', 'kind' => 'call', 'from' => ['device:one'], 'to' => ['device:two']]],
        );
        self::assertSame('no-extension', (new Prover($job))->prove()->intents['c']->pairs()[0]->cause?->rule->value);
    }

    public function testAnExplanationHoldsTheStepsAndThePathOfTheDecidingExchange(): void
    {
        $job = Jobs::demo();
        $explanation = (new Explainer(new Prover($job)))->explain(
            $job->intents['station-receivers'],
            new Pair('mic-station', 'receiver-3'),
        );
        self::assertNotNull($explanation?->deciding);
        $path = $explanation->deciding->path;
        self::assertSame(['mic-station', 'core', 'receiver-3'], array_column($path->posts, 'id'));
        self::assertSame(['Control room', 'Eastholm hut'], array_column($path->between, 'name'));
        self::assertSame(['10.47.30.1/24', '10.47.60.1/25'], $path->posts[1]['addresses']);
        self::assertSame([null, 2, false], [$path->requestStops, $path->replyStops, $path->replied]);
        self::assertFalse($explanation->deciding->steps[3]->ok);
        $call = (new Explainer(new Prover($job)))->explain(
            $job->intents['hut-calls-control'],
            new Pair('hut-phone', 'control-phone-1'),
        );
        self::assertCount(4, $call->parts ?? []);
        self::assertNull((new Explainer(new Prover($job)))->explain($job->intents['hut-calls-control'], new Pair('pbx', 'core')));
    }

    /** 450 kinds of units on either side are 202,500 kinds of pairs: said, not waited for. */
    public function testWhatIsTooLargeToTellIsNotTold(): void
    {
        $segments = $hosts = [];
        for ($number = 0; $number < 450; ++$number) {
            $segments['s'.$number] = \sprintf('10.%d.%d.0/24', intdiv($number, 250), $number % 250);
            $hosts['h'.$number] = ['at' => ['s'.$number, \sprintf('10.%d.%d.10/24', intdiv($number, 250), $number % 250)]];
        }
        $all = array_map(static fn (string $id): string => 'segment:'.$id, array_keys($segments));
        $intent = ['kind' => 'reach', 'service' => 'tcp/80', 'to' => ['device:h1'], 'from' => ['device:h0']];
        $intents = [['id' => 'small'] + $intent, ['id' => 'large', 'from' => $all, 'to' => $all] + $intent];
        $proof = (new Prover(Jobs::make($segments, $hosts, [], $intents)))->prove();
        self::assertTrue($proof->intents['small']->span()->fails());
        self::assertSame(PairVerdict::Untried, $proof->intents['large']->span());
    }

    public function testAnEmptyGroupProvesNothing(): void
    {
        $job = Jobs::make(
            Jobs::TWO,
            ['x' => ['at' => ['a', '10.47.1.10/24']]],
            [],
            [['id' => 'i', 'kind' => 'reach', 'from' => ['segment:a'], 'to' => ['segment:b']]],
        );
        $prediction = (new Prover($job))->prove()->intents['i'];
        self::assertFalse($prediction->holds());
        self::assertSame(PairVerdict::Untried, $prediction->span());
    }

    /** @return array<string, PairVerdict> every pair by itself */
    private static function spans(ProofReport $report): array
    {
        $spans = [];
        foreach ($report->intents as $id => $prediction) {
            foreach ($prediction->each() as $pair) {
                $spans[$id.' '.$pair->pair->key()] = $pair->span;
            }
        }

        return $spans;
    }

    /** @return list<Repair> */
    private function repairs(Job $job, string $intent): array
    {
        return (new RepairSearch($job, (new Prover($job))->prove()))->forIntent($intent);
    }
}
