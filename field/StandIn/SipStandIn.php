<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Profile\SipRole;
use Vorhut\Core\Provision\TakenFile;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Sip\UserAgent;

use function Amp\async;
use function Amp\delay;

/** A SIP phone that registers and answers, where the plan says so with what its file tells it; without a number it only answers. */
final class SipStandIn implements ServiceStandIn
{
    private const REGISTER_EVERY = 1800;
    private const TRY_AGAIN = 5;
    /** Seconds until it is picked up: time enough to cancel. */
    private const RING = 1.5;
    private ?UserAgent $speaker = null;
    private int $starts = 0;

    /**
     * @param \Closure(): LabSip $lab the plan as it stands now
     * @param Boot|null $boot where it fetches its file first
     */
    public function __construct(private readonly Device $device, private readonly \Closure $lab, private readonly ?Boot $boot = null) {}

    public static function at(ServiceSite $site): ?self
    {
        return SipRole::Agent === $site->profile->sipRole && $site->is(Protocol::Udp, LabSip::PORT)
            ? new self($site->device, static fn (): LabSip => $site->lab->sip, Boot::at($site))
            : null;
    }

    public function start(): void
    {
        $start = ++$this->starts;
        null === $this->boot ? $this->begin($start) : async($this->bootUp(...), $start, $this->boot)->ignore();
    }

    public function stop(): void
    {
        ++$this->starts;
        $this->speaker?->stop();
        $this->speaker = null;
    }

    /** Without its file it has no number: it asks until it has one. */
    private function bootUp(int $start, Boot $boot): void
    {
        while ($start === $this->starts) {
            $file = $boot->file();
            if (null !== $file && $start === $this->starts) {
                $this->begin($start, $file);

                return;
            }
            delay(self::TRY_AGAIN, false);
        }
    }

    private function begin(int $start, ?TakenFile $file = null): void
    {
        $lab = ($this->lab)();
        $registered = $lab->agent(device: $this->device, port: LabSip::PORT, now: $this->lab, ring: self::RING, file: $file);
        $agent = $registered ?? $lab->byAddress($this->device, LabSip::PORT, $this->lab, self::RING);
        $this->speaker = $agent;
        if (null === $agent) {
            return;
        }
        $agent->start();
        if (null === $registered) {
            return;
        }
        async(function () use ($agent, $start): void {
            while ($start === $this->starts) {
                $status = $agent->register()->await();
                delay(200 === $status ? self::REGISTER_EVERY : self::TRY_AGAIN, false);
            }
        })->ignore();
    }
}
