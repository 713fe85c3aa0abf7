<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Web\FindingLines;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Job\RecordList;

/** Shows the brief of a job. */
final readonly class BriefPage
{
    private const MOST_CHANGES = 40;

    public function __construct(
        private EntityManagerInterface $em,
        private JobReading $reading,
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
            \sprintf('%s · times in %s', $info->client, $info->timezone),
            $info->notes,
            new Link('Job file', $this->url('job_export', $hand), 'x'),
            $this->findings->all($hand, $this->reading->digest($hand->stored)->findings, 'brief'),
            array_map(static fn (Location $l): array => [
                'name' => $l->name,
                'within' => $hand->job->locations[$l->within]->name ?? '',
                'dispatch' => (string) $l->dispatch,
            ], array_values($hand->job->locations)),
            array_map(fn (Change $c): array => $this->entry($hand, $c), $this->changes($hand)),
            array_map(fn (RecordList $l): Link => $this->list($hand, $l), array_values(Lists::all())),
            implode(', ', array_map(strval(...), $hand->stored->getFieldRanges())),
            $lead ? $this->url('field_mode', $hand) : null,
            $lead ? $this->url('job_remove', $hand) : null,
        );
    }

    private function list(JobInHand $hand, RecordList $list): Link
    {
        $text = \sprintf('%s %d', ucfirst($list->many), \count($hand->job->records[$list->name] ?? []));

        return new Link($text, $this->url('records', $hand, ['list' => $list->name]));
    }

    /** @return array{title: string, undone: bool, detail: string, undo: Post|null} */
    private function entry(JobInHand $hand, Change $change): array
    {
        $undone = null !== $change->getUndoneBy();
        $who = $change->getUser()?->getDisplayName() ?? 'somebody';
        $when = $change->getAt()->setTimezone($hand->stored->getTimezone())->format('d M H:i');
        $records = 0 === $change->getRecords() ? '' : ' · '.Words::count($change->getRecords(), 'record');
        $may = $change->getRecords() > 0 && !$undone && $this->security->isGranted('ROLE_TECHNICIAN');
        $url = $this->url('undo', $hand, ['id' => $change->getId()]);

        return [
            'title' => $change->getTitle(),
            'undone' => $undone,
            'detail' => \sprintf('%s · %s%s', $who, $when, $records),
            'undo' => $may ? new Post('undo', $url, spoken: ' '.$change->getTitle(), small: true) : null,
        ];
    }

    /** @return list<Change> the latest first */
    private function changes(JobInHand $hand): array
    {
        /** @var list<Change> $changes */
        $changes = $this->em->getRepository(Change::class)
            ->createQueryBuilder('c')
            ->leftJoin('c.user', 'u')
            ->addSelect('u')
            ->where('c.job = :job')
            ->setParameter('job', $hand->stored)
            ->orderBy('c.id', 'DESC')
            ->setMaxResults(self::MOST_CHANGES)
            ->getQuery()
            ->getResult();

        return $changes;
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobInHand $hand, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), ...$more]);
    }
}
