<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\Relation;
use Vorhut\Core\Job\ValueRule;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Setting\Settings;

/** Values with their chains, pairings, kinds and practice, in the application. */
final class ValuesTest extends AppTestCase
{
    public function testAValueShowsItsChainAndItsPartners(): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/devices?sel=horn-3&value=volume');
        $chain = $page->filter('#value-volume .chain li')->each(static fn (Crawler $li): string => $li->text());
        self::assertSame('set on this device: 8 for Horn 3 in effect', $chain[0]);
        self::assertSame('location rule: 3 People wait and talk there.', $chain[1]);
        self::assertSame('device-type rule: 5 Ferry engines are loud.', $chain[2]);
        self::assertStringStartsWith('device-type default: 4', $chain[3]);
        self::assertSelectorNotExists('#value-volume form', 'a viewer changes nothing');
        $page = $this->client->request('GET', self::JOB.'/devices?sel=hall-music');
        self::assertStringContainsString('mismatch', $page->filter('.told')->reduce(
            static fn (Crawler $c): bool => str_contains($c->text(), 'Source number'),
        )->closest('.inner')?->text() ?? '');
    }

    public function testAReservedNumberIsRefusedWithWhatIsAllowedAndNothingIsLost(): void
    {
        $this->as('tomas');
        $before = $this->version();
        $this->post(self::JOB.'/devices/hall-music/values/source-number', ['value' => '7', 'scope' => 'unit']);
        $page = $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', '7 was given; allowed is a whole number from 1 to 8, not 7, 8.');
        self::assertSame('7', $page->filter('#value-source-number input[name=value]')->attr('value'));
        self::assertSame($before, $this->version());
    }

    public function testAValueIsChangedForTheUnitItsKindOrItsPlaceAndTakenBack(): void
    {
        $this->as('ines');
        $value = fn (string $unit): mixed => (new Settings($this->job()))->value($this->job()->devices[$unit], 'volume')?->value();
        $this->post(self::JOB.'/devices/horn-3/values/volume', ['value' => '', 'scope' => 'unit']);
        self::assertSame([3, 3, 5], [$value('horn-3'), $value('horn-1'), $value('horn-6')], 'what was typed is taken back');
        $this->post(self::JOB.'/devices/horn-3/values/volume', ['value' => '9', 'scope' => 'unit', 'reason' => 'Deaf corner']);
        self::assertSame('Deaf corner', $this->job()->devices['horn-3']->reasons['volume']);
        $this->post(self::JOB.'/devices/horn-3/values/volume', ['value' => '2', 'scope' => 'place']);
        $this->post(self::JOB.'/devices/horn-3/values/volume', ['value' => '6', 'scope' => 'kind', 'reason' => 'Louder engines']);
        self::assertSame([9, 2, 6], [$value('horn-3'), $value('horn-1'), $value('horn-6')]);
        self::assertCount(3, $this->job()->all(ValueRule::class), 'rules that were there are changed');
        $this->as('tomas');
        $this->post(self::JOB.'/devices/horn-3/values/volume', ['value' => '1', 'scope' => 'kind']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'lead');
        self::assertSame(6, $value('horn-6'), 'a rule is a lead\'s');
    }

    public function testTheOtherEndIsShownBeforeAValueIsKeptAndChangedAlong(): void
    {
        $this->as('tomas');
        $broken = fn (): int => \count((new ConstraintChecks(new Settings($this->job())))->broken());
        $before = $broken();
        $this->post(self::JOB.'/devices/timetable/values/projector-address', ['value' => '10.47.80.99', 'scope' => 'unit']);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains(
            'main',
            'Projector address does not match: Timetable server has 10.47.80.99, Departures projector has 10.47.80.11',
        );
        $this->client->submitForm('Change this end only');
        self::assertSame($before + 1, $broken());
        $this->post(self::JOB.'/devices/tide-receiver/values/codecs', ['value' => 'h265', 'scope' => 'unit']);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('main', 'Codec does not match: Tide encoder');
        $this->client->submitForm('Change both ends ↵');
        self::assertSame($before + 1, $broken(), 'both ends changed');
        self::assertSame('h265', $this->job()->devices['tide-cam']->settings['codec']);
    }

    public function testASecretIsNeverShownOrTakenIntoThePlan(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/devices/air-control/values/radius-secret', ['value' => 'ferry-bell-lamp', 'scope' => 'unit']);
        $page = $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'allowed is the name of a secret in the vault');
        self::assertStringNotContainsString('ferry-bell-lamp', (string) $this->client->getResponse()->getContent());
        self::assertStringContainsString('in the vault', $page->filter('#value-radius-secret')->text());
    }

    public function testABrokenPairIsMendedFromItsDrawingAndANewOneBringsItsValues(): void
    {
        $this->as('tomas');
        $page = $this->client->request('GET', self::JOB.'/pairings');
        self::assertSelectorTextContains('.next', 'Fax mode does not match: Customs fax has T.38, Phone system has G.711 pass-through');
        self::assertCount(3, $page->filter('.line.is-broken'));
        $this->client->submitForm('Clear “Type of source 3” of Hall zones, so that it follows its partner');
        self::assertArrayNotHasKey('source-3-type', $this->job()->devices['zones']->settings);
        $this->client->followRedirect();
        $page = $this->client->request('GET', self::JOB.'/pairings?sel=berth-1');
        $options = $page->filter('select[name=pair] option')->each(static fn (Crawler $o): string => $o->text());
        self::assertContains('shares its remote control with Berth 2 camera', $options);
        self::assertStringNotContainsString('Phone system', implode(' ', $options), 'no relation of a camera is with one');
        $this->client->submitForm('Add pairing', ['pair' => 'berth-1|shares-remote|berth-2']);
        self::assertCount(21, $this->job()->all(Relation::class));
        $this->post(self::JOB.'/pairings', ['pair' => 'berth-1|plays-into|berth-2', 'sel' => 'berth-1']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'allowed is one of');
        $this->post(self::JOB.'/pairings', ['pair' => 'berth-1', 'sel' => 'berth-1']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Choose a relation and its partner.');
        self::assertCount(21, $this->job()->all(Relation::class));
    }

    public function testPartnersThatAreMissingArePairedAtOnce(): void
    {
        $this->as('ines');
        foreach ($this->job()->all(Relation::class) as $pairing) {
            if (\in_array($pairing->coupling, ['feeds', 'run-by', 'processed-by'], true)) {
                $this->post(self::JOB.'/records/pairings/'.$pairing->id.'/remove');
            }
        }
        $left = \count($this->job()->all(Relation::class));
        $this->client->request('GET', self::JOB.'/pairings');
        self::assertSelectorTextContains('.next', '3 devices lack a partner');
        self::assertSelectorTextContains('table.missing', 'the only one of its type');
        $this->client->submitForm('Pair those ticked');
        $all = $this->job()->all(Relation::class);
        self::assertCount($left + 3, $all);
        self::assertContains(['feeds', 'tide-cam', 'tide-receiver'], array_map(
            static fn (Relation $r): array => [$r->coupling, $r->from, $r->to],
            array_values($all),
        ));
        $this->client->followRedirect();
        self::assertSelectorNotExists('table.missing');
        $this->post(self::JOB.'/pairings/missing');
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Tick the devices that are to be paired.');
        $this->as('vera');
        $this->post(self::JOB.'/pairings/missing');
        self::assertSame(403, $this->code());
    }

    public function testAnOfferThatIsGoneIsNotTaken(): void
    {
        $this->as('tomas');
        $mend = $this->client->request('GET', self::JOB.'/pairings')->selectButton('Apply change T')->form();
        $this->post(self::JOB.'/devices/pbx/values/fax-mode', ['value' => 't38', 'scope' => 'unit', 'alone' => '1']);
        $before = $this->version();
        $this->client->submit($mend);
        $this->client->followRedirect();
        self::assertSelectorExists('[role=alert]');
        self::assertSame($before, $this->version());
    }

    public function testAKindTellsHowOneOfItIsLedThroughAndOnesOwnIsPreviewed(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/kinds');
        self::assertCount(43, $page->filter('tbody tr'));
        $this->client->clickLink('PTZ camera, rotary switch');
        self::assertSelectorTextContains('.preview', 'Set the format rotary switch');
        self::assertSelectorTextContains('main', 'Format rotary switch');
        $page = $this->client->clickLink('Duplicate as your own L');
        $form = $page->selectButton('Save')->form(['name' => 'Quay camera']);
        $this->client->request('POST', (string) $page->filter('#check')->attr('hx-post'), $form->getPhpValues(), [], [
            'HTTP_ORIGIN' => 'http://localhost',
        ]);
        self::assertSelectorTextContains('.preview', 'Set the format rotary switch', 'before it is saved');
        $this->client->submit($form);
        $own = $this->job()->profiles->get('quay-camera');
        $shipped = $this->job()->profiles->get('ptz-camera-rotary');
        $same = static fn (DeviceProfile $p): array => array_diff_key(get_object_vars($p), ['id' => 1, 'name' => 1, 'plural' => 1]);
        self::assertEquals($same($shipped), $same($own), 'steps, sentences with commas, ties and all');
    }

    public function testTypingIsPractisedOnlyWhereThereAreKeys(): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/kinds/desk-phone-keypad/practice?text=10.47');
        self::assertSelectorTextContains('.practice', 'minimum 5 presses');
        self::assertCount(12, $page->filter('.pad:not(.more) button'));
        $this->client->request('GET', self::JOB.'/kinds/paging-horn/practice');
        self::assertSame(404, $this->code());
    }
}
