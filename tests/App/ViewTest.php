<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;
use Symfony\Component\Security\Core\Authentication\Token\UsernamePasswordToken;
use Vorhut\App\Bench\BenchPage;
use Vorhut\App\Devices\DeviceQuery;
use Vorhut\App\Devices\DeviceRow;
use Vorhut\App\Devices\DevicesPage;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Frame\FindingLines;
use Vorhut\App\Jobs\JobsPage;
use Vorhut\App\Jobs\JobsQuery;
use Vorhut\App\Networks\NetView;
use Vorhut\App\Networks\NetworksPage;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Proof\ProofPage;
use Vorhut\App\Proof\ProofSelection;
use Vorhut\App\Proof\VerdictView;
use Vorhut\App\Runs\RunViews;
use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\Link;
use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Intent\PairVerdict;

/** What pages show, without any page: the view objects that templates are given. */
final class ViewTest extends AppTestCase
{
    public function testNetworksOfferChangesToLeadsOnly(): void
    {
        $names = fn (string $who): array => array_map(
            static fn (Link $action): string => $action->text,
            $this->service(NetworksPage::class, $who)->show($this->context(), '')->actions,
        );
        self::assertSame(['Sweep', 'Cables', 'Add segment', 'Add router'], $names('ines'));
        self::assertSame(['Sweep', 'Cables'], $names('tomas'));
    }

    public function testTheMapTellsWhatGetsWhereFromAChosenLane(): void
    {
        $page = $this->service(NetworksPage::class, 'vera');
        $map = $page->show($this->context(), '')->map;
        self::assertNotNull($map);
        self::assertSame([null], array_values(array_unique(array_column($map->lanes, 'reached'))), 'until one is chosen');
        self::assertContains('core', array_column($map->posts, 'id'));
        $map = $page->show($this->context(), '', from: 'guests')->map;
        self::assertNotNull($map);
        $lanes = array_column($map->lanes, null, 'id');
        self::assertTrue($lanes['guests']['chosen']);
        self::assertNotSame('', $lanes['voice-n']['said']);
        self::assertSame($lanes['voice-n']['reached'], '' === $lanes['voice-n']['told'], 'why not is told, and only then');
    }

    public function testEveryNetIsDrawnAndTheOneAtHandHasItsForm(): void
    {
        $view = $this->service(NetworksPage::class, 'ines')->show($this->context(), 'video');
        $shown = array_unique(array_map(static fn (NetView $n): string => $n->id, $view->nets));
        self::assertSame(array_keys($this->context()->job->segments), array_values($shown));
        foreach ($view->nets as $net) {
            self::assertSame('video' === $net->id, null !== $net->form);
        }
    }

    public function testAJobsLineSaysHowItStands(): void
    {
        $all = JobsQuery::fromRequest(new Request());
        $lines = array_column($this->service(JobsPage::class, 'vera')->show($all, $this->person('vera'))->jobs, null, 'name');
        $demo = $lines['Kestrel Sound Ferries'];
        self::assertSame(['10 of 25 intents fail', 'broken', '48 findings'], [$demo['state'], $demo['tone'], $demo['findings']]);
        $slip = $lines['Skerry Slip'];
        self::assertSame(['all 3 intents hold', 'through', '0 findings'], [$slip['state'], $slip['tone'], $slip['findings']]);
        self::assertSame('all addressed', $slip['addresses']);
    }

    public function testTheDevicesOfAFilterAndNoOthers(): void
    {
        $query = DeviceQuery::fromRequest(new Request(['q' => 'berth', 'only' => 'unaddressed']));
        $view = $this->service(DevicesPage::class, 'vera')->show($this->context(), $query);
        self::assertSame(['Berth 4 camera', 'Berth 5 camera'], array_map(static fn (DeviceRow $row): string => $row->name, $view->rows));
        self::assertSame([false, []], [$view->mayEdit, $view->newFields], 'a viewer changes nothing');
    }

