<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;

/** A lamp or line of a display that tells how a unit is. */
final readonly class Indicator
{
    /**
     * @param list<Sign> $signs
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Records(Sign::class, 'Signs')]
        public array $signs,
    ) {}
}
