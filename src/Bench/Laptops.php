<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Entity\BenchLaptop;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;

/** Remembers the ports of each person's laptop. */
final readonly class Laptops
{
    private const LONGEST = 400;

    public function __construct(private EntityManagerInterface $em) {}

    public function laptop(StoredJob $job, User $user): Laptop
    {
        return Laptop::read($this->find($job, $user)?->getPorts() ?? '');
    }

    /** Remembered as it was typed, even where a part of it is not understood. */
    public function remember(StoredJob $job, User $user, string $ports): Laptop
    {
        $laptop = $this->find($job, $user) ?? new BenchLaptop($job, $user);
        $laptop->has(mb_substr(trim($ports), 0, self::LONGEST));
        $this->em->persist($laptop);
        $this->em->flush();

        return Laptop::read($laptop->getPorts());
    }

    private function find(StoredJob $job, User $user): ?BenchLaptop
    {
        return $this->em->getRepository(BenchLaptop::class)->findOneBy(['job' => $job, 'user' => $user]);
    }
}
