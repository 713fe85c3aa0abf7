<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Doctrine\DBAL\Connection;
use Revolt\EventLoop;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Field\Net\TargetGate;

/** Shuts the gate to real units as soon as field mode is switched off, or its ranges change, while a run asks on the site. */
final readonly class FieldWatch
{
    private const LOOK_EVERY = 0.25;

    public function __construct(private Connection $database) {}

    /**
     * @template T
     *
     * @param \Closure(TargetGate): T $work
     *
     * @return T
     */
    public function during(StoredJob $stored, \Closure $work): mixed
    {
        $gate = new TargetGate($stored->getFieldRanges());
        $id = $stored->getId();
        $was = implode(',', $stored->getFieldRanges());
        $watch = EventLoop::repeat(self::LOOK_EVERY, function () use ($gate, $id, $was): void {
            if ($was !== $this->database->fetchOne('SELECT field_ranges FROM job WHERE id = ?', [$id])) {
                $gate->revoke();
            }
        });
        EventLoop::unreference($watch);
        try {
            return $work($gate);
        } finally {
            EventLoop::cancel($watch);
        }
    }
}
