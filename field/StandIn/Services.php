<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\DeviceProfile;

/** Who stands in for which service. */
final readonly class Services
{
    /** The first one whose service it is stands in. */
    private const STAND_INS = [
        PhoneSystemStandIn::class,
        SipStandIn::class,
        RtspStandIn::class,
        TcpStandIn::class,
        LightStandIn::class,
        NtpStandIn::class,
        PollStandIn::class,
    ];

    public function __construct(private LabState $lab) {}

    /**
     * @param list<Service> $services
     *
     * @return array<string, StandIn> by address and service
     */
    public function at(string $address, array $services, Device $device, DeviceProfile $profile): array
    {
        $standIns = [];
        foreach ($services as $service) {
            if (null === $service->firstPort || $service->firstPort !== $service->lastPort) {
                continue;
            }
            $standIn = self::first(new ServiceSite(
                lab: $this->lab,
                address: $address,
                service: $service,
                device: $device,
                profile: $profile,
            ));
            $standIns += null === $standIn ? [] : [$address.' '.$service => $standIn];
        }

        return $standIns;
    }

    private static function first(ServiceSite $site): ?StandIn
    {
        foreach (self::STAND_INS as $class) {
            $standIn = $class::at($site);
            if (null !== $standIn) {
                return $standIn;
            }
        }

        return null;
    }
}
