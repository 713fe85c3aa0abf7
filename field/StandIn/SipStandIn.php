<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Job\Device;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Sip\UserAgent;

use function Amp\async;
use function Amp\delay;

/** A SIP phone that registers and answers. */
final class SipStandIn implements StandIn
{
    private const REGISTER_EVERY = 1800;
    private const TRY_AGAIN = 5;
    /** Seconds until it is picked up: time enough to cancel. */
    private const RING = 1.5;
    private ?UserAgent $speaker = null;

    /** @param \Closure(): LabSip $lab the plan as it stands now */
    public function __construct(private readonly Device $device, private readonly \Closure $lab)
    {
    }

    public function start(): void
    {
        $lab = ($this->lab)();
        $agent = $this->speaker = $lab->agent($this->device, LabSip::PORT, $this->lab, self::RING);
        if (null === $agent) {
            return;
        }
        $agent->start();
        async(function () use ($agent): void {
            while ($this->speaker === $agent) {
                $status = $agent->register()->await();
                delay(200 === $status ? self::REGISTER_EVERY : self::TRY_AGAIN, false);
            }
        })->ignore();
    }

    public function stop(): void
    {
        $this->speaker?->stop();
        $this->speaker = null;
    }
}
