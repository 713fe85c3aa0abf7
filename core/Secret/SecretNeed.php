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
    ) {
    }

    /** The same for one more unit: what both can take. */
    public function shared(self $with): self
    {
        return new self(
            $this->name,
            $this->label,
            [...$this->devices, ...$with->devices],
            $this->rule->most <= $with->rule->most ? $this->rule : $with->rule,
            $this->keypad ?? $with->keypad,
            $this->isLogin || $with->isLogin,
        );
    }
}
