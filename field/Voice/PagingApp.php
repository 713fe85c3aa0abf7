<?php

declare(strict_types=1);

namespace Vorhut\Field\Voice;

use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\UserAgent;

use function Amp\async;

/** Sends what one caller says to all members by calls, and to all that joined the group. */
final class PagingApp implements App
{
    private readonly Bridges $bridges;

    /** @var array<string, list<RtpStream>> streams to the group, by call */
    private array $streams = [];

    private ?string $speaker = null;

    /**
     * @param list<string> $numbers members that are called
     * @param \Closure(): list<RtpStream> $group streams to each that joined the group
     */
    public function __construct(private readonly array $numbers, private readonly \Closure $group)
    {
        $this->bridges = new Bridges();
    }

    public function answered(UserAgent $agent, Call $call): void
    {
        if (null !== $this->speaker) {
            return;
        }
        $this->speaker = $call->id;
        foreach ($this->streams[$call->id] = ($this->group)() as $stream) {
            $call->media->relayTo($stream);
        }
        foreach ($this->numbers as $number) {
            async(function () use ($agent, $call, $number): void {
                $member = $agent->startCall($number)->await()->call;
                if (null !== $member) {
                    $this->bridges->join($call, $member, false);
                }
            })->ignore();
        }
    }

    public function ended(UserAgent $agent, Call $call): void
    {
        foreach ($this->streams[$call->id] ?? [] as $stream) {
            $stream->close();
        }
        unset($this->streams[$call->id]);
        if ($this->speaker === $call->id) {
            $this->speaker = null;
        }
        $this->bridges->part($agent, $call);
    }
}
