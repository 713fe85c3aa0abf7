<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** What became of a call that was placed. */
final readonly class Placed
{
    /** @param Call|null $call where it stands */
    public function __construct(public int $status, public ?Call $call) {}
}
