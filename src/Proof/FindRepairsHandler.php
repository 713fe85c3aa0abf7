<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Intent\Pair;

/** Looks for repairs in the worker, and keeps what it finds where the page that waits will look. */
#[AsMessageHandler]
final readonly class FindRepairsHandler
{
    public function __construct(private EntityManagerInterface $em, private JobRepairs $repairs) {}

    public function __invoke(FindRepairs $message): void
    {
        $stored = $this->em->find(StoredJob::class, $message->job);
        if (null === $stored) {
            return;
        }
        $this->em->refresh($stored);
        if ('' === $message->intent) {
            $this->repairs->findForJob($stored);
        } else {
            $this->repairs->findForPair($stored, $message->intent, new Pair($message->from, $message->to));
        }
    }
}
