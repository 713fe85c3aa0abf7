<?php

declare(strict_types=1);

namespace Vorhut\Field\Dns;

use LibDNS\Records\Types\DomainName;

/** A name with its labels as they came: those of services are UTF-8 in upper and lower case (RFC 6763, section 4.1.1). */
final class RawName extends DomainName
{
    /** @var list<string> */
    private array $raw = [];

    /** @param bool $tldFirst */
    public function getLabels($tldFirst = false): array
    {
        return $tldFirst ? array_reverse($this->raw) : $this->raw;
    }

    /**
     * @param array<string> $labels
     * @param bool $tldFirst
     */
    public function setLabels(array $labels, $tldFirst = false): void
    {
        $this->raw = array_values($tldFirst ? array_reverse($labels) : $labels);
        $this->value = implode('.', $this->raw);
    }
}
