<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** A step on the chain that decides how long everything takes, and what it had to wait for. */
final readonly class ChainLink
{
    public function __construct(public TimeSlot $slot, public WaitReason $because) {}
}
