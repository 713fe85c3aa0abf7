<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Job\Device;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Sip\PhoneSystem;
use Vorhut\Field\Sip\UserAgent;

use function Amp\async;
use function Amp\delay;

/** A SIP phone that registers and answers, or the phone system it registers at. */
final class SipStandIn implements StandIn
{
    private const REGISTER_EVERY = 1800;
    private const TRY_AGAIN = 5;
    /** Seconds until it is picked up: time enough to cancel. */
    private const RING = 1.5;
    private PhoneSystem|UserAgent|null $speaker = null;

    /** @param \Closure(): LabSip $lab the plan as it stands now */
    public function __construct(private readonly Device $device, private readonly bool $isServer, private readonly \Closure $lab)
    {
    }

    public function start(): void
    {
        $lab = ($this->lab)();
        if ($this->isServer) {
            $this->speaker = $lab->phoneSystem($this->device, $this->lab);
            $this->speaker->start();

            return;
        }
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
