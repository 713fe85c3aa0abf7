<?php

declare(strict_types=1);

namespace Vorhut\App\Runs;

use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\DocumentsRun;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Entity\Run;
use Vorhut\App\Entity\RunStatus;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Entity\VisitRun;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\Words;

/** Says in words how far a run is. */
final readonly class RunViews
{
    /** Seconds. */
    private const PATIENCE = 30;

    public function __construct(private UrlGeneratorInterface $urls, private Security $security, private ClockInterface $clock) {}

    public function view(Run $run): RunView
    {
        [$label, $going] = match (true) {
            $run instanceof TestRun => ['Live test', \sprintf('%d of %d pairs tested', $run->getDone(), $run->getTotal())],
            $run instanceof SweepRun => ['Sweep', \sprintf('%d of %d', $run->getDone(), \count($run->getAddresses()))],
            $run instanceof DocumentsRun => ['Documents', \sprintf('%d of %d made', $run->getDone(), \count($run->getNames()))],
            $run instanceof VisitRun => ['Visit', \sprintf('%d of %d tested', $run->getDone(), $run->getTotal())],
            default => ['Import', self::percent($run).' %'],
        };
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');
        if (!$run->isOver()) {
            $text = RunStatus::Waiting === $run->getStatus() ? $this->waiting($run) : $going;
            $stop = $editor ? $this->url('stop', $run) : null;

            return new RunView(
                text: \sprintf('%s: %s', $label, $text),
                label: $label,
                failed: false,
                percent: self::percent($run),
                look: $this->url('', $run),
                stop: $stop,
            );
        }
        $failed = RunStatus::Failed === $run->getStatus();
        $mayRepeat = $editor && ($failed || RunStatus::Cancelled === $run->getStatus());

        return new RunView(
            text: $failed ? \sprintf('%s failed.', $label) : $this->outcome($run),
            label: $label,
            failed: $failed,
            percent: null,
            look: null,
            warning: $run instanceof TestRun && $run->getDiffering() > 0 ? \sprintf('%d unlike the prediction', $run->getDiffering()) : '',
            detail: $failed ? $run->getMessage() : '',
            open: $this->open($run),
            again: $mayRepeat ? $this->url('again', $run) : null,
        );
    }

    /** A worker takes up what waits within a second or so; what waits long shows that none runs. */
    private function waiting(Run $run): string
    {
        $since = $this->clock->now()->getTimestamp() - $run->getCreatedAt()->getTimestamp();

        return $since < self::PATIENCE
            ? 'waiting for the worker'
            : 'still waiting for the worker. If it does not start soon, none runs: the administrator starts one with bin/start';
    }

    private function outcome(Run $run): string
    {
        $stopped = RunStatus::Cancelled === $run->getStatus();
        if ($run instanceof TestRun) {
            $time = LocalTime::clock($run->getCreatedAt(), $run->getJob()->getTimezone());
            $what = '' !== $run->getMessage() ? $run->getMessage() : \sprintf(
                '%s tested %s, %d holding%s',
                Words::count($run->getDone(), 'pair'),
                $run->isOnSite() ? 'on site' : 'in the lab',
                $run->getHolding(),
                0 === $run->getDiffering() ? ', all as predicted' : ', ',
            );

            return \sprintf('Live test %s%s: %s', $time, $stopped ? ', stopped' : '', $what);
        }
        if ($run instanceof SweepRun) {
            $time = LocalTime::short($run->getCreatedAt(), $run->getJob()->getTimezone());
            $where = $stopped ? \sprintf(', stopped after %d', $run->getDone()) : '';

            $what = Words::count(\count($run->getAddresses()), 'address', 'addresses');
            $by = $run->isOnSite() ? 'on site' : 'in the lab';

            return \sprintf('%s%s, %d replied %s · %s', $what, $where, \count($run->getAnswers()), $by, $time);
        }
        if ($run instanceof VisitRun) {
            return $stopped
                ? 'The visit was stopped. Test results until then are stored.'
                : 'Tested on '.LocalTime::short($run->getCreatedAt(), $run->getJob()->getTimezone());
        }
        if ($run instanceof DocumentsRun) {
            $time = LocalTime::short($run->getCreatedAt(), $run->getJob()->getTimezone());

            return $stopped
                ? 'The export was stopped. Nothing was stored.'
                : \sprintf('%s in one archive, %s', Words::count($run->getFiles(), 'file'), $time);
        }

        return $stopped ? 'The import was stopped. Nothing was changed.' : $run->getMessage();
    }

    /** @return array{text: string, url: string}|null */
    private function open(Run $run): ?array
    {
        $job = $run->findJob();
        if ($run instanceof DocumentsRun && null !== $job && RunStatus::Done === $run->getStatus()) {
            $of = ['slug' => $job->getSlug(), 'id' => $run->getId()];

            return ['text' => 'Download', 'url' => $this->urls->generate('made_documents', $of)];
        }
        if ($run instanceof VisitRun && null !== $job && null !== $run->getVisit()) {
            $of = ['slug' => $job->getSlug(), 'id' => $run->getVisit()];

            return ['text' => 'Results', 'url' => $this->urls->generate('visit', $of)];
        }
        if (!$run instanceof ImportRun || null === $job || RunStatus::Done !== $run->getStatus()) {
            return null;
        }
        $route = $run->isDeviceList() ? 'devices' : 'brief';

        return ['text' => 'Open', 'url' => $this->urls->generate($route, ['slug' => $job->getSlug()])];
    }

    private function url(string $do, Run $run): string
    {
        $job = $run->findJob();
        $route = ('' === $do ? 'run' : 'run_do').(null === $job || !$job->isReady() ? '_of_nobody' : '');
        $parameters = ['slug' => $job?->getSlug(), 'id' => $run->getId(), 'do' => $do];

        return $this->urls->generate($route, array_filter($parameters, static fn (int|string|null $v): bool => null !== $v && '' !== $v));
    }

    private static function percent(Run $run): int
    {
        return 0 === $run->getTotal() ? 0 : min(100, intdiv(100 * $run->getDone(), $run->getTotal()));
    }
}
