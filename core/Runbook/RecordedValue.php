<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Profile\Step\RecordKind;

/** What was read, found or measured at a step. */
final readonly class RecordedValue implements \JsonSerializable
{
    public const LATER = 'to be read later';

    /** @param bool|null $agrees with the plan; null where there is nothing to compare */
    public function __construct(
        public RecordKind $kind,
        public string $label,
        public string $value,
        public ?bool $agrees,
        /** The setting that was read; '' for something else. */
        public string $setting = '',
        /** Why it was not read, or LATER; null where it was. */
        public ?string $unread = null,
    ) {}

    /** @return array{kind: string, label: string, value: string, agrees: bool|null, setting: string, unread?: string} */
    public function jsonSerialize(): array
    {
        return [
            'kind' => $this->kind->value,
            'label' => $this->label,
            'value' => $this->value,
            'agrees' => $this->agrees,
            'setting' => $this->setting,
        ] + (null === $this->unread ? [] : ['unread' => $this->unread]);
    }
}
