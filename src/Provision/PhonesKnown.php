<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Vorhut\App\Entity\FileFetch;
use Vorhut\App\Entity\Secret;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Secret\RegistrationSecrets;
use Vorhut\Core\Secret\SecretNeed;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Voice\VoicePlan;

/** What rows of phones are made of, looked up once for all of them. */
final readonly class PhonesKnown
{
    /**
     * @param array<string, Secret> $secrets by name
     * @param array<array-key, FileFetch> $fetches the last, by unit
     * @param array<string, true> $opened units whose next fetch carries their secrets
     */
    public function __construct(
        public Settings $settings,
        public VoicePlan $plan,
        private array $secrets,
        public array $fetches,
        public array $opened,
    ) {}

    public function need(Extension $extension, ?Device $device): ?SecretNeed
    {
        return null === $device ? null : RegistrationSecrets::need($this->plan->job, $device, $extension);
    }

    public function isMade(?SecretNeed $need): bool
    {
        return null !== $need && isset($this->secrets[$need->name]);
    }
}
