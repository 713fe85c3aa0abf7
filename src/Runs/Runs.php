<?php

declare(strict_types=1);

namespace Vorhut\App\Runs;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Messenger\MessageBusInterface;
use Vorhut\App\Entity\Run;

/** Hands runs to the worker. */
final readonly class Runs
{
    public function __construct(private EntityManagerInterface $em, private MessageBusInterface $bus) {}

    public function start(Run $run): void
    {
        $this->em->persist($run);
        $this->em->flush();
        $this->bus->dispatch(new DoRun($run->getId()));
    }

    /** Once more, what failed or was stopped. */
    public function again(Run $run): void
    {
        if ($run->restart()) {
            $this->em->flush();
            $this->bus->dispatch(new DoRun($run->getId()));
        }
    }

    /** Tells how far a run is; false once somebody wants it to stop. */
    public function tell(Run $run): bool
    {
        $this->em->flush();
        $this->em->refresh($run);

        return !$run->isCancelled();
    }
}
