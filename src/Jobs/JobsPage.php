<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Runs\RunViews;
use Vorhut\App\Web\Words;

/** Shows the jobs, and imports that are on their way or have just ended. */
final readonly class JobsPage
{
    private const MOST = 100;
    private const RUNS = 3;
    private const RUN_SHOWN_FOR = '-10 minutes';

    public function __construct(
        private EntityManagerInterface $em,
        private JobReading $reading,
        private RunViews $runs,
        private ClockInterface $clock,
        private UrlGeneratorInterface $urls,
    ) {
    }

    public function show(User $user): JobsView
    {
        $stored = $this->em->getRepository(StoredJob::class)->findBy(['ready' => true], ['name' => 'ASC'], self::MOST);
        $since = $this->clock->now()->modify(self::RUN_SHOWN_FOR);
        $runs = [];
        foreach ($this->em->getRepository(ImportRun::class)->findBy(['user' => $user], ['id' => 'DESC'], self::RUNS) as $run) {
            if (!$run->isDeviceList() && (!$run->isOver() || $run->getCreatedAt() > $since)) {
                $runs[] = $this->runs->of($run);
            }
        }

        return new JobsView(array_map($this->job(...), $stored), $runs);
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
        $digest = $this->reading->digest($stored);
        $failing = $digest->failingIntents();
        $intents = \count($digest->intents);
        [$state, $tone] = match (true) {
            0 === $intents => ['no intents yet', 'unknown'],
            $failing > 0 => [\sprintf('%d of %d fail', $failing, $intents), 'broken'],
            default => [\sprintf('all %d hold', $intents), 'through'],
        };

        return [
            'name' => $stored->getName(),
            'client' => $stored->getClient(),
            'url' => $this->urls->generate($failing > 0 ? 'proof' : 'brief', ['slug' => $stored->getSlug()]),
            'devices' => Words::count($digest->devices, 'device'),
            'segments' => Words::count($digest->segments, 'segment'),
            'setUp' => \sprintf('%d set up', $digest->setUp),
            'addresses' => $digest->withoutAddress > 0 ? \sprintf('%d without address', $digest->withoutAddress) : 'all have addresses',
            'state' => $state,
            'tone' => $tone,
            'findings' => Words::count(\count($digest->findings), 'finding'),
        ];
    }
}
