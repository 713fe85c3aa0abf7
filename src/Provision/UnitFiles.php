<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Vorhut\App\Provision\Template\UnitTemplates;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Provision\FileRenderer;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Setting\Settings;

/** The files of the units of a job, as they would be fetched now. */
final readonly class UnitFiles implements FileRenderer
{
    public function __construct(private UnitTemplates $templates) {}

    public static function make(): self
    {
        return new self(new UnitTemplates());
    }

    public function render(Job $job, PhoneFile $file, array $secrets = []): string
    {
        return $this->templates->render($job->profileOf($file->device)->provisioning, $file->withSecrets($secrets));
    }

    /**
     * What tells one content from another: without secrets, so that a new one of these does not make it stale.
     *
     * @throws InvalidValue
     */
    public function version(Job $job, PhoneFile $file): string
    {
        return self::versionOf($this->render($job, $file));
    }

    public static function versionOf(string $textWithoutSecrets): string
    {
        return substr(hash('sha256', $textWithoutSecrets), 0, 16);
    }

    /** The unit whose file is called so; null where nobody's is. */
    public static function named(Settings $settings, string $name): ?PhoneFile
    {
        foreach ($settings->job->devices as $device) {
            $mac = $settings->job->profileOf($device)->provisioning->macIn($name);
            if (null !== $mac && self::hasMac($device, $mac)) {
                return PhoneFile::fromDevice($settings, $device);
            }
        }

        return null;
    }

    private static function hasMac(Device $device, string $mac): bool
    {
        return strtoupper($device->interfaces[0]->mac->digits ?? '') === $mac;
    }
}
