<?php

declare(strict_types=1);

namespace Vorhut\Field\Voice;

use Revolt\EventLoop;
use Vorhut\Core\Job\CallTarget;
use Vorhut\Core\Job\Menu;
use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\UserAgent;

use function Amp\async;

/** Connects by the keys that a caller presses, by a number dialled in full, or when nothing comes. */
final class AttendantApp implements App
{
    /** Seconds in which a further digit of an extension may come. */
    private const BETWEEN = 1.2;

    private readonly Bridges $bridges;

    /** @var array<string, string> timer of each call */
    private array $timers = [];

    /** @var array<string, string> digits of each call so far */
    private array $digits = [];

    /** @var array<string, true> calls that go on already */
    private array $connected = [];

    /** @param \Closure(string): bool $isBegun whether an extension is, or begins with, these digits */
    public function __construct(private readonly Menu $menu, private readonly \Closure $isBegun)
    {
        $this->bridges = new Bridges();
    }

    public function answered(UserAgent $agent, Call $call): void
    {
        if (isset($this->connected[$call->id])) {
            return;
        }
        $call->media->onKey = function (string $key) use ($agent, $call): void {
            $this->pressed($agent, $call, $key);
        };
        $this->timers[$call->id] = EventLoop::delay($this->menu->seconds, fn () => $this->connect($agent, $call, $this->menu->timeout));
    }

    public function ended(UserAgent $agent, Call $call): void
    {
        EventLoop::cancel($this->timers[$call->id] ?? '');
        unset($this->timers[$call->id], $this->digits[$call->id], $this->connected[$call->id]);
        $this->bridges->part($agent, $call);
    }

    private function pressed(UserAgent $agent, Call $call, string $key): void
    {
        if (isset($this->connected[$call->id])) {
            return;
        }
        EventLoop::cancel($this->timers[$call->id] ?? '');
        $digits = $this->digits[$call->id] = ($this->digits[$call->id] ?? '').$key;
        if ($this->menu->directDial && ($this->isBegun)($digits)) {
            $this->timers[$call->id] = EventLoop::delay(self::BETWEEN, fn () => $this->decide($agent, $call, $digits));
        } else {
            $this->decide($agent, $call, $digits);
        }
    }

    private function decide(UserAgent $agent, Call $call, string $digits): void
    {
        $this->digits[$call->id] = '';
        $target = 1 === \strlen($digits) ? $this->menu->leadsBy($digits) : null;
        if (null === $target && $this->menu->directDial && \strlen($digits) > 1) {
            $this->dial($agent, $call, $digits);
        } else {
            $this->connect($agent, $call, $target ?? $this->menu->invalid);
        }
    }

    private function connect(UserAgent $agent, Call $call, ?CallTarget $target): void
    {
        if (null === $target) {
            $agent->hangUp($call)->ignore();
        } elseif ($target->number === $agent->user) {
            // Back to its own menu: it begins anew.
            $this->answered($agent, $call);
        } else {
            $this->dial($agent, $call, $target->number);
        }
    }

    private function dial(UserAgent $agent, Call $call, string $number): void
    {
        $this->connected[$call->id] = true;
        async(function () use ($agent, $call, $number): void {
            $placed = $agent->startCall($number)->await();
            $isThere = \in_array($call, $agent->calls(), true);
            if (null !== $placed->call && $isThere) {
                $this->bridges->join($call, $placed->call);
            } elseif ($isThere) {
                $agent->hangUp($call)->ignore();
            } elseif (null !== $placed->call) {
                $agent->hangUp($placed->call)->ignore();
            }
        })->ignore();
    }
}
