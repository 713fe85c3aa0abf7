<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Texts;

/** Where a module goes in. */
final readonly class ModuleSlot
{
    /**
     * @param list<string> $takes
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Texts('Takes modules')]
        public array $takes,
    ) {}
}
