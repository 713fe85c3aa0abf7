<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Dial\DigitMap;
use Vorhut\Core\Dial\DigitReader;
use Vorhut\Core\Dial\MapReading;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Hours;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NumberCode;
use Vorhut\Core\Job\NumberCodeKind;
use Vorhut\Core\Job\RouteDirection;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\VoiceRoute;

/** Numbers, trunks and routes of a job, found by what is asked for. */
final class VoicePlan
{
    /** @var array<array-key, Trunk> in their order */
    public readonly array $trunks;

    /** @var list<VoiceRoute> those that lead out, in their order */
    public readonly array $out;

    /** The maps of those that lead out, in the same order. */
    private ?DigitReader $outReader = null;

    /** @var array<array-key, IncomingRoutes> by trunk */
    private array $in = [];

    /** @var array<array-key, true> digits with which a longer extension begins */
    private array $begun = [];

    /** @var array<array-key, NumberCode> by code */
    private array $emergency = [];

    /** @var list<string> codes for an outside line */
    private array $outside = [];

    /** @param bool $isClosed whatever the clock says, all timetables are closed: a night, or a holiday */
    public function __construct(public readonly Job $job, private readonly bool $isClosed = false)
    {
        $this->trunks = $job->all(Trunk::class);
        $this->out = array_values(array_filter(
            $job->all(VoiceRoute::class),
            static fn (VoiceRoute $r): bool => RouteDirection::Out === $r->direction,
        ));
        foreach ($job->extensions as $extension) {
            for ($length = \strlen($extension->number) - 1; $length > 0; --$length) {
                $this->begun[substr($extension->number, 0, $length)] = true;
            }
        }
        foreach ($job->all(NumberCode::class) as $code) {
            if (NumberCodeKind::Emergency === $code->kind) {
                $this->emergency[$code->code] = $code;
            } elseif (NumberCodeKind::Outside === $code->kind) {
                $this->outside[] = $code->code;
            }
        }
    }

    public function extension(string $number): ?Extension
    {
        return $this->job->extensions[$number] ?? null;
    }

    /** What the routes that lead out make of digits, each by its place among them. */
    public function readOut(string $digits): MapReading
    {
        $this->outReader ??= new DigitReader(array_map(static fn (VoiceRoute $r): DigitMap => $r->digitMap, $this->out));

        return $this->outReader->read($digits);
    }

    /** Whether an extension begins with these digits and is longer. */
    public function goesOn(string $digits): bool
    {
        return isset($this->begun[$digits]);
    }

    /** Routes for calls that come by this trunk. */
    public function in(string $trunk): IncomingRoutes
    {
        return $this->in[$trunk] ??= $this->findIn($trunk);
    }

    private function findIn(string $trunk): IncomingRoutes
    {
        $routes = [];
        foreach ($this->job->all(VoiceRoute::class) as $route) {
            if (RouteDirection::In === $route->direction && (null === $route->trunk || $trunk === $route->trunk)) {
                $routes[] = $route;
            }
        }

        return new IncomingRoutes($routes);
    }

    /** @return list<Trunk> by which a route leads out, in the order in which they are tried */
    public function trunksOf(VoiceRoute $route): array
    {
        if ([] === $route->trunks) {
            return null === $route->to ? array_values($this->trunks) : [];
        }

        return array_values(array_filter(array_map(fn (string $id): ?Trunk => $this->trunks[$id] ?? null, $route->trunks)));
    }

    /** Whether a number as it is sent out is one for help. */
    public function emergency(string $digits): ?NumberCode
    {
        return $this->emergency[$digits] ?? null;
    }

    /** Whether somebody who dials it wants help: with the code for an outside line in front, too. */
    public function asksForHelp(string $dialled): bool
    {
        return array_any(
            ['', ...$this->outside],
            fn ($prefix): bool => str_starts_with($dialled, $prefix) && isset($this->emergency[substr($dialled, \strlen($prefix))]),
        );
    }

    /** @return array<array-key, NumberCode> by code */
    public function emergencies(): array
    {
        return $this->emergency;
    }

    /** Whether a route counts at a time; without a time it does. */
    public function isOpen(VoiceRoute $route, ?\DateTimeImmutable $at): bool
    {
        $hours = $this->job->all(Hours::class)[$route->hours ?? ''] ?? null;

        return null === $hours || (!$this->isClosed && (null === $at || $hours->areOpen($at)));
    }

    /** The dispatchable address for emergency calls from an extension; null where none is planned. */
    public function dispatch(Extension $extension): ?string
    {
        $device = $this->job->devices[$extension->device ?? ''] ?? null;

        return $this->job->dispatchOf($extension->location ?? $device?->location);
    }
}
