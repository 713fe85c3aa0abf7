<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\DomCrawler\Crawler;
use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Entity\Observation;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\PartyNames;
use Vorhut\Core\Job\PasswordState;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Jobs;

final class ProofAndBenchTest extends AppTestCase
{
    public function testTheSuggestedChangeTurnsThePredictionAndUndoTurnsItBack(): void
    {
        $this->as('tomas');
        $before = JobFile::write($this->job());
        $crawler = $this->client->request('GET', self::JOB.'/proof');
        self::assertSelectorTextContains('.next', 'Set gateway 10.47.60.1 on Receiver 3 and Receiver 4');
        self::assertSelectorTextContains('tr.sel', '3 no reply');
        self::assertSelectorTextContains(
            '.why',
            'Receiver 3 cannot reply to 10.47.30.20: it is outside the subnet 10.47.60.0/25, and no gateway is set',
        );
        $this->client->submit($crawler->selectButton('Apply to plan A')->form());
        $this->client->followRedirect();
        $crawler = $this->client->request('GET', self::JOB.'/proof?intent=station-receivers&pair=mic-station%3Ereceiver-3');
        self::assertSelectorTextContains('#intent', 'predicted works');
        self::assertSelectorTextContains('tr.sel', '1 no reply');
        $this->client->submit($crawler->selectButton('Undo Z')->form());
        $this->client->followRedirect();
        self::assertSelectorTextContains('#intent', 'predicted no reply');
        self::assertSame($before, JobFile::write($this->job()));
    }

    public function testThePageSaysWhatTheEngineSays(): void
    {
        $this->as('vera');
        $job = $this->job();
        foreach ((new Prover($job))->prove()->intents as $id => $prediction) {
            $crawler = $this->client->request('GET', self::JOB.'/proof?intent='.$id);
            $shown = $crawler->filter('tr.sel .counts')->text();
            $counts = array_count_values(array_map(static fn ($p): string => $p->span->word(), $prediction->pairs()));
            foreach ($counts as $word => $count) {
                self::assertStringContainsString($count.' '.$word, $shown, $prediction->intent->name);
            }
        }
        self::assertSelectorNotExists('form[action$="/repair"]');
    }

    public function testWhatSomebodySawStandsBesideThePredictionAndStays(): void
    {
        $this->as('tomas');
        $see = fn (string $span): mixed => $this->post(self::JOB.'/proof/observe', [
            'intent' => 'station-receivers',
            'pair' => 'mic-station>receiver-3',
            'span' => $span,
            'note' => 'from the control room',
        ]);
        $see('no-reply');
        $see('through');
        self::assertSame(2, $this->em()->getRepository(Observation::class)->count(['intent' => 'station-receivers']), 'both stay');
        $this->client->request('GET', self::JOB.'/proof?intent=station-receivers&pair=mic-station%3Ereceiver-3');
        self::assertSelectorTextContains('#intent', 'tested works');
        self::assertSelectorTextContains('#intent', 'Tomas Wray');
        self::assertSelectorTextContains('main', 'differs');
        $see('splendid');
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Choose a test result');
    }

    public function testAnIntentIsWrittenByNamesChangedMovedAndRemoved(): void
    {
        $this->as('tomas');
        $page = $this->client->request('GET', self::JOB.'/proof/intents/+');
        self::assertSelectorExists('datalist option[value="Camera station (device)"]');
        $values = $page->selectButton('Save')->form(['kind' => 'manage'])->getPhpValues();
        unset($values['version']);
        $values = ['from' => ['camera station', ''], 'to' => ['Landing camera (device)'], 'name' => ''] + $values;
        $this->post(self::JOB.'/proof/intents/+', $values);
        $this->client->followRedirect();
        self::assertSelectorTextContains('tr.sel', '1 works');
        self::assertSelectorTextContains('tr.sel', 'Camera station finds and manages Landing camera');
        $id = (string) array_key_last($this->job()->intents);
        self::assertSame(['device:camera-station'], array_map(strval(...), $this->job()->intents[$id]->from));

        $this->post(self::JOB.'/proof/intents/'.$id, ['from' => ['Camera statoin'], 'to' => ['10.47.20.21']] + $values);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('fieldset [role=alert]', 'Did you mean Camera station (device)?');
        self::assertInputValueSame('from[]', 'Camera statoin', 'what was typed stays');
        $this->post(self::JOB.'/proof/intents/'.$id, ['to' => ['10.47.20.21', 'video']] + $values);
        self::assertSame(['address:10.47.20.21', 'segment:video'], array_map(strval(...), $this->job()->intents[$id]->to));
        $before = \array_slice(array_keys($this->job()->intents), -2);
        $page = $this->client->request('GET', self::JOB.'/proof/intents/'.$id);
        $this->client->submit($page->selectButton('Move up')->form());
        self::assertSame(array_reverse($before), \array_slice(array_keys($this->job()->intents), -2));
        $this->client->followRedirect();
        $this->client->submitForm('Delete intent');
        self::assertArrayNotHasKey($id, $this->job()->intents);
    }

