<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Response;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\EditConflict;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\Way;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\JobFile\FileError;
use Vorhut\Core\JobFile\InvalidFile;

/** What the pages of a job have in common: the way, the findings, the last change that can be undone. */
abstract class JobPage extends AbstractController
{
    /** How long a change stays on screen for undoing. */
    private const UNDO_FOR = '-20 minutes';

    public function __construct(
        protected readonly EntityManagerInterface $em,
        protected readonly JobReading $reading,
        protected readonly JobEditor $editor,
        protected readonly ClockInterface $clock,
    ) {
    }

    final protected function stored(string $slug): StoredJob
    {
        $stored = $this->em->getRepository(StoredJob::class)->findOneBy(['slug' => $slug]);
        if (null === $stored || !$stored->isReady()) {
            throw $this->createNotFoundException(\sprintf('There is no job "%s".', $slug));
        }

        return $stored;
    }

    /** @param array<string, mixed> $values */
    final protected function page(StoredJob $stored, string $stop, string $template, array $values = [], int $status = 200): Response
    {
        return $this->render($template, [...$this->frame($stored, $stop), ...$values], new Response(status: $status));
    }

    /** @return array<string, mixed> */
    final protected function frame(StoredJob $stored, string $stop): array
    {
        $digest = $this->reading->digest($stored);

        return [
            'stored' => $stored,
            'job' => $this->reading->job($stored),
            'digest' => $digest,
            'way' => Way::of($digest),
            'stop' => $stop,
            'undoable' => $this->undoable($stored),
        ];
    }

    final protected function user(): User
    {
        $user = $this->getUser();

        return $user instanceof User ? $user : throw $this->createAccessDeniedException();
    }

    /**
     * Applies a change and goes back to a page; what was refused is said there.
     *
     * @param array<string, string|int|null> $parameters
     */
    final protected function change(StoredJob $stored, ChangeSet $change, string $route, array $parameters = []): RedirectResponse
    {
        try {
            if ($change->isEmpty()) {
                $this->addFlash('error', 'Nothing to change: everything is as asked already.');
            } else {
                $this->editor->apply($stored, $change, $this->user());
            }
        } catch (InvalidFile $e) {
            foreach ($e->errors as $error) {
                $this->addFlash('error', self::sentence($error));
            }
        } catch (EditConflict $e) {
            $this->addFlash('error', $e->getMessage());
        }

        return $this->redirectToRoute($route, ['slug' => $stored->getSlug(), ...$parameters], Response::HTTP_SEE_OTHER);
    }

    final protected static function sentence(FileError $error): string
    {
        $field = (string) preg_replace('/^.*[.\]]([a-zA-Z]+)(\[\d+\])?$/', '$1', $error->path);

        return rtrim(\sprintf('%s: %s was given; allowed is %s. %s', ucfirst($field), $error->given, $error->allowed, $error->advice));
    }

    private function undoable(StoredJob $stored): ?Change
    {
        $user = $this->getUser();
        if (!$user instanceof User) {
            return null;
        }
        $change = $this->em->getRepository(Change::class)->findOneBy(['job' => $stored, 'user' => $user], ['id' => 'DESC']);

        return null !== $change && $change->getRecords() > 0 && null === $change->getUndoneBy() && $change->getAt() > $this->clock->now()->modify(self::UNDO_FOR) ? $change : null;
    }
}
