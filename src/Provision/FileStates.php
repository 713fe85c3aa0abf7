<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Vorhut\App\Entity\FileFetch;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Voice\VoiceLinks;
use Vorhut\App\Web\LocalTime;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Setting\Settings;

/** Compares what units have fetched with what their files say now. */
final readonly class FileStates
{
    public function __construct(private Fetches $fetches, private UnitFiles $files, private VoiceLinks $links)
    {
    }

    /** Null for a unit of a kind that takes no file. */
    public function ofOne(JobInHand $hand, Device $device): ?FileStateView
    {
        if (!$hand->job->profileOf($device)->provisioning->isThere()) {
            return null;
        }
        $last = $this->fetches->last($hand->stored, [$device->id])[$device->id] ?? null;

        return $this->of($hand, new Settings($hand->job), $device, $last);
    }

    /** @param FileFetch|null $last its last fetch */
    public function of(JobInHand $hand, Settings $settings, Device $device, ?FileFetch $last): FileStateView
    {
        $file = PhoneFile::of($settings, $device);
        if (null === $file) {
            return new FileStateView($hand->job->profileOf($device)->provisioning->isThere() ? '' : 'takes no file');
        }
        $url = $this->links->to($hand, 'phone_file', ['device' => $device->id]);
        if (null === $last) {
            return new FileStateView('not fetched yet', url: $url);
        }
        $at = LocalTime::short($last->getAt(), $hand->stored->getTimezone());
        try {
            $isFresh = $this->files->version($hand->job, $file) === $last->getVersion();
        } catch (InvalidValue) {
            return new FileStateView('its template cannot be read', 'broken', $url);
        }

        return $isFresh
            ? new FileStateView('fetched '.$at, 'through', $url)
            : new FileStateView('fetched '.$at.', has changed since', 'care', $url);
    }
}
