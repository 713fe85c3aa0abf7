<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Step;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Text;

/** A step that waits for something else: a partner, or a licence. */
final readonly class Need
{
    public function __construct(
        #[Text('Partner by the relation', max: 64)]
        public ?string $coupling,
        #[Choice(WorkStage::class, 'Stage the partner has completed')]
        public ?WorkStage $stage,
        #[Text('Licence', max: 64)]
        public ?string $licence,
        #[Text('In words', max: 200, default: '')]
        public string $text,
    ) {}
}
