<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Provision\FileStates;
use Vorhut\App\Web\FindingLines;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Runbook\General\Contact;
use Vorhut\Core\Runbook\ReadBack;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Setting\Settings;

/** Shows one unit at the bench. */
final readonly class UnitPage
{
    public function __construct(
        private JobReading $reading,
        private BenchRecords $records,
        private FindingLines $findings,
        private StepViews $steps,
        private FileStates $files,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {
    }

    public function runbook(JobInHand $hand, Device $device, ?Laptop $laptop = null): Runbook
    {
        return $this->runbookOf($hand, $device, $laptop, $this->records->of($hand->stored, $device->id));
    }

    /**
     * @param string $current the step that is open; the first one to be done where there is no such step
     * @param string $error why the last recording was refused
     * @param array<int, string> $read what was read then, by the place of what is asked
     */
    public function show(JobInHand $hand, Device $device, Laptop $laptop, string $current, string $error = '', array $read = []): UnitView
    {
        $records = $this->records->of($hand->stored, $device->id);
        $runbook = $this->runbookOf($hand, $device, $laptop, $records);
        $records = array_filter($records, static fn (BenchRecord $r): bool => $r->isDone());
        $step = $runbook->step($current) ?? $runbook->next() ?? self::firstOpen($runbook);
        $at = (int) array_search($step, $runbook->steps, true);
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');
        $recordUrl = $this->url('bench_record', $hand, ['id' => $device->id]);
        $record = $records[$step->id] ?? null;
        $reopen = ['step' => $step->id, 'reopen' => 1, 'version' => $hand->revision];
        $profile = $hand->job->profileOf($device);
        $done = \count(array_filter($runbook->steps, static fn (RunbookStep $s): bool => $s->isDone));

        return new UnitView(
            $device->name,
            $profile->name,
            (string) $device->serial,
            (string) ($device->interfaces[0] ?? null)?->mac,
            $hand->job->locations[$device->location]->name ?? '',
            \sprintf('%d of %d done · %s', $done, \count($runbook->steps), $device->stage->label()),
            $this->list($hand, $device, $runbook, $records, $at),
            \sprintf('Step %d of %d, show all', $at + 1, \count($runbook->steps)),
            $this->steps->of($hand, $runbook, $step, $record, $read, $editor),
            $recordUrl,
            $hand->revision,
            $editor && null === $record,
            $editor && null !== $record ? new Post('Take it back', $recordUrl, $reopen) : null,
            $error,
            $laptop->text,
            $editor && [] !== $device->interfaces ? $this->url('bench_laptop', $hand, ['id' => $device->id]) : null,
            $this->next($hand, $device),
            $done === \count($runbook->steps),
            $this->other($hand, $device, $step, '' === $error ? [] : $read),
            $this->meanwhile($hand, $device, $runbook, $step),
            $this->findings->all($hand, $this->reading->digest($hand->stored)->findingsByDevice()[$device->id] ?? [], 'devices'),
            $this->files->ofOne($hand, $device),
            $profile->reset,
            $profile->about,
            $this->url('kind', $hand, ['id' => $profile->id]),
            $this->url('bench', $hand, []),
            $this->url('devices', $hand, ['sel' => $device->id]),
            $this->url('bench_paper', $hand, ['device' => $device->id]),
            $this->url('scan', $hand, ['unit' => $device->id]),
        );
    }

    /** @param array<string, BenchRecord> $records */
    private function runbookOf(JobInHand $hand, Device $device, ?Laptop $laptop, array $records): Runbook
    {
        $contact = $records[Contact::ID] ?? null;
        $added = true === $contact?->isDone() ? self::addresses($contact->getNote()) : null;
        $runbooks = new Runbooks(new Settings($hand->job), $laptop->ports ?? []);

        return $runbooks->of($device, BenchRecords::progress($device, $records), $added);
    }

    private static function firstOpen(Runbook $runbook): RunbookStep
    {
        foreach ($runbook->steps as $step) {
            if (!$step->isDone) {
                return $step;
            }
        }

        return $runbook->steps[\count($runbook->steps) - 1] ?? throw new \LogicException('A runbook without steps.');
    }

    /** @return list<string> */
    private static function addresses(string $note): array
    {
        return array_values(array_filter(explode(' ', $note), static fn (string $word): bool => str_contains($word, '/')));
    }

    /** The next unit in its factory state: of the same kind first, then in the order of the plan. */
    private function next(JobInHand $hand, Device $device): ?Link
    {
        $open = array_filter(
            $hand->job->devices,
            static fn (Device $d): bool => $d->stage->isFactoryState() && $d->id !== $device->id,
        );
        $alike = array_filter($open, static fn (Device $d): bool => $d->profile === $device->profile);
        $next = [...array_values($alike), ...array_values($open)][0] ?? null;

        return null === $next ? null : new Link('Next: '.$next->name, $this->url('bench_device', $hand, ['id' => $next->id]), 'n');
    }

    /**
     * The unit whose MAC was read instead.
     *
     * @param array<int, string> $read
     */
    private function other(JobInHand $hand, Device $device, RunbookStep $step, array $read): ?Link
    {
        foreach ($read as $text) {
            $owner = ReadBack::ownerOf($hand->job, $text);
            if (null !== $owner && $owner->id !== $device->id) {
                return new Link('Open '.$owner->name, $this->url('bench_device', $hand, ['id' => $owner->id, 'step' => $step->id]), 'o');
            }
        }

        return null;
    }

    /** What can be done while a step waits for something. */
    private function meanwhile(JobInHand $hand, Device $device, Runbook $runbook, RunbookStep $step): ?Link
    {
        $next = $runbook->next();
        if (null === $next || $next === $step || [] === $step->blockedBy) {
            return null;
        }

        $url = $this->url('bench_device', $hand, ['id' => $device->id, 'step' => $next->id]);

        return new Link('Meanwhile: '.lcfirst($next->title), $url, 'm');
    }

    /**
     * @param array<string, BenchRecord> $records those done
     *
     * @return list<array{
     *     stage: string,
     *     steps: list<array{title: string, url: string, here: bool, done: bool, waits: bool, time: string}>,
     * }>
     */
    private function list(JobInHand $hand, Device $device, Runbook $runbook, array $records, int $at): array
    {
        $stages = [];
        foreach ($runbook->steps as $index => $step) {
            $record = $records[$step->id] ?? null;
            $stages[$step->stage->value]['stage'] = $step->stage->label();
            $stages[$step->stage->value]['steps'][] = [
                'title' => $step->title,
                'url' => $this->url('bench_device', $hand, ['id' => $device->id, 'step' => $step->id]),
                'here' => $index === $at,
                'done' => $step->isDone,
                'waits' => [] !== $step->blockedBy,
                'time' => null === $record ? '' : LocalTime::clock($record->getAt(), $hand->stored->getTimezone()),
            ];
        }

        return array_values($stages);
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobInHand $hand, array $more): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), ...$more]);
    }
}
