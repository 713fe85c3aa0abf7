<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Vorhut\App\Entity\FileFetch;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Voice\VoiceLinks;
use Vorhut\App\Web\LocalTime;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Setting\Settings;

/** Compares what units have fetched with what their files say now. */
final readonly class FileStates
{
    public function __construct(private Fetches $fetches, private UnitFiles $files, private VoiceLinks $links) {}

    /** Null for a unit of a kind that takes no file. */
    public function ofOne(JobContext $context, Device $device): ?FileStateView
    {
        if (!$context->job->profileOf($device)->provisioning->isThere()) {
            return null;
        }
        $last = $this->fetches->last($context->stored, [$device->id])[$device->id] ?? null;

        return $this->view($context, new Settings($context->job), $device, $last);
    }

    /** @param FileFetch|null $last its last fetch */
    public function view(JobContext $context, Settings $settings, Device $device, ?FileFetch $last): FileStateView
    {
        $file = PhoneFile::fromDevice($settings, $device);
        if (null === $file) {
            return new FileStateView($context->job->profileOf($device)->provisioning->isThere() ? '' : 'no file');
        }
        $url = $this->links->to($context, 'phone_file', ['device' => $device->id]);
        if (null === $last) {
            return new FileStateView('not fetched yet', url: $url);
        }
        $at = LocalTime::short($last->getAt(), $context->stored->getTimezone());
        try {
            $isFresh = $this->files->version($context->job, $file) === $last->getVersion();
        } catch (InvalidValue) {
            return new FileStateView('its template has an error', 'broken', $url);
        }

        return $isFresh
            ? new FileStateView('fetched '.$at, 'through', $url)
            : new FileStateView('fetched '.$at.', has changed since', 'care', $url);
    }
}
