<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;
use Symfony\Component\Security\Core\Authentication\Token\UsernamePasswordToken;
use Twig\Environment;
use Vorhut\App\Bench\SchedulePage;
use Vorhut\App\Frame\JobFrames;
use Vorhut\App\Networks\NetworksPage;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Proof\PairPanel;
use Vorhut\Core\Isolation;

/** A drawing that fails is said, and the rest of its page stands. */
final class UndrawnTest extends AppTestCase
{
    public function testNetworksWithoutTheirMap(): void
    {
        $context = $this->context();
        $view = $this->service(NetworksPage::class)->show($context, '');
        $frame = $this->service(JobFrames::class)->frame($context, 'networks');
        self::assertNotNull($view->map);
        $drawn = $this->render('networks/index.html.twig', ['view' => $view, 'frame' => $frame]);
        self::assertStringNotContainsString('cannot be drawn', $drawn->text());
        $page = $this->render('networks/index.html.twig', ['view' => self::without($view, 'map'), 'frame' => $frame]);
        self::assertStringContainsString('The map cannot be drawn. The cause is in the log.', $page->text());
        self::assertCount($drawn->filter('section.net')->count(), $page->filter('section.net'));
    }

    public function testASchedule(): void
    {
        $context = $this->context();
        $view = $this->service(SchedulePage::class)->show($context, null, '');
        $frame = $this->service(JobFrames::class)->frame($context, 'bench');
        self::assertNotNull($view->drawing);
        $page = $this->render('bench/schedule.html.twig', ['view' => self::without($view, 'drawing'), 'frame' => $frame]);
        self::assertStringContainsString('The schedule cannot be drawn.', $page->text());
        self::assertNotEmpty($view->chain);
        self::assertStringContainsString($view->people[0]['name'] ?? 'nobody', $page->text());
    }

    public function testAPairWithoutItsTrace(): void
    {
        $context = $this->context();
        $intent = array_values($context->job->intents)[0];
        $view = $this->service(PairPanel::class)->show(context: $context, intent: $intent, wanted: '', cell: null, count: 0);
        self::assertNotNull($view?->drawing);
        $page = $this->render('proof/_pair.html.twig', ['pair' => self::without($view, 'drawing'), 'edit' => null]);
        self::assertStringContainsString('cannot be drawn.', $page->text());
        self::assertStringContainsString($view->title, $page->text());
    }

    public function testWhoRunsItIsToldAndTheRestGoesOn(): void
    {
        $told = [];
        Isolation::reportTo(static function (string $part, \Throwable $e) use (&$told): void {
            $told[] = $part.': '.$e->getMessage();
        });
        try {
            $map = Isolation::run('The map', static fn (): string => throw new \DomainException('no room'));
        } finally {
            Isolation::reportTo(null);
        }
        self::assertSame([null, ['The map: no room']], [$map, $told]);
    }

    /** @param array<string, mixed> $values */
    private function render(string $template, array $values): Crawler
    {
        return new Crawler($this->get(Environment::class)->render($template, $values));
    }

    /**
     * @template T of object
     *
     * @param T $view
     *
     * @return T the same view, one of its parts null
     */
    private static function without(object $view, string $part): object
    {
        return new ($view::class)(...[...get_object_vars($view), $part => null]);
    }

    private function context(): JobContext
    {
        return $this->get(JobReading::class)->context($this->stored());
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    private function service(string $class): object
    {
        $lead = $this->person('ines');
        $this->get(TokenStorageInterface::class)->setToken(new UsernamePasswordToken($lead, 'main', $lead->getRoles()));

        return $this->get($class);
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    private function get(string $class): object
    {
        $service = self::getContainer()->get($class);
        \assert($service instanceof $class);

        return $service;
    }
}
