<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\Texts;
use Vorhut\Core\Record\RawRecord;

/** A condition: the job's choice, or another setting of the unit, is one of some values. */
final readonly class When implements Checked
{
    /** @param list<string> $is */
    public function __construct(
        #[Text('Choice of the job', max: 40)]
        public ?string $choice,
        #[Text('Setting', max: 64)]
        public ?string $setting,
        #[Texts('Is one of')]
        public array $is,
    ) {}

    public function check(RawRecord $given): void
    {
        if ((null === $this->choice) === (null === $this->setting)) {
            throw $given->refuse(key: 'setting', allowed: 'either "choice" or "setting"', advice: 'Name the one that decides.');
        }
        if (null !== $this->choice && !\in_array($this->choice, Conventions::questions(), true)) {
            throw $given->refuse('choice', 'one of '.implode(', ', Conventions::questions()));
        }
        if ([] === $this->is) {
            throw $given->refuse('is', 'at least one value');
        }
    }
}
