<?php

declare(strict_types=1);

namespace Vorhut\Field\Serve;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Provision\FileRenderer;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Setting\Settings;

/**
 * The files of the units at the bench. A secret goes out once, and only to the address that was leased to the MAC whose file it is:
 * a neighbour, a second question or a question before the lease gets the file without it.
 */
final class BenchFiles
{
    /** @var array<string, string> digits of the MAC, by the address that was leased to it */
    private array $leases = [];

    /** @var array<string, true> names of files that went out with their secrets */
    private array $given = [];

    /** @var array<string, PhoneFile> by name */
    private array $files = [];

    /** @param array<array-key, string> $secrets by number */
    public function __construct(
        private readonly Job $job,
        private readonly FileRenderer $renderer,
        #[\SensitiveParameter] private readonly array $secrets,
    ) {
        $settings = new Settings($job);
        foreach ($job->devices as $device) {
            $file = PhoneFile::fromDevice($settings, $device);
            if (null !== $file) {
                $this->files[$file->name] = $file;
            }
        }
    }

    /** @param string $lease "address MAC name", as LeaseServer tells it */
    public function leased(string $lease): void
    {
        [$address, $mac] = [...explode(' ', $lease), '', ''];
        try {
            $this->leases[$address] = MacAddress::fromString($mac)->digits;
        } catch (InvalidValue) {
            unset($this->leases[$address]);
        }
    }

    /**
     * @param bool $isFetched whether the text goes out, or is only asked about
     *
     * @return array{type: string, text: string}|null
     *
     * @throws InvalidValue for a template that cannot be rendered
     */
    public function get(string $from, string $name, bool $isFetched): ?array
    {
        $file = $this->files[$name] ?? null;
        if (null === $file) {
            return null;
        }
        $isItsOwn = ($this->leases[$from] ?? '') === $file->mac && !isset($this->given[$name]);
        if ($isItsOwn && $isFetched) {
            $this->given[$name] = true;
        }

        return [
            'type' => $this->job->profileOf($file->device)->provisioning->type->value,
            'text' => $this->renderer->render($this->job, $file, $isItsOwn && $isFetched ? $this->secrets : []),
        ];
    }
}
