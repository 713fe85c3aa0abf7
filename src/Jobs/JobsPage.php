<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobFigures;
use Vorhut\App\Plan\JobRoles;
use Vorhut\App\Runs\RunViews;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\Words;

/** Shows the jobs, and imports that are on their way or have just ended. */
final readonly class JobsPage
{
    private const MAX = 100;
    private const RUNS = 3;
    private const RUN_SHOWN_FOR = '-10 minutes';

    public function __construct(
        private EntityManagerInterface $em,
        private RunViews $runs,
        private ClockInterface $clock,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(User $user): JobsView
    {
        $sql = 'SELECT j.id FROM job j WHERE j.ready = 1 AND '.JobRoles::SEEN.' ORDER BY j.name LIMIT '.self::MAX;
        $seen = $this->em->getConnection()->fetchFirstColumn($sql, JobRoles::seenBy($user));
        $stored = $this->em->getRepository(StoredJob::class)->findBy(['id' => $seen], ['name' => 'ASC']);
        $since = $this->clock->now()->modify(self::RUN_SHOWN_FOR);
        $runs = [];
        foreach ($this->em->getRepository(ImportRun::class)->findBy(['user' => $user], ['id' => 'DESC'], self::RUNS) as $run) {
            if (!$run->isDeviceList() && (!$run->isOver() || $run->getCreatedAt() > $since)) {
                $runs[] = $this->runs->view($run);
            }
        }

        $people = new Link('People', $this->urls->generate('people'), 'p');

        return new JobsView(array_map($this->job(...), $stored), $runs, Role::Lead === $user->getRole() ? [$people] : []);
    }

    /**
     * @return array{
     *     name: string,
     *     client: string,
     *     url: string,
     *     devices: string,
     *     segments: string,
     *     setUp: string,
     *     addresses: string,
     *     state: string,
     *     tone: string,
     *     findings: string,
     * }
     */
    private function job(StoredJob $stored): array
    {
        $figures = JobFigures::kept($stored->getFigures());
        [$state, $tone] = $figures?->state() ?? ['not evaluated yet', 'unknown'];
        $isOld = null !== $figures && $figures->revision < $stored->getRevision();

        return [
            'name' => $stored->getName(),
            'client' => $stored->getClient(),
            'url' => $this->urls->generate(($figures->failing ?? 0) > 0 ? 'proof' : 'brief', ['slug' => $stored->getSlug()]),
            'devices' => null === $figures ? '' : Words::count($figures->devices, 'device'),
            'segments' => null === $figures ? '' : Words::count($figures->segments, 'segment'),
            'setUp' => null === $figures ? '' : \sprintf('%d configured', $figures->setUp),
            'addresses' => match (true) {
                null === $figures => '',
                $figures->withoutAddress > 0 => \sprintf('%d without address', $figures->withoutAddress),
                default => 'all addressed',
            },
            'state' => $state,
            'tone' => $tone,
            'findings' => null === $figures ? '' : Words::count($figures->findings, 'finding').($isOld ? ', changed since' : ''),
        ];
    }
}
