<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Jobs\Way;
use Vorhut\App\Web\View\Post;

/** Makes the frame of a job's pages: the way, the jump field, the last change that can be undone. */
final readonly class Frames
{
    /** How long a change stays on screen for undoing. */
    private const UNDO_FOR = '-20 minutes';

    public function __construct(
        private EntityManagerInterface $em,
        private JobReading $reading,
        private Security $security,
        private RequestStack $requests,
        private UrlGeneratorInterface $urls,
        private ClockInterface $clock,
    ) {
    }

    public function of(JobInHand $hand, string $stop): Frame
    {
        $stored = $hand->stored;
        $slug = $stored->getSlug();
        $way = [];
        foreach (Way::of($this->reading->digest($stored)) as $step) {
            $way[] = $step + ['url' => $this->urls->generate($step['id'], ['slug' => $slug]), 'here' => $step['id'] === $stop];
        }
        $change = $this->undoable($hand);

        return new Frame(
            $slug,
            $stored->getName(),
            $stored->getClient(),
            $way,
            $this->urls->generate('find', ['slug' => $slug]),
            $hand->revision,
            null === $change ? null : $this->undo($hand, $change, $stop),
            (string) $change?->getAt()->setTimezone($stored->getTimezone())->format('H:i'),
        );
    }

    private function undo(JobInHand $hand, Change $change, string $stop): Post
    {
        $slug = $hand->stored->getSlug();
        $request = $this->requests->getCurrentRequest();
        $here = null === $request || !$request->isMethod('GET') ? '' : $request->getRequestUri();
        $back = str_starts_with($here, '/job/') ? $here : $this->urls->generate($stop, ['slug' => $slug]);
        $url = $this->urls->generate('undo', ['slug' => $slug, 'id' => $change->getId()]);

        return new Post('Undo', $url, ['back' => $back], 'z', before: $change->getTitle());
    }

    private function undoable(JobInHand $hand): ?Change
    {
        $user = $this->security->getUser();
        if (null === $user || !$this->security->isGranted('ROLE_TECHNICIAN')) {
            return null;
        }
        $latest = ['job' => $hand->stored, 'user' => $user];
        $change = $this->em->getRepository(Change::class)->findOneBy($latest, ['id' => 'DESC']);
        $since = $this->clock->now()->modify(self::UNDO_FOR);
        $may = null !== $change && $change->getRecords() > 0 && null === $change->getUndoneBy() && $change->getAt() > $since;

        return $may ? $change : null;
    }
}
