<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Provision\FileRenderer;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Provision\TakenFile;
use Vorhut\Core\Setting\Settings;

/** The files by which units of the lab are told their settings: who has them, what stands in them. */
final class LabFiles
{
    public const PORT = 443;
    private readonly Settings $settings;

    /** @var array<string, PhoneFile>|null by name */
    private ?array $files = null;

    public function __construct(private readonly Job $job, private readonly LabNetwork $network, private readonly FileRenderer $renderer)
    {
        $this->settings = new Settings($job);
    }

    /** Where the plan has a unit fetch its file from; null where it is told nothing. */
    public function serverOf(Device $device): ?Device
    {
        return $this->network->fileServers()[$device->id] ?? null;
    }

    public function isServer(Device $device): bool
    {
        return \in_array($device, $this->network->fileServers(), true);
    }

    public function nameFor(Device $device): ?string
    {
        return PhoneFile::fromDevice($this->settings, $device)?->name;
    }

    /** @return array{type: string, text: string}|null */
    public function served(Device $server, string $name): ?array
    {
        $file = $this->files()[$name] ?? null;
        if (null === $file || $this->serverOf($file->device) !== $server) {
            return null;
        }
        $secrets = [];
        foreach ($file->lines() as $line) {
            $secrets[$line['number']] = LabSip::password($line['number']);
        }

        return [
            'type' => $this->job->profileOf($file->device)->provisioning->type->value,
            'text' => $this->renderer->render($this->job, $file, $secrets),
        ];
    }

    /** What a unit takes from the text it was given; null where that is not its file. */
    public function taken(Device $device, string $text): ?TakenFile
    {
        $file = PhoneFile::fromDevice($this->settings, $device);

        return null === $file ? null : TakenFile::read($this->renderer, $this->job, $file, $text);
    }

    /** @return array<string, PhoneFile> */
    private function files(): array
    {
        if (null === $this->files) {
            $this->files = [];
            foreach (array_keys($this->network->fileServers()) as $id) {
                $file = PhoneFile::fromDevice($this->settings, $this->job->devices[$id]);
                $this->files += null === $file ? [] : [$file->name => $file];
            }
        }

        return $this->files;
    }
}
