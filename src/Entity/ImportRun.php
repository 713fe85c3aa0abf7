<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Exchange\ListOrders;

/** A large file on its way in: a job file that becomes a job, or a device list for one that exists. */
#[ORM\Entity]
class ImportRun extends Run
{
    public static function ofJobFile(User $user, string $content, \DateTimeImmutable $at): self
    {
        return new self(null, $user, $at, ['content' => $content, 'list' => false]);
    }

    /**
     * @param ListOrders $orders what somebody said of it
     * @param int $seen the job's revision at which its changes were looked at
     */
    public static function ofDeviceList(
        StoredJob $job,
        User $user,
        string $content,
        ListOrders $orders,
        int $seen,
        \DateTimeImmutable $at,
    ): self {
        return new self($job, $user, $at, ['content' => $content, 'orders' => $orders->keep(), 'list' => true, 'seen' => $seen]);
    }

    /** What somebody said of the list. */
    public function getOrders(): ListOrders
    {
        $orders = $this->task()['orders'] ?? null;
        $kept = [];
        foreach (\is_array($orders) ? $orders : [] as $key => $value) {
            $kept[(string) $key] = $value;
        }

        return ListOrders::kept($kept);
    }

    public function getSeen(): int
    {
        $seen = $this->task()['seen'] ?? null;

        return \is_int($seen) ? $seen : 0;
    }

    public function getContent(): string
    {
        $content = $this->task()['content'] ?? null;

        return \is_string($content) ? $content : '';
    }

    public function isDeviceList(): bool
    {
        return true === ($this->task()['list'] ?? null);
    }

    /** Nobody needs the file any more. */
    public function dropContent(): void
    {
        $this->setTask(['content' => ''] + $this->task());
    }
}
