<?php

declare(strict_types=1);

namespace Vorhut\Core\Sound;

use Vorhut\Core\Job\Chain;
use Vorhut\Core\Job\ChainFor;
use Vorhut\Core\Job\ChainStage;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\StageDoes;
use Vorhut\Core\Setting\Settings;

/** A chain added up: how late the sound is at its end, how many channels arrive, at which rate and by whose clock. */
final readonly class ChainSum
{
    /** Milliseconds in which musicians hear themselves. */
    private const LIVE = 6.0;
    /** Milliseconds by which sound may be before and behind the picture (well within EBU R37: 40 before, 60 behind). */
    private const EARLY = 15.0;
    private const LATE = 45.0;
    /** Hz by which samples are counted where nobody says. */
    private const USUAL = 48000;

    private const RATE = 'sample-rate';
    private const CLOCK = 'clock';
    private const OWN = 'own';
    private const CHANNELS = ['channels', 'sends'];

    /** @param list<StageSum> $stages from input to output */
    private function __construct(public Chain $chain, public array $stages) {}

    public static function fromChain(Chain $chain, Settings $settings): self
    {
        $rate = null;
        $stages = [];
        foreach ($chain->stages as $stage) {
            $device = $settings->job->devices[$stage->device] ?? null;
            $own = $stage->rateHz ?? self::number($settings, $device, self::RATE);
            // What says no rate runs at that of the stage before.
            $rate = $own ?? $rate;
            $stages[] = new StageSum(
                stage: $stage,
                rateHz: $own,
                clock: $stage->clock ?? self::clock($settings, $device),
                ms: $stage->ms ?? 1000 * ($stage->samples ?? 0) / ($rate ?? self::USUAL),
                channels: self::channels($stage, $settings, $device),
            );
        }

        return new self($chain, $stages);
    }

    public function totalMs(): float
    {
        return array_sum(array_column($this->stages, 'ms'));
    }

    /** The latest that is good, in ms; null where nothing limits it. */
    public function limitMs(): ?float
    {
        return $this->chain->budgetMs ?? match ($this->chain->for) {
            ChainFor::Live => self::LIVE,
            ChainFor::Picture => ($this->chain->pictureMs ?? 0.0) + self::LATE,
            ChainFor::Other => null,
        };
    }

    /** The earliest that is good; 0 where sound cannot be too early. */
    public function earliestMs(): float
    {
        return ChainFor::Picture === $this->chain->for && null === $this->chain->budgetMs
            ? max(0.0, ($this->chain->pictureMs ?? 0.0) - self::EARLY)
            : 0.0;
    }

    /** @return list<array{StageSum, StageSum}> neighbours of which one runs at another rate, with nothing between that converts it */
    public function ratesApart(): array
    {
        $apart = [];
        $before = null;
        foreach ($this->stages as $one) {
            $isApart = null !== $before && null !== $one->rateHz && $before->rateHz !== $one->rateHz;
            if (null !== $before && $isApart && !$one->stage->converts && !$before->stage->converts) {
                $apart[] = [$before, $one];
            }
            $before = null === $one->rateHz ? $before : $one;
        }

        return $apart;
    }

    /** @return list<StageSum> the first of each clock that paces the chain; more than one is one too many, unless something converts */
    public function clocks(): array
    {
        $clocks = [];
        foreach ($this->stages as $one) {
            if ('' !== $one->clock && !$one->stage->converts) {
                $clocks[$one->clock] ??= $one;
            }
        }

        return array_values($clocks);
    }

    /** The stage that lets the fewest channels through. */
    public function narrowest(): ?StageSum
    {
        $said = array_filter($this->stages, static fn (StageSum $s): bool => null !== $s->channels);
        usort($said, static fn (StageSum $a, StageSum $b): int => $a->channels <=> $b->channels);

        return $said[0] ?? null;
    }

    /** @return list<StageSum> inserts from which less comes back than was sent */
    public function withoutReturn(): array
    {
        return array_values(array_filter(
            $this->stages,
            static fn (StageSum $s): bool => ($s->stage->returned ?? 0) < $s->sent(),
        ));
    }

    /** The first gain that is set behind what it should be set before; null where all stand right. */
    public function lateGain(): ?StageSum
    {
        $isPatched = false;
        foreach ($this->stages as $one) {
            if ($isPatched && StageDoes::Gain === $one->stage->does) {
                return $one;
            }
            $isPatched = $isPatched || \in_array($one->stage->does, [StageDoes::Route, StageDoes::Insert], true);
        }

        return null;
    }

    /** A unit that runs by its own clock paces the chain; what follows another does not. */
    private static function clock(Settings $settings, ?Device $device): string
    {
        return null !== $device && self::OWN === self::text($settings, $device, self::CLOCK) ? $device->name : '';
    }

    private static function channels(ChainStage $stage, Settings $settings, ?Device $device): ?int
    {
        $own = $stage->channels;
        foreach (self::CHANNELS as $setting) {
            $own ??= self::number($settings, $device, $setting);
        }

        return $own;
    }

    private static function number(Settings $settings, ?Device $device, string $setting): ?int
    {
        $text = self::text($settings, $device, $setting);

        return is_numeric($text) ? (int) $text : null;
    }

    private static function text(Settings $settings, ?Device $device, string $setting): string
    {
        return null === $device ? '' : $settings->value($device, $setting)?->text() ?? '';
    }
}
