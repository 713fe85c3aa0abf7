<?php

declare(strict_types=1);

namespace Vorhut\Core\HandOver;

/** Something that is not done when a job is handed over. */
final readonly class OpenItem
{
    /**
     * @param string $id stays the same while it stays open
     * @param string $detail what is to be done, or by when
     * @param string $device id of the unit that it is about; '' for none
     * @param string $intent id of the intent that it is about; '' for none
     * @param string $reason why it is left open; '' where nobody has accepted it
     */
    public function __construct(
        public OpenKind $kind,
        public string $id,
        public string $title,
        public string $detail,
        public string $device = '',
        public string $intent = '',
        public string $reason = '',
    ) {}

    public function isAccepted(): bool
    {
        return '' !== $this->reason;
    }
}