    public function testANameThatTwoCarryIsNotGuessed(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/devices/berth-2', ['name' => 'Berth 1 camera']);
        $names = new PartyNames($this->job());
        $called = array_map($names->name(...), ['device:berth-1', 'device:berth-2']);
        self::assertSame(['Berth 1 camera (device)', 'Berth 1 camera (device berth-2)'], $called);
        self::assertSame('device:berth-2', $names->read('berth 1 camera (device berth-2)'));
        $this->expectExceptionMessage('Several have that name');
        $names->read('Berth 1 camera');
    }

    public function testWhatIsUsualIsOfferedUntilItIsSaid(): void
    {
        $this->as('tomas');
        $page = $this->client->request('GET', self::JOB.'/proof');
        $offer = $page->filter('.usuals')->filter('button')->reduce(
            static fn (Crawler $b): bool => str_starts_with($b->text(), 'Phones call each other'),
        );
        $count = \count($this->job()->intents);
        $this->client->submit($offer->form());
        self::assertCount($count + 1, $this->job()->intents);
        $this->client->followRedirect();
        self::assertSelectorTextContains('tr.sel', 'Phones call each other');
        self::assertSelectorTextNotContains('.usuals', 'Phones call each other');
        $this->client->submit($offer->form());
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'not offered any more');
        self::assertCount($count + 1, $this->job()->intents);
    }

    public function testTheLaptopIsRememberedAndLosesJustWhatItGot(): void
    {
        $this->as('tomas');
        $bench = self::JOB.'/bench/berth-4';
        $this->client->request('GET', $bench.'?step=contact');
        $this->client->submitForm('Save and check for conflicts', ['laptop' => 'eth0=10.47.20.9/24']);
        $this->client->followRedirect();
        self::assertInputValueSame('laptop', 'eth0=10.47.20.9/24');
        $this->post($bench, ['step' => 'contact', 'reason' => 'The bench was cabled before']);
        $this->client->request('GET', $bench.'?step=laptop-back');
        self::assertInputValueSame('laptop', 'eth0=10.47.20.9/24', 'it stays from step to step');
        self::assertSelectorTextContains('main', 'Remove 192.0.2.');
        self::assertSelectorTextNotContains('main', 'Remove 10.47.20.', 'it stood there before');
        $this->as('ines');
        $this->client->request('GET', $bench);
        self::assertInputValueSame('laptop', '', 'hers is another one');
        $this->post($bench.'/laptop', ['laptop' => 'eth0 or so', 'step' => 'contact']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Laptop:');
        self::assertInputValueSame('laptop', 'eth0 or so');
    }

    public function testTheMacOfAnotherUnitIsNamedAndTheNextUnitOffered(): void
    {
        $this->as('tomas');
        $other = $this->job()->devices['berth-5'];
        $this->post(self::JOB.'/bench/berth-4', ['step' => 'unpack', 'read' => [(string) $other->interfaces[0]->mac]]);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('[role=alert]', 'This is the MAC address of '.$other->name);
        $this->client->clickLink('Open '.$other->name.' O');
        self::assertSelectorTextContains('h1', $other->name);
        $page = $this->client->request('GET', self::JOB.'/bench/berth-4');
        self::assertStringStartsWith('Next: Berth 5', $page->filter('[data-key=n]')->text(), 'of the same kind first');
        $this->post(self::JOB.'/vault/make');
        $steps = (new Runbooks(new Settings($this->job())))->runbook($this->job()->devices['berth-4'])->steps;
        foreach ($steps as $step) {
            // It has no address yet, so the step that types it waits.
            $reason = 'address' === $step->id ? ['reason' => 'Leased for now'] : [];
            $this->post(self::JOB.'/bench/berth-4', ['step' => $step->id, 'later' => '1'] + $reason);
            self::assertResponseRedirects(message: $step->id);
        }
        $this->client->request('GET', self::JOB.'/bench/berth-4');
        self::assertSelectorTextContains('.next', 'is configured');
        self::assertSame(Stage::AsLeft, $this->job()->devices['berth-4']->stage);
    }

    public function testStepsAreRecordedWithTimeAndNameAndTakenBack(): void
    {
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/bench');
        self::assertSelectorTextContains('.next', 'Next: Arrivals server');
        $this->post(self::JOB.'/bench/berth-4/laptop', ['laptop' => 'wlan0=192.0.2.17/24', 'step' => 'contact']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('main', '192.0.2.250');
        self::assertSelectorTextContains('main', 'Switch Wi-Fi off');
        $this->post(self::JOB.'/bench/berth-5', ['step' => 'unpack', 'read' => ['O2-47-00-00-20-19']]);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('[role=alert]', 'look-alike');
        self::assertSame(Stage::Planned, $this->job()->devices['berth-5']->stage);
        $this->post(self::JOB.'/bench/berth-5', ['step' => 'unpack', 'read' => ['02-47-00-00-20-19']]);
        $this->client->followRedirect();
        self::assertSelectorTextContains('main', '1 of 17 done · unpacked');
        self::assertSelectorTextContains('.todo .here', 'Mount and connect (power off)', 'the next step is up');
        $this->client->request('GET', self::JOB.'/bench/berth-5?step=unpack');
        self::assertSelectorTextContains('.through', 'Tomas Wray');
        self::assertSelectorTextContains('.kept', 'MAC address as printed on the device: 02-47-00-00-20-19 as planned');
        $this->client->submitForm('Undo step');
        self::assertSame(Stage::Planned, $this->job()->devices['berth-5']->stage);
        self::assertSame(2, $this->em()->getRepository(BenchRecord::class)->count([]), 'both stay');
    }

    public function testAStepOutOfOrderOrLeftOutNeedsAReasonThatStays(): void
    {
        $this->as('tomas');
        $bench = self::JOB.'/bench/berth-5';
        $this->post($bench, ['step' => 'power']);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('[role=alert]', 'first: Unpack and check contents');
        $this->post($bench, ['step' => 'power', 'reason' => 'The carton was opened yesterday']);
        self::assertResponseRedirects();
        $this->client->request('GET', $bench.'?step=power');
        self::assertSelectorTextContains('.through', 'The carton was opened yesterday');
        $this->post($bench, ['step' => 'picture', 'skip' => '1']);
        self::assertSame(422, $this->code(), 'nothing is left out without a word');
        $this->post($bench, ['step' => 'picture', 'skip' => '1', 'reason' => 'No monitor here']);
        $this->client->request('GET', $bench.'?step=picture');
        self::assertSelectorTextContains('.through', 'skipped');
        self::assertSelectorTextContains('.through', 'No monitor here');
    }

    public function testWhatIsReadBackIsComparedAndWhatWasFoundIsKept(): void
    {
        $this->as('tomas');
        $bench = self::JOB.'/bench/hall-music';
        $read = static fn (string $number): array => ['step' => 'number', 'read' => [$number]];
        $this->post($bench, $read('4'));
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('[role=alert]', '4: expected is the planned 3');
        $this->post($bench, $read('3') + ['reason' => 'The controller comes later']);
        $this->client->request('GET', $bench.'?step=number');
        self::assertSelectorTextContains('.kept', '3 as planned');
        $this->client->request('GET', self::JOB.'/devices?sel=hall-music');
        self::assertSelectorTextContains('#value-source-number summary', 'read from the device');
        self::assertSelectorTextContains('#value-mode summary', 'set, ');
        $this->post(self::JOB.'/devices/hall-music/values/source-number', ['value' => '5', 'scope' => 'unit', 'alone' => '1']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('#value-source-number summary', 'differs: read was 3');
        $encoder = self::JOB.'/bench/tide-cam';
        $health = static fn (string $warm): array => ['step' => 'health', 'read' => [$warm, '40']];
        $this->post($encoder, $health('82'));
        self::assertSelectorTextContains('[role=alert]', '82: expected is 0 to 70 °C');
        $this->post($encoder, $health('82') + ['reason' => 'In the sun']);
        $this->client->request('GET', $encoder.'?step=health');
        self::assertSelectorTextContains('.kept', '82 differs');
    }

    public function testAPasswordThatWasChangedIsKnownToThePlan(): void
    {
        $this->as('tomas');
        $bench = self::JOB.'/bench/ticket-6';
        self::assertNull($this->job()->devices['ticket-6']->password);
        $this->post(self::JOB.'/vault/make');
        $this->post($bench, ['step' => 'secure']);
        self::assertSame(PasswordState::Changed, $this->job()->devices['ticket-6']->password);
        $this->client->request('GET', $bench.'?step=secure');
        $this->client->submitForm('Undo step');
        self::assertNull($this->job()->devices['ticket-6']->password);
    }

    /** Whoever looks, wherever, sees when it ends; the page says so itself, and not the browser that began it. */
    public function testATimeRunsOnForEverybodyWhateverIsReloaded(): void
    {
        $this->as('tomas');
        $bench = self::JOB.'/bench/ramp-phone';
        $this->client->request('GET', $bench.'?step=clean');
        self::assertSelectorNotExists('.strip');
        $this->client->submit($this->client->getCrawler()->filter('[data-key=x]')->form());
        $page = $this->client->followRedirect();
        $ends = (int) $page->filter('.strip li')->attr('data-ends');
        self::assertEqualsWithDelta(1000 * (time() + 50), $ends, 3000);
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/networks');
        self::assertSame($ends, (int) $page->filter('.strip li')->attr('data-ends'));
        self::assertSelectorTextContains('.strip', 'Ramp telephone');
        self::assertSelectorNotExists('.strip form', 'a viewer takes nothing away');
        $this->as('ines');
        $this->client->request('GET', $bench.'?step=clean');
        $this->client->submit($this->client->getCrawler()->filter('[data-key=w]')->form());
        $page = $this->client->followRedirect();
        self::assertCount(2, $page->filter('.strip li'), 'several at once');
        self::assertLessThan($ends, (int) $page->filter('.strip li')->attr('data-ends'), 'what ends first stands first');
        $this->client->submit($page->filter('.strip form')->form());
        self::assertCount(1, $this->client->followRedirect()->filter('.strip li'));
    }

    public function testWhatIsTypedAtAUnitWithKeysComesWithItsKeys(): void
    {
        $this->as('tomas');
        $keys = static fn (Crawler $page): array => $page->filter('.typed')->each(
            static fn (Crawler $list): string => implode(' ', $list->filter('kbd')->each(static fn (Crawler $key): string => $key->text())),
        );
        $page = $this->client->request('GET', self::JOB.'/bench/ramp-phone?step=address');
        self::assertSame('1 0 * 4 7 * 1 0 * 1 3 1', $keys($page)[1], 'dots are on the star in digits');
        self::assertSelectorTextContains('.typing summary', '7 presses, about 3 s');
        self::assertSame([], $keys($this->client->request('GET', self::JOB.'/bench/ramp-phone?step=contact')), 'the laptop has a keyboard');
        self::assertSame([], $keys($this->client->request('GET', self::JOB.'/bench/berth-4?step=address')), 'a camera has none');
    }

    public function testJumpFieldFindsByMacInAnyNotation(): void
    {
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/find?q=0247.0000.2015', server: ['HTTP_HX_REQUEST' => 'true']);
        self::assertSelectorTextContains('a', 'Berth 1 camera');
        self::assertStringNotContainsString('<html', $this->body());
        $this->client->request('GET', self::JOB.'/find?q=zeppelin');
        self::assertSelectorTextContains('main', 'No match for');
    }

    public function testTheDemoIsLoadedAnewOnlyWhenAsked(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/devices/berth-1/cell', ['field' => 'serial', 'value' => 'KS-1', 'version' => 1]);
        $demo = (new Application(self::$kernel ?? throw new \LogicException()))->find('vorhut:demo');
        (new CommandTester($demo))->execute([]);
        self::assertSame('KS-1', $this->job()->devices['berth-1']->serial);
        (new CommandTester($demo))->execute(['--fresh' => true]);
        self::assertSame(Jobs::demoText(), JobFile::write($this->job()));
    }

    public function testAJobIsRemovedOnlyByItsName(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/remove', ['name' => 'Kestrel']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'letter by letter');
        $this->post(self::JOB.'/remove', ['name' => 'Kestrel Sound Ferries']);
        self::assertResponseRedirects('/');
        $this->client->request('GET', self::JOB);
        self::assertSame(404, $this->code());
        self::assertSame(
            5,
            $this->number('SELECT COUNT(*) FROM plan_record WHERE list = ?', 'devices'),
            'the other job keeps its devices',
        );
    }
}
