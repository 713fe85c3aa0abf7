<?php

declare(strict_types=1);

namespace Vorhut\Core\Air;

/** One stage of a phone as the plan has it. */
final readonly class AirLink
{
    /** @param bool|null $holds null where the plan does not say */
    public function __construct(public AirStage $stage, public ?bool $holds, public string $said) {}
}
