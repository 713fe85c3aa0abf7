<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Frame\FindingLines;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Provision\FileStates;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Runbook\General\ContactStep;
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
    ) {}

    public function runbook(JobContext $context, Device $device, ?Laptop $laptop = null): Runbook
    {
        return $this->runbookOf($context, $device, $laptop, $this->records->records($context->stored, $device->id));
    }

    /**
     * @param string $current the step that is open; the first one to be done where there is no such step
     * @param string $error why the last recording was refused
     * @param array<int, string> $read what was read then, by the place of what is asked
     */
    public function show(
        JobContext $context,
        Device $device,
        Laptop $laptop,
        string $current,
        string $error = '',
        array $read = [],
    ): UnitView {
        $records = $this->records->records($context->stored, $device->id);
        $runbook = $this->runbookOf($context, $device, $laptop, $records);
        $records = array_filter($records, static fn (BenchRecord $r): bool => $r->isDone());
        $step = $runbook->step($current) ?? $runbook->next() ?? self::firstOpen($runbook);
        $at = (int) array_search($step, $runbook->steps, true);
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');
        $recordUrl = $this->url('bench_record', $context, ['id' => $device->id]);
        $record = $records[$step->id] ?? null;
        $reopen = ['step' => $step->id, 'reopen' => 1, 'version' => $context->revision];
        $profile = $context->job->profileOf($device);
        $done = \count(array_filter($runbook->steps, static fn (RunbookStep $s): bool => $s->isDone));

        return new UnitView(
            name: $device->name,
            kind: $profile->name,
            serial: (string) $device->serial,
            mac: (string) ($device->interfaces[0] ?? null)?->mac,
            place: $context->job->locations[$device->location]->name ?? '',
            progress: \sprintf('%d of %d done · %s', $done, \count($runbook->steps), $device->stage->label()),
            stages: $this->list(context: $context, device: $device, runbook: $runbook, records: $records, at: $at),
            fold: \sprintf('Step %d of %d, show all', $at + 1, \count($runbook->steps)),
            step: $this->steps->view(context: $context, runbook: $runbook, step: $step, record: $record, read: $read, isEditor: $editor),
            recordUrl: $recordUrl,
            version: $context->revision,
            mayRecord: $editor && null === $record,
            reopen: $editor && null !== $record ? new Post('Undo step', $recordUrl, $reopen) : null,
            error: $error,
            laptop: $laptop->text,
            laptopUrl: $editor && [] !== $device->interfaces ? $this->url('bench_laptop', $context, ['id' => $device->id]) : null,
            next: $this->next($context, $device),
            isDone: $done === \count($runbook->steps),
            other: $this->other($context, $device, $step, '' === $error ? [] : $read),
            meanwhile: $this->meanwhile($context, $device, $runbook, $step),
            findings: $this->findings->all(
                $context,
                $this->reading->digest($context->stored)->findingsByDevice()[$device->id] ?? [],
                'devices',
            ),
            file: $this->files->ofOne($context, $device),
            reset: $profile->reset,
            about: $profile->about,
            kindUrl: $this->url('kind', $context, ['id' => $profile->id]),
            benchUrl: $this->url('bench', $context, []),
            valuesUrl: $this->url('devices', $context, ['sel' => $device->id]),
            paperUrl: $this->url('bench_paper', $context, ['device' => $device->id]),
            swapUrl: $this->url('scan', $context, ['unit' => $device->id]),
        );
    }

    /** @param array<string, BenchRecord> $records */
    private function runbookOf(JobContext $context, Device $device, ?Laptop $laptop, array $records): Runbook
    {
        $contact = $records[ContactStep::ID] ?? null;
        $added = true === $contact?->isDone() ? self::addresses($contact->getNote()) : null;
        $runbooks = new Runbooks(new Settings($context->job), $laptop->ports ?? []);

        return $runbooks->runbook($device, BenchRecords::progress($device, $records), $added);
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
    private function next(JobContext $context, Device $device): ?Link
    {
        $open = array_filter(
            $context->job->devices,
            static fn (Device $d): bool => $d->stage->isFactoryState() && $d->id !== $device->id,
        );
        $alike = array_filter($open, static fn (Device $d): bool => $d->profile === $device->profile);
        $next = [...array_values($alike), ...array_values($open)][0] ?? null;

        return null === $next ? null : new Link('Next: '.$next->name, $this->url('bench_device', $context, ['id' => $next->id]), 'n');
    }

    /**
     * The unit whose MAC was read instead.
     *
     * @param array<int, string> $read
     */
    private function other(JobContext $context, Device $device, RunbookStep $step, array $read): ?Link
    {
        foreach ($read as $text) {
            $owner = ReadBack::ownerOf($context->job, $text);
            if (null !== $owner && $owner->id !== $device->id) {
                return new Link('Open '.$owner->name, $this->url('bench_device', $context, ['id' => $owner->id, 'step' => $step->id]), 'o');
            }
        }

        return null;
    }

    /** What can be done while a step waits for something. */
    private function meanwhile(JobContext $context, Device $device, Runbook $runbook, RunbookStep $step): ?Link
    {
        $next = $runbook->next();
        if (null === $next || $next === $step || [] === $step->blockedBy) {
            return null;
        }

        $url = $this->url('bench_device', $context, ['id' => $device->id, 'step' => $next->id]);

        return new Link('Meanwhile: '.$next->title, $url, 'm');
    }

    /**
     * @param array<string, BenchRecord> $records those done
     *
     * @return list<array{
     *     stage: string,
     *     steps: list<array{title: string, url: string, here: bool, done: bool, waits: bool, time: string}>,
     * }>
     */
    private function list(JobContext $context, Device $device, Runbook $runbook, array $records, int $at): array
    {
        $stages = [];
        foreach ($runbook->steps as $index => $step) {
            $record = $records[$step->id] ?? null;
            $stages[$step->stage->value]['stage'] = $step->stage->label();
            $stages[$step->stage->value]['steps'][] = [
                'title' => $step->title,
                'url' => $this->url('bench_device', $context, ['id' => $device->id, 'step' => $step->id]),
                'here' => $index === $at,
                'done' => $step->isDone,
                'waits' => [] !== $step->blockedBy,
                'time' => null === $record ? '' : LocalTime::clock($record->getAt(), $context->stored->getTimezone()),
            ];
        }

        return array_values($stages);
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
