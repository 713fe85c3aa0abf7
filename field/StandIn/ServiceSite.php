<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Field\Lab\LabNetwork;

/** A service of a device that somebody has to stand in for, and where. */
final readonly class ServiceSite
{
    /** The port on which the stand-in listens. */
    public int $port;

    /** @var \Closure(): LabNetwork the plan as it stands now */
    public \Closure $network;

    /**
     * @param string $address in the lab
     * @param Service $service of one port
     */
    public function __construct(
        public LabState $lab,
        public string $address,
        public Service $service,
        public Device $device,
        public DeviceProfile $profile,
    ) {
        $this->port = $lab->ports->toLab((int) $service->firstPort);
        $this->network = static fn (): LabNetwork => $lab->network;
    }

    /** @param int $port as planned */
    public function is(Protocol $protocol, int $port): bool
    {
        return $protocol === $this->service->protocol && $port === $this->service->firstPort;
    }

    /** Whether the plan lets an asker in the lab get an answer from this service. */
    public function answers(string $from): bool
    {
        return $this->lab->network->answers($from, $this->address, $this->service);
    }

    /** The device as it is planned now. */
    public function deviceNow(): Device
    {
        return $this->lab->job->devices[$this->device->id] ?? $this->device;
    }
}
