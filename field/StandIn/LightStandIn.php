<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Net\Protocol;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Light\E131Data;
use Vorhut\Field\Light\E131Discovery;
use Vorhut\Field\Light\E131Layers;
use Vorhut\Field\Light\LightUnit;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\Turn;

/** A node or scene store that hears its universes, from whoever the plan lets through. */
final class LightStandIn implements ServiceStandIn
{
    private ?GatedUdp $socket = null;

    /** @param \Closure(): LabNetwork $network the plan as it stands now */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly int $port,
        private readonly \Closure $network,
        private readonly LightUnit $unit,
    ) {
    }

    public static function at(ServiceSite $site): ?self
    {
        return $site->is(Protocol::Udp, E131Layers::PORT)
            ? new self(
                sockets: $site->lab->sockets,
                address: $site->address,
                port: $site->port,
                network: $site->network,
                unit: $site->lab->units->light($site->device),
            )
            : null;
    }

    public function start(): void
    {
        $socket = $this->socket = $this->sockets->udp($this->address, $this->port);
        Turn::ofEach($socket, function (string $from, int $port, string $packet): void {
            $data = E131Data::parse($packet);
            $said = null === $data ? E131Discovery::parse($packet) : null;
            if (null !== $data && ($this->network)()->hearsUniverse($from, $this->address, $data->universe)) {
                $this->unit->take($data, hrtime(true) / 1e9);
            }
            if (null !== $said && ($this->network)()->hearsUniverse($from, $this->address, $said->universes[0] ?? 1)) {
                $this->unit->announced($said);
            }
        });
    }

    public function stop(): void
    {
        $this->socket?->close();
    }
}
