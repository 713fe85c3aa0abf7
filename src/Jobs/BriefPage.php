<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Frame\FindingLines;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\Journal;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Paper\PrintableList;
use Vorhut\Core\Paper\PrintableLists;

/** Shows the brief of a job. */
final readonly class BriefPage
{
    private const MAX_CHANGES = 40;
    private const SHORT = 160;

    public function __construct(
        private Journal $journal,
        private JobReading $reading,
        private DayPanel $day,
        private FindingLines $findings,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context): BriefView
    {
        $info = $context->job->info;
        $lead = $this->security->isGranted('ROLE_LEAD');

        return new BriefView(
            title: $info->name,
            summary: \sprintf('%s · times in %s', '' === $info->client ? 'no client' : $info->client, $info->timezone),
            notes: $info->notes,
            actions: [
                new Link('Questions', $this->url('ask', $context), 'a'),
                new Link('Dates', $this->url('dates', $context), 'l'),
                ...$lead ? $this->leads($context) : [],
                new Link('History', $this->url('history', $context), 'h'),
                new Link('Export job file', $this->url('job_export', $context), 'x'),
            ],
            findings: $this->findings->all($context, $this->reading->digest($context->stored)->findings, 'brief'),
            places: LocationTree::rows(
                $context->job,
                fn (array $at): ?string => $lead ? $this->url('record', $context, ['list' => 'locations'] + $at) : null,
            ),
            addPlace: $lead ? new Link(
                'Add location',
                $this->url('record', $context, ['list' => 'locations', 'id' => NewRecord::ID]),
                'n',
            ) : null,
            papers: $this->papers($context),
            journal: array_map(
                fn (Change $c): array => $this->entry($context, $c),
                $this->journal->latest($context->stored, self::MAX_CHANGES),
            ),
            lists: array_map(fn (RecordList $l): Link => $this->list($context, $l), array_values(Lists::all())),
            fieldRanges: implode(', ', array_map(strval(...), $context->stored->getFieldRanges())),
            fieldModeUrl: $lead ? $this->url('field_mode', $context) : null,
            archive: $lead ? $this->archive($context) : null,
            removeUrl: $lead ? $this->url('job_remove', $context) : null,
            day: $this->day->show($context),
        );
    }

    private function archive(JobContext $context): Post
    {
        $isArchived = $context->stored->isArchived();
        $text = $isArchived ? 'Restore from the archive' : 'Archive job';

        return new Post($text, $this->url('job_archive', $context), ['archived' => $isArchived ? '' : '1'], small: true);
    }

    /** @return list<Link> */
    private function papers(JobContext $context): array
    {
        return array_map(
            fn (PrintableList $p): Link => new Link($p->title(), $this->url('paper', $context, ['name' => $p->name()])),
            array_values(PrintableLists::all()),
        );
    }

    /** @return list<Link> to what only a lead changes */
    private function leads(JobContext $context): array
    {
        return [
            new Link('Job details', $this->url('facts', $context), 'f'),
            new Link('People', $this->url('job_people', $context), 'p'),
        ];
    }

    private function list(JobContext $context, RecordList $list): Link
    {
        $text = \sprintf('%s %d', ucfirst($list->many), \count($context->job->records[$list->name] ?? []));

        return new Link($text, $this->url('records', $context, ['list' => $list->name]));
    }

    /** @return array{title: string, undone: bool, detail: string, url: string, undo: Post|null} */
    private function entry(JobContext $context, Change $change): array
    {
        $undone = null !== $change->getUndoneBy();
        $who = $change->getUser()?->getDisplayName() ?? 'somebody';
        $when = LocalTime::short($change->getAt(), $context->stored->getTimezone());
        $records = 0 === $change->getRecords() ? '' : ' · '.Words::count($change->getRecords(), 'record');
        $may = $this->journal->mayUndo($change, $this->security->getUser());
        $url = $this->url('undo', $context, ['id' => $change->getId()]);

        return [
            'title' => mb_strimwidth($change->getTitle(), 0, self::SHORT, '…'),
            'undone' => $undone,
            'detail' => \sprintf('%s · %s%s', $who, $when, $records),
            'url' => $this->url('journal_entry', $context, ['id' => $change->getId()]),
            'undo' => $may ? new Post('undo', $url, spoken: ' '.$change->getTitle(), small: true) : null,
        ];
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
