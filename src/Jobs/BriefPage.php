<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Web\FindingLines;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Paper\Paper;
use Vorhut\Core\Paper\Papers;

/** Shows the brief of a job. */
final readonly class BriefPage
{
    private const MOST_CHANGES = 40;
    private const SHORT = 160;

    public function __construct(
        private Journal $journal,
        private JobReading $reading,
        private DayPage $day,
        private FindingLines $findings,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {
    }

    public function show(JobInHand $hand): BriefView
    {
        $info = $hand->job->info;
        $lead = $this->security->isGranted('ROLE_LEAD');

        return new BriefView(
            $info->name,
            \sprintf('%s · times in %s', '' === $info->client ? 'client not named yet' : $info->client, $info->timezone),
            $info->notes,
            [
                new Link('Ask sheet', $this->url('ask', $hand), 'a'),
                new Link('Dates', $this->url('dates', $hand), 'l'),
                ...$lead ? $this->leads($hand) : [],
                new Link('History', $this->url('history', $hand), 'h'),
                new Link('Job file', $this->url('job_export', $hand), 'x'),
            ],
            $this->findings->all($hand, $this->reading->digest($hand->stored)->findings, 'brief'),
            PlaceTree::of($hand->job, fn (array $at): ?string => $lead ? $this->url('record', $hand, ['list' => 'locations'] + $at) : null),
            $lead ? new Link('Add a place', $this->url('record', $hand, ['list' => 'locations', 'id' => RecordsPage::NEW]), 'n') : null,
            $this->papers($hand),
            array_map(fn (Change $c): array => $this->entry($hand, $c), $this->journal->latest($hand->stored, self::MOST_CHANGES)),
            array_map(fn (RecordList $l): Link => $this->list($hand, $l), array_values(Lists::all())),
            implode(', ', array_map(strval(...), $hand->stored->getFieldRanges())),
            $lead ? $this->url('field_mode', $hand) : null,
            $lead ? $this->url('job_remove', $hand) : null,
            $this->day->show($hand),
        );
    }

    /** @return list<Link> */
    private function papers(JobInHand $hand): array
    {
        return array_map(
            fn (Paper $p): Link => new Link($p->title(), $this->url('paper', $hand, ['name' => $p->name()])),
            array_values(Papers::all()),
        );
    }

    /** @return list<Link> to what only a lead changes */
    private function leads(JobInHand $hand): array
    {
        return [
            new Link('Facts', $this->url('facts', $hand), 'f'),
            new Link('People', $this->url('job_people', $hand), 'p'),
        ];
    }

    private function list(JobInHand $hand, RecordList $list): Link
    {
        $text = \sprintf('%s %d', ucfirst($list->many), \count($hand->job->records[$list->name] ?? []));

        return new Link($text, $this->url('records', $hand, ['list' => $list->name]));
    }

    /** @return array{title: string, undone: bool, detail: string, url: string, undo: Post|null} */
    private function entry(JobInHand $hand, Change $change): array
    {
        $undone = null !== $change->getUndoneBy();
        $who = $change->getUser()?->getDisplayName() ?? 'somebody';
        $when = LocalTime::short($change->getAt(), $hand->stored->getTimezone());
        $records = 0 === $change->getRecords() ? '' : ' · '.Words::count($change->getRecords(), 'record');
        $may = $this->journal->mayUndo($change, $this->security->getUser());
        $url = $this->url('undo', $hand, ['id' => $change->getId()]);

        return [
            'title' => mb_strimwidth($change->getTitle(), 0, self::SHORT, '…'),
            'undone' => $undone,
            'detail' => \sprintf('%s · %s%s', $who, $when, $records),
            'url' => $this->url('journal_entry', $hand, ['id' => $change->getId()]),
            'undo' => $may ? new Post('undo', $url, spoken: ' '.$change->getTitle(), small: true) : null,
        ];
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobInHand $hand, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), ...$more]);
    }
}
