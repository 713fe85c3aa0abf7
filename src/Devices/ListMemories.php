<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Entity\ListMemory;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Exchange\ListOrders;

/** Remembers what people said of lists. */
final readonly class ListMemories
{
    public function __construct(private EntityManagerInterface $em) {}

    public function remembered(StoredJob $job, string $head): ListOrders
    {
        return $this->find($job)?->orders($head) ?? new ListOrders();
    }

    public function remember(StoredJob $job, string $head, ListOrders $orders): void
    {
        if ([] === $orders->columns && [] === $orders->kinds) {
            return;
        }
        $memory = $this->find($job) ?? new ListMemory($job);
        $memory->remember($head, $orders);
        $this->em->persist($memory);
        $this->em->flush();
    }

    private function find(StoredJob $job): ?ListMemory
    {
        return $this->em->getRepository(ListMemory::class)->findOneBy(['job' => $job]);
    }
}