    public function testTheBenchPutsWhatIsNotSetUpFirst(): void
    {
        $view = $this->service(BenchPage::class, 'tomas')->show($this->context());
        $units = array_merge(...array_values($view->units));
        self::assertCount(81, $units);
        self::assertSame('Customs phone', $units[0]['name']);
    }

    /** Each span has its own drawing; what fails is never drawn as what holds. */
    public function testSpansDifferByShapeNotOnlyByColour(): void
    {
        $drawn = [];
        foreach (PairVerdict::cases() as $span) {
            $view = VerdictView::fromVerdict($span);
            $drawn[] = implode(' ', $view->paths).$view->dashes;
            self::assertSame($span->fails(), $view->fails, $span->value);
            self::assertFalse($span->fails() && 'through' === $view->tone, $span->value);
        }
        self::assertSame($drawn, array_unique($drawn));
    }

    public function testARunThatFailedSaysWhyAndCanBeRepeatedByWhoMay(): void
    {
        $run = TestRun::wanted($this->stored(), $this->person('tomas'), new \DateTimeImmutable());
        $this->em()->persist($run);
        $run->begin();
        $this->em()->flush();
        self::assertNotNull($this->service(RunViews::class, 'tomas')->view($run)->stop);
        self::assertNull($this->service(RunViews::class, 'vera')->view($run)->stop);
        $run->fail('The cable is out.');
        $view = $this->service(RunViews::class, 'tomas')->view($run);
        self::assertSame(['Live test failed.', true, 'The cable is out.'], [$view->text, $view->failed, $view->detail]);
        self::assertNotNull($view->again);
        self::assertNull($view->look, 'it is over');
        self::assertNull($this->service(RunViews::class, 'vera')->view($run)->again);
    }

    public function testTheProofOpensTheFirstIntentThatFails(): void
    {
        $view = $this->service(ProofPage::class, 'tomas')->show($this->context(), ProofSelection::fromRequest(new Request()));
        self::assertSame('Set gateway 10.47.60.1 on Receiver 3 and Receiver 4', $view->next->next?->title);
        self::assertStringContainsString('Receiver 3 cannot reply', (string) $view->pair?->drawing?->sentence);
        $view = $this->service(ProofPage::class, 'vera')->show($this->context(), ProofSelection::fromRequest(new Request()));
        self::assertSame([null, []], [$view->next->next, $view->actions], 'a viewer changes nothing');
    }

    private function context(): JobContext
    {
        $reading = self::getContainer()->get(JobReading::class);
        \assert($reading instanceof JobReading);

        return $reading->context($this->stored());
    }

    /** The same advice with another title is something else. */
    public function testFindingsStandTogetherOnlyWhereTheySayTheSame(): void
    {
        $about = new About('odd', 'odd');
        $wrong = Severity::Error;
        $finding = static fn (string $title, string $id): Finding => new Finding(
            about: $about,
            severity: $wrong,
            title: $title,
            why: 'Why.',
            devices: [$id],
            advice: 'Mend it.',
        );
        $lines = $this->service(FindingLines::class, 'vera')->all($this->context(), [
            $finding('Berth 1 camera is odd', 'berth-1'),
            $finding('Berth 2 camera is odd', 'berth-2'),
            $finding('Berth 3 camera is even', 'berth-3'),
        ], 'brief');
        self::assertSame([
            ['Berth 1 camera is odd', 'Also (1): Berth 2 camera'],
            ['Berth 3 camera is even', ''],
        ], array_map(static fn (FindingLine $l): array => [$l->title, $l->alike], $lines));
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T as it answers somebody
     */
    private function service(string $class, string $who): object
    {
        $person = $this->person($who);
        $tokens = self::getContainer()->get(TokenStorageInterface::class);
        \assert($tokens instanceof TokenStorageInterface);
        $tokens->setToken(new UsernamePasswordToken($person, 'main', $person->getRoles()));
        $service = self::getContainer()->get($class);
        \assert($service instanceof $class);

        return $service;
    }
}
