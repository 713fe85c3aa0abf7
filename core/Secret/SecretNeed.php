<?php

declare(strict_types=1);

namespace Vorhut\Core\Secret;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Profile\SecretRule;

/** A secret that units of a plan need: its name in the vault, and what it may be. */
final readonly class SecretNeed
{
    /**
     * @param string $name as it stands behind "secret:" in the plan
     * @param string $label what it is for
     * @param non-empty-list<Device> $devices that hold it
     * @param Keypad|null $keypad on which it is typed; null where it is typed on a keyboard
     * @param bool $isLogin whether it takes the place of what the unit came with
     */
    public function __construct(
        public string $name,
        public string $label,
        public array $devices,
        public SecretRule $rule,
        public ?Keypad $keypad,
        public bool $isLogin,
    ) {}

    /** The same for one more unit: what both can take. */
    public function shared(self $with): self
    {
        return new self(
            name: $this->name,
            label: $this->label,
            devices: [...$this->devices, ...$with->devices],
            rule: $this->rule->most <= $with->rule->most ? $this->rule : $with->rule,
            keypad: $this->keypad ?? $with->keypad,
            isLogin: $this->isLogin || $with->isLogin,
        );
    }
}
