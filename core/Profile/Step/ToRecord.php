<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Step;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Text;

/** Something to be kept of a step. */
final readonly class ToRecord
{
    public function __construct(
        #[Choice(RecordKind::class, 'Type', default: RecordKind::Tick)]
        public RecordKind $kind,
        #[Text('Name', required: true, max: 200)]
        public string $label,
        #[Text('Setting', max: 64)]
        public ?string $setting,
        #[Text('Unit symbol', max: 20, default: '')]
        public string $unit,
        #[Number(-1e9, 1e9, 'Minimum')]
        public ?float $min,
        #[Number(-1e9, 1e9, 'Maximum')]
        public ?float $max,
    ) {}
}
