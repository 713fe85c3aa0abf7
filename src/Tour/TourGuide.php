<?php

declare(strict_types=1);

namespace Vorhut\App\Tour;

use Doctrine\DBAL\Connection;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobRoles;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** Leads through the demo job: offers the tour once, and says at each stop what to see. */
final readonly class TourGuide
{
    public function __construct(
        private Connection $connection,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    /** Whether somebody who has neither taken nor declined it can be led through the demo job. */
    public function isOffered(User $user): bool
    {
        if (null !== $user->getTour()) {
            return false;
        }
        $sql = 'SELECT 1 FROM job j WHERE j.slug = :tour AND j.ready = 1 AND '.JobRoles::SEEN;

        return false !== $this->connection->fetchOne($sql, ['tour' => Tour::JOB] + JobRoles::seenBy($user));
    }

    /** @param string $section that is open */
    public function view(StoredJob $stored, string $section): ?TourView
    {
        $user = $this->security->getUser();
        $number = $user instanceof User && Tour::JOB === $stored->getSlug() ? $user->getTour() : null;
        $stops = Tour::stops();
        $stop = $stops[($number ?? 0) - 1] ?? null;
        if (null === $number || null === $stop) {
            return null;
        }
        $isLast = $number === \count($stops);

        return new TourView(
            place: \sprintf('Tour, %d of %d', $number, \count($stops)),
            title: $stop->title,
            text: $stop->text,
            back: $stop->section === $section ? null : new Link('Back to the tour', $this->url($number), '>'),
            next: $isLast || $stop->section !== $section ? null : $this->post('Next', $number + 1, '>'),
            end: $this->post($isLast ? 'Finish' : 'End tour', 0, 'q'),
        );
    }

    /** Address of a stop; of the list of jobs where there is none such. */
    public function url(int $number): string
    {
        $stop = Tour::stops()[$number - 1] ?? null;

        return null === $stop
            ? $this->urls->generate('jobs')
            : $this->urls->generate($stop->route, ['slug' => Tour::JOB] + $stop->query);
    }

    private function post(string $text, int $number, string $key): Post
    {
        return new Post($text, $this->urls->generate('tour'), ['stop' => $number], $key);
    }
}
