<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Text;

/** One way to feed a unit. */
final readonly class Supply
{
    public function __construct(
        #[Choice(SupplyKind::class, 'Power supply', required: true)]
        public SupplyKind $kind,
        #[Number(0, 20000, 'Power, W')]
        public ?float $watts,
        #[Text('Note', max: 200, default: '')]
        public string $note,
    ) {}
}
