<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Vorhut\App\Plan\JobEditor;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Job\Trunk;

/** A form that was made before somebody else changed the same thing changes nothing, and says who was first. */
final class StaleFormTest extends AppTestCase
{
    private const RULE = 'on=router:core&field=rule&value=deny+tcp+port+80+from+10.47.90.0/24+to+any';

    /**
     * @return iterable<string, array{
     *     string,
     *     string,
     *     array<string, string>,
     *     class-string,
     *     string,
     * }> page, button, values, what the other changes
     */
    public static function forms(): iterable
    {
        yield 'device' => ['/devices?sel=berth-1', 'Save', ['serial' => 'A'], Device::class, 'berth-1'];
        yield 'removing a device' => ['/devices?sel=horn-spare', 'remove Horn, spare', [], Device::class, 'horn-spare'];
        yield 'segment' => ['/networks?edit=video', 'Save', ['vlan' => '99'], Segment::class, 'video'];
        yield 'removing a segment' => ['/networks?edit=uplink', 'Delete segment', [], Segment::class, 'uplink'];
        yield 'finding' => ['/networks', 'Apply change A', [], Device::class, 'horn-spare'];
        yield 'addresses' => ['/addresses', 'Assign selected addresses T', [], Device::class, 'berth-5'];
        yield 'bench' => ['/bench/berth-5?step=unpack', 'Record step ↵', ['read[0]' => '02-47-00-00-20-19'], Device::class, 'berth-5'];
        yield 'repair' => ['/proof', 'Apply to plan A', [], Trunk::class, 'carrier'];
        yield 'what if' => ['/proof/what-if?'.self::RULE, 'Apply to plan K', [], Router::class, 'core'];
        yield 'record' => ['/records/devices/berth-1', 'Save', ['serial' => 'A'], Device::class, 'berth-1'];
        yield 'removing a record' => ['/records/devices/horn-spare', 'Delete device', [], Device::class, 'horn-spare'];
    }

    /**
     * @param array<string, string> $values
     * @param class-string $type
     */
    #[DataProvider('forms')]
    public function testTheFormIsRefused(string $page, string $button, array $values, string $type, string $id): void
    {
        $this->as('ines');
        $form = $this->client->request('GET', self::JOB.$page)->selectButton($button)->form($values);
        self::assertSame((string) $this->version(), $form->getValues()['version'] ?? null);
        $before = $this->change($type, $id);
        $this->client->submit($form);
        self::assertMatchesRegularExpression('/(Tomas Wray|Ines Aldermoor) changed|the plan has changed/i', $this->alerts());
        self::assertSame($before, JobFile::write($this->job()));
    }

    public function testAListIsRefused(): void
    {
        $this->as('ines');
        $crawler = $this->post(self::JOB.'/list', ['text' => "name;serial\nBerth 1 camera;A"]);
        $form = $crawler->selectButton('Import 1 row T')->form();
        $before = $this->change(Device::class, 'berth-1');
        $this->client->submit($form);
        self::assertMatchesRegularExpression('/(Tomas Wray|Ines Aldermoor) changed|the plan has changed/i', $this->alerts());
        self::assertSame($before, JobFile::write($this->job()));
    }

    public function testAnotherRecordIsNoConflict(): void
    {
        $this->as('ines');
        $form = $this->client->request('GET', self::JOB.'/devices?sel=berth-1')->selectButton('Save')->form(['serial' => 'A']);
        $this->change(Device::class, 'berth-2');
        $this->client->submit($form);
        self::assertSame('A', $this->job()->devices['berth-1']->serial);
        self::assertSame('Changed', $this->job()->devices['berth-2']->name);
    }

    public function testAFormThatDoesNotSayItsVersionIsRefused(): void
    {
        $this->as('ines');
        $values = ['_token' => 'csrf-token', 'name' => 'x', 'serial' => 'A'];
        $this->client->request('POST', self::JOB.'/devices/berth-1', $values, [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertSame(400, $this->code());
        self::assertSame(1, $this->version());
    }

    private function alerts(): string
    {
        if ($this->client->getResponse()->isRedirection()) {
            $this->client->followRedirect();
        }

        return implode(' ', $this->client->getCrawler()->filter('[role=alert]')->each(static fn ($alert): string => $alert->text()));
    }

    /**
     * What a colleague does meanwhile.
     *
     * @param class-string $type
     *
     * @return string the job file afterwards
     */
    private function change(string $type, string $id): string
    {
        $editor = self::getContainer()->get(JobEditor::class);
        \assert($editor instanceof JobEditor);
        $edit = $this->job()->edit($type, $id, ['name' => 'Changed']);
        $by = $this->person(Device::class === $type ? 'tomas' : 'ines');
        $editor->apply($this->stored(), new ChangeSet('Renamed', [$edit]), $by, $this->version());

        return JobFile::write($this->job());
    }
}
