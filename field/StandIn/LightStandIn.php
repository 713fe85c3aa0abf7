<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Net\Protocol;
use Vorhut\Field\Light\E131Data;
use Vorhut\Field\Light\E131Discovery;
use Vorhut\Field\Light\E131Layers;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\Turn;

/** A node or scene store that hears its universes, from whoever the plan lets through. */
final class LightStandIn implements ServiceStandIn
{
    private ?GatedUdp $socket = null;

    public function __construct(private readonly ServiceSite $site) {}

    public static function at(ServiceSite $site): ?self
    {
        return $site->is(Protocol::Udp, E131Layers::PORT) ? new self($site) : null;
    }

    public function start(): void
    {
        $unit = $this->site->lab->units->light($this->site->device);
        $socket = $this->socket = $this->site->lab->sockets->udp($this->site->address, $this->site->port);
        Turn::ofEach($socket, function (string $from, int $port, string $packet) use ($unit): void {
            $data = E131Data::parse($packet);
            $said = null === $data ? E131Discovery::parse($packet) : null;
            if (null !== $data && $this->site->lab->network->hearsUniverse($from, $this->site->address, $data->universe)) {
                $unit->take($data, hrtime(true) / 1e9);
            }
            if (null !== $said && $this->site->lab->network->hearsUniverse($from, $this->site->address, $said->universes[0] ?? 1)) {
                $unit->announced($said);
            }
        });
    }

    public function stop(): void
    {
        $this->socket?->close();
    }
}
