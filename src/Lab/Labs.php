<?php

declare(strict_types=1);

namespace Vorhut\App\Lab;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\Lab;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\UnitFault;

/** The labs of stored jobs: wanted and ended here, run by processes of their own. */
final readonly class Labs
{
    /** Said where a test would ask nobody. */
    public const NONE = 'No lab runs for this job, so nothing would answer and nothing was signed. '
        .'Start its lab in Proof, then test again.';

    public function __construct(private EntityManagerInterface $em, private ClockInterface $clock) {}

    public function labOf(StoredJob $stored): ?Lab
    {
        return $this->em->getRepository(Lab::class)->findOneBy(['job' => $stored]);
    }

    public function want(StoredJob $stored, bool $wanted): void
    {
        $lab = $this->labOf($stored) ?? new Lab($stored);
        $lab->want($wanted);
        $this->em->persist($lab);
        $this->em->flush();
    }

    /** Makes something otherwise in the lab than in the plan, or as planned again. */
    public function turn(StoredJob $stored, string $device, ?UnitFault $fault): void
    {
        $lab = $this->labOf($stored) ?? new Lab($stored);
        $lab->turn($lab->getFaults()->with($device, $fault));
        $this->em->persist($lab);
        $this->em->flush();
    }

    /** Where the running lab of a job has its units; null where none runs. */
    public function blocks(StoredJob $stored): ?LabBlocks
    {
        $lab = $this->labOf($stored);

        return true === $lab?->runs($this->clock->now()) ? $lab->getBlocks() : null;
    }
}
