<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\DomCrawler\Crawler;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Plan\JobEditor;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Proof\Axis;
use Vorhut\Core\Proof\Matrix;
use Vorhut\Core\Proof\Prover;

/** Proof seen from above: groups against groups, a cell, what if, and what to ask the client. */
final class MatrixTest extends AppTestCase
{
    private const CELL = ['axis' => 'kind', 'row' => 'Stations', 'column' => 'Receivers'];

    protected function setUp(): void
    {
        parent::setUp();
        $this->labRuns();
    }

    public function testEveryPairStandsInACellOnEachAxis(): void
    {
        $report = (new Prover($this->job()))->prove();
        foreach (Axis::cases() as $axis) {
            $matrix = Matrix::fromProof($this->job(), $report, $axis);
            $sum = 0;
            foreach ($matrix->cells as $row => $line) {
                foreach ($line as $column => $spans) {
                    self::assertContains($row, $matrix->rows);
                    self::assertContains($column, $matrix->columns);
                    $sum += array_sum($spans);
                }
            }
            self::assertSame($report->pairCount(), $sum, $axis->value);
        }
    }

    public function testACellOpensItsIntentsAndNoOthers(): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/proof');
        self::assertCount(25, $page->filter('table.intents tbody tr'));
        $link = $page
            ->filter('.matrix a')
            ->reduce(static fn (Crawler $a): bool => str_contains((string) $a->attr('title'), 'Stations to Receivers'))
            ->link();
        $page = $this->client->click($link);
        self::assertSame(
            ['Microphone station finds and manages the receivers'],
            $page->filter('table.intents tbody th a')->each(static fn (Crawler $a): string => $a->text()),
        );
        self::assertSelectorTextContains('.matrix td.here', '4');
        self::assertSelectorNotExists('form[action$="/tests"]', 'a viewer tests nothing');
    }

    public function testACellIsTestedByItself(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/tests', self::CELL);
        $this->work();
        $run = $this->em()->getRepository(TestRun::class)->findOneBy([], ['id' => 'DESC']);
        self::assertSame(7, $run?->getTotal());
    }

    public function testTooManyPairsAreNotAskedAtOnce(): void
    {
        $edits = [];
        for ($n = 0; $n < 80; ++$n) {
            $edits[] = new Edit(Device::class, 'extra-'.$n, null, [
                'id' => 'extra-'.$n,
                'profile' => 'generic-host',
                'interfaces' => [['segment' => 'guests', 'address' => null]],
            ]);
        }
        $edits[] = new Edit(Intent::class, 'all', null, [
            'id' => 'all',
            'kind' => 'reach',
            'from' => ['segment:guests'],
            'to' => ['segment:guests'],
            'service' => 'tcp/80',
        ]);
        $editor = self::getContainer()->get(JobEditor::class);
        \assert($editor instanceof JobEditor);
        $editor->apply($this->stored(), new ChangeSet('Many', $edits), $this->person('tomas'), 1);
        $this->as('tomas');
        $this->post(self::JOB.'/tests', ['intent' => 'all']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('main', '6 642 pairs are too many for one test; at most 5 000');
        self::assertSame([], $this->em()->getRepository(TestRun::class)->findAll());
    }

    public function testWhatIfShowsWhatTurnsAndKeepsNothing(): void
    {
        $this->as('vera');
        $try = ['on' => 'router:core', 'field' => 'rule', 'value' => 'deny tcp port 80 from 10.47.90.0/24 to any'];
        $before = $this->stored()->getRevision();
        $page = $this->client->request('GET', self::JOB.'/proof/what-if?'.http_build_query($try));
        self::assertSelectorTextContains('.next', '31 pairs fail now, 21 with the change: 10 fixed, 0 broken');
        self::assertSelectorTextContains('tbody', 'Guests keep out of the receivers');
        self::assertSame(
            ['95 pairs', '14 pairs'],
            $page->filter('.effect')->each(static fn (Crawler $c): string => (string) preg_replace(
                '/^\d+ of (\d+ pairs) fail now, \d+ with the change$/D',
                '$1',
                (string) $c->attr('aria-label'),
            )),
            'all pairs, and the intent that changes, each now and with the change',
        );
        self::assertSelectorNotExists('form[action$="what-if"][method=post]');
        self::assertSame($before, $this->stored()->getRevision());
        $this->post(self::JOB.'/proof/what-if', $try);
        self::assertSame(403, $this->code());
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/proof/what-if?'.http_build_query($try));
        self::assertSelectorNotExists('form[action$="what-if"][method=post]', 'routers are a lead\'s');
        $this->post(self::JOB.'/proof/what-if', $try);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'this would change the routers, which a technician may not. Ask a lead.');
        self::assertSame($before, $this->version());
        $this->as('ines');
        $this->post(self::JOB.'/proof/what-if', $try);
        self::assertSame($before + 1, $this->stored()->getRevision());
        self::assertSame('10.47.90.0/24', (string) $this->job()->routers['core']->rules[0]->from);
    }

    public function testWhatIfBeginsWithTheIntentsThatFailAndNamesWhatItChanges(): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/proof/what-if');
        self::assertSame('31 of 95 pairs fail', $page->filter('.effect')->first()->attr('aria-label'));
        self::assertCount(11, $page->filter('.effect'), 'all pairs, and ten intents that fail');
        $this->client->request('GET', self::JOB.'/proof/what-if?on=segment:sound&field=querier&value=yes');
        self::assertSelectorTextContains('.next', 'IGMP querier of Sound, halls and piers: yes');
        $this->client->request('GET', self::JOB.'/proof/what-if?on=device:hut-phone&field=segment&value=voice-n');
        self::assertSelectorTextContains('.next', 'Segment of Hut phone: Voice, Northpier');
    }

    public function testSeveralChangesAreTriedTogetherChosenByNameAndKeptAsAVariant(): void
    {
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/proof/what-if?thing=receiver+3');
        self::assertInputValueSame('thing', 'receiver 3');
        $this->client->submitForm('Try : Gateway', ['value' => '10.47.60.1'], 'GET');
        self::assertSelectorTextContains('.next', '1 fixed, 0 broken');
        $this->client->submitForm('Choose', ['thing' => 'Receiver 4 (device)'], 'GET');
        $this->client->submitForm('Try : Gateway', ['value' => '10.47.60.1'], 'GET');
        self::assertSelectorTextContains('.next', '31 pairs fail now, 29 with the change: 2 fixed, 0 broken');
        self::assertSelectorTextContains('.trials', 'Receiver 3, gateway: 10.47.60.1');
        $before = $this->version();
        $this->client->submitForm('Save variant', ['name' => 'Both gateways']);
        self::assertSame($before, $this->version(), 'a variant changes nothing');
        $this->client->request('GET', self::JOB.'/proof/what-if');
        $page = $this->client->clickLink('Both gateways');
        self::assertSelectorTextContains('.next', '2 fixed, 0 broken');
        $this->client->click($page->filter('.trials a')->first()->link());
        self::assertSelectorTextContains('.trials', 'Receiver 4');
        self::assertSelectorTextNotContains('.trials', 'Receiver 3');
        $this->client->back();
        $this->client->click($page->filter('.trials a')->last()->link());
        self::assertSelectorTextContains('.next', '1 fixed, 0 broken');
        self::assertSelectorTextContains('.trials', 'Receiver 3');
        self::assertSelectorTextNotContains('.trials', 'Receiver 4');
        $this->client->back();
        $this->client->submitForm('Apply to plan K');
        foreach (['receiver-3', 'receiver-4'] as $id) {
            self::assertSame('10.47.60.1', (string) $this->job()->devices[$id]->interfaces[0]->gateway);
        }
        $this->client->request('GET', self::JOB.'/proof/what-if');
        $this->client->submitForm('discard Both gateways');
        self::assertSelectorNotExists('aside .found');
    }

    /** Both go on top of one router: the second on the outcome of the first. */
    public function testTwoChangesOfOneThingAreBothMade(): void
    {
        $this->as('ines');
        $rules = array_map(strval(...), $this->job()->routers['core']->rules);
        $try = ['router:core|rule|deny tcp port 81 from any to any', 'router:core|rule|deny tcp port 82 from any to any'];
        $this->post(self::JOB.'/proof/what-if', ['try' => $try]);
        $now = array_map(strval(...), $this->job()->routers['core']->rules);
        self::assertSame(['deny any to any tcp 82', 'deny any to any tcp 81', ...$rules], $now);
    }

    public function testARuleIsChosenByItsParts(): void
    {
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/proof/what-if?thing=Core+router');
        $rule = ['value[action]' => 'deny', 'value[protocol]' => 'tcp', 'value[ports]' => '80', 'value[from]' => '10.47.90.0/24'];
        $this->client->submitForm('Try : Add a filter rule at the top', $rule, 'GET');
        self::assertSelectorTextContains('.next', '31 pairs fail now, 21 with the change: 10 fixed, 0 broken');
        $this->client->request('GET', self::JOB.'/proof/what-if?thing=Cor+router');
        self::assertSelectorTextContains('[role=alert]', 'Did you mean Core router (device)?');
        $this->client->request('GET', self::JOB.'/proof/what-if?thing=2001');
        self::assertSelectorTextContains('[role=alert]', 'a device, router or segment');
    }

    /** @return iterable<string, array{string, string, string, string}> */
    public static function slips(): iterable
    {
        yield 'a rule nobody understands' => ['router:core', 'rule', 'open everything', 'permit udp port 5060'];
        yield 'ports upside down' => ['router:core', 'rule', 'permit udp port 9-5', 'rising ranges'];
        yield 'a route without next hop' => ['router:core', 'route', '10.47.0.0/16', 'via 10.47.1.2'];
        yield 'a device that is not there' => ['device:nobody', 'gateway', '10.47.1.1', 'device, router or segment'];
        yield 'another kind of thing' => ['segment:sound', 'gateway', '10.47.1.1', 'querier, snooping'];
        yield 'no address' => ['device:receiver-3', 'gateway', '10.47.60.300', '0 to 255'];
        yield 'neither yes nor no' => ['segment:sound', 'querier', 'perhaps', 'yes or no'];
    }

    #[DataProvider('slips')]
    public function testASlipIsSaidWithWhatIsAllowed(string $on, string $field, string $value, string $says): void
    {
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/proof/what-if?'.http_build_query(['on' => $on, 'field' => $field, 'value' => $value]));
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('[role=alert]', $says);
        self::assertInputValueSame('value', $value, 'nothing typed is lost');
    }

    public function testTheClientsShareComesAsARequestReadyToSend(): void
    {
        $this->as('tomas');
        $page = $this->client->request('GET', self::JOB.'/proof?intent=slip-calls-hall');
        $text = (string) $page->filter('[data-copy][data-key=c]')->attr('data-copy');
        self::assertStringContainsString(
            "please add to Slip router, after its other rules:\n  permit udp port 11000 from 10.47.70.0/26 to 10.47.10.0/24",
            $text,
        );
        self::assertStringContainsString('Skerry Slip calls the waiting hall', $text);
    }
}
