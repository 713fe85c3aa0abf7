<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Addressing\InterfaceAddress;
use Vorhut\Core\JobFile\RecordReader;

/** The address a unit wakes up with, and after how long. */
final readonly class FactoryState
{
    public function __construct(
        public FactoryMode $mode,
        public ?InterfaceAddress $address,
        public int $afterSeconds,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        $mode = $r->enum('mode', FactoryMode::class);
        $address = $r->parsed('address', InterfaceAddress::fromString(...));
        if (null === $address && (FactoryMode::Static === $mode || FactoryMode::DhcpThenStatic === $mode)) {
            throw $r->refuse('address', 'the address with prefix length the unit has in its factory state', 'This value is required for this mode.');
        }
        $state = new self($mode, $address, $r->integer('afterSeconds', 0, 3600, 0) ?? 0);
        $r->done();

        return $state;
    }
}
