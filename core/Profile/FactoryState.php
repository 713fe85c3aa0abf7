<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Conditional;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\RawRecord;

/** The address a unit wakes up with, and after how long. */
final readonly class FactoryState implements Checked, Conditional
{
    public function __construct(
        #[Choice(FactoryMode::class, 'Mode', required: true)]
        public FactoryMode $mode,
        #[Parsed(InterfaceAddress::class, 'Address')]
        public ?InterfaceAddress $address,
        #[WholeNumber(0, 3600, 'Time until it is set, s', default: 0)]
        public int $afterSeconds,
    ) {}

    public function check(RawRecord $given): void
    {
        if (null === $this->address && $this->mode->isFixed()) {
            throw $given->refuse(
                key: 'address',
                allowed: 'the address with prefix length of the factory state',
                advice: 'This value is required for this mode.',
            );
        }
    }

    public static function conditions(): array
    {
        $fixed = [FactoryMode::Static->value, FactoryMode::DhcpThenStatic->value];

        return [
            'if' => ['properties' => ['mode' => ['enum' => $fixed]]],
            'then' => ['required' => ['address']],
        ];
    }
}
