<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

/** What a question says beside whom it is put to. */
final readonly class ProbeDetails
{
    /**
     * @param string $unit who is asked, where that is known
     * @param int $universe that is sent, where one is
     * @param float $kbps of pictures that are sent; 0 for a tone
     */
    public function __construct(public string $unit = '', public int $universe = 1, public float $kbps = 0.0) {}
}
