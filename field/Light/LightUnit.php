<?php

declare(strict_types=1);

namespace Vorhut\Field\Light;

/** What a node or scene store makes of what it hears: the highest priority wins, and what nobody sends any more stays as it was. */
final class LightUnit
{
    /** Seconds after which a sender that says nothing is gone (ANSI E1.31-2018, clause 6.7.1). */
    private const GONE = 2.5;
    /** Seconds for which a look must stand still to be kept. */
    private const STILL = 0.2;
    private const MAX_SENDERS = 32;
    private const SLOTS = 512;

    /** @var array<int, array<string, array{priority: int, name: string, slots: string, at: float, sequence: int, changed: float}>> */
    private array $heard = [];

    /** @var array<int, string> slots by universe, as they go to the lights */
    private array $shown = [];

    /** @var array<int, array<int, string>> slots by scene and universe */
    private array $scenes = [];

    /** @var array<string, list<int>> universes by the name of who says that it sends them */
    private array $announced = [];

    /** @var list<int> that it takes */
    private array $universes = [];

    private bool $fromDesk = false;
    private bool $overrides = false;

    /** Whether a scene stays, whatever comes in. */
    private bool $isHeld = false;

    /** @param int $max scenes that it keeps; 0 for a node */
    public function __construct(public readonly string $name, private readonly int $max) {}

    /**
     * @param list<int> $universes that it takes
     * @param bool $fromDesk whether scenes come from the desk software
     * @param bool $overrides whether what comes in wins over a scene
     */
    public function tune(array $universes, bool $fromDesk, bool $overrides = false): void
    {
        $this->overrides = $overrides;
        $this->universes = $universes;
        $this->fromDesk = $fromDesk;
    }

    public function announced(E131Discovery $said): void
    {
        $this->announced = \array_slice($this->announced, -self::MAX_SENDERS, null, true);
        $this->announced[$said->name] = $said->universes;
    }

    /** @param float $now seconds of a clock that never goes back */
    public function take(E131Data $data, float $now): void
    {
        if (!\in_array($data->universe, $this->universes, true) || $data->isPreview) {
            return;
        }
        $senders = $this->heard[$data->universe] ?? [];
        $before = $senders[$data->cid] ?? null;
        // What is late by less than twenty packets is left out (clause 6.7.2).
        $ahead = null === $before ? 1 : ($data->sequence - $before['sequence']) & 0xFF;
        if ($ahead > 0x80 && $ahead > 256 - 20 || 0 === $ahead) {
            return;
        }
        $isSame = null !== $before && $before['slots'] === str_pad($data->slots, self::SLOTS, "\x00");
        if ($data->ended) {
            unset($senders[$data->cid]);
        } elseif (null !== $before || \count($senders) < self::MAX_SENDERS) {
            $senders[$data->cid] = [
                'priority' => $data->priority,
                'name' => $data->name,
                'slots' => str_pad($data->slots, self::SLOTS, "\x00"),
                'at' => $now,
                'sequence' => $data->sequence,
                'changed' => $isSame ? $before['changed'] : $now,
            ];
        }
        $this->heard[$data->universe] = $senders;
        $best = $this->best($data->universe, $now);
        if ([] !== $best && !$this->isHeld) {
            // Of several at one priority each light gets the most that one of them says.
            $this->shown[$data->universe] = array_reduce(
                array_column($best, 'slots'),
                static fn (string $sum, string $one): string => self::highest($sum, $one),
                str_repeat("\x00", self::SLOTS),
            );
        }
    }

    /** @return list<int> from the first one wanted */
    public function slots(int $universe, int $first, int $count): array
    {
        $slots = substr($this->shown[$universe] ?? str_repeat("\x00", self::SLOTS), $first - 1, $count);

        return array_map(ord(...), '' === $slots ? [] : str_split($slots));
    }

    /** @return list<string> who is heard with which priority, those that win first, then who only says that it sends */
    public function senders(int $universe, float $now): array
    {
        $best = array_column($this->best($universe, $now), 'name');
        $said = [];
        foreach ($this->heard[$universe] ?? [] as $sender) {
            if ($now - $sender['at'] <= self::GONE) {
                $wins = \in_array($sender['name'], $best, true) ? ' wins' : '';
                $said[] = \sprintf('%s at %d%s', $sender['name'], $sender['priority'], $wins);
            }
        }
        foreach ($this->announced as $name => $universes) {
            if (\in_array($universe, $universes, true)) {
                $said[] = $name.' says so';
            }
        }

        return $said;
    }

    /** @return string why it is not kept; '' where it is */
    public function keep(int $scene, float $now): string
    {
        if ($scene < 1 || $scene > $this->max) {
            return 0 === $this->max ? 'no scenes here' : \sprintf('scenes 1 to %d', $this->max);
        }
        if (!$this->fromDesk) {
            return 'captured by its keys';
        }
        $live = $this->live($now);
        if ([] === $live) {
            return 'nothing comes in';
        }
        foreach ($live as $sender) {
            if ($now - $sender['changed'] < self::STILL) {
                return 'it moves';
            }
        }
        $this->scenes[$scene] = $this->shown;

        return '';
    }

    /** @return string why it is not shown; '' where it is. Scene 0 shows what comes in. */
    public function show(int $scene, float $now): string
    {
        if (0 === $scene) {
            $this->isHeld = false;

            return '';
        }
        if (!isset($this->scenes[$scene])) {
            return 'no such scene';
        }
        $live = $this->live($now);
        if ($this->overrides && [] !== $live) {
            return 'what comes in overrides';
        }
        $this->shown = $this->scenes[$scene];
        $this->isHeld = !$this->overrides;

        return '';
    }

    /** @return list<int> */
    public function kept(): array
    {
        $kept = array_keys($this->scenes);
        sort($kept);

        return $kept;
    }

    /**
     * Who wins in any universe.
     *
     * @return list<array{priority: int, name: string, slots: string, at: float, sequence: int, changed: float}>
     */
    private function live(float $now): array
    {
        return array_merge(...array_map(fn (int $u): array => array_values($this->best($u, $now)), $this->universes));
    }

    /** @return array<string, array{priority: int, name: string, slots: string, at: float, sequence: int, changed: float}> */
    private function best(int $universe, float $now): array
    {
        $live = array_filter($this->heard[$universe] ?? [], static fn (array $s): bool => $now - $s['at'] <= self::GONE);
        $highest = [] === $live ? 0 : max(array_column($live, 'priority'));

        return array_filter($live, static fn (array $s): bool => $s['priority'] === $highest);
    }

    private static function highest(string $one, string $other): string
    {
        for ($n = 0; $n < self::SLOTS; ++$n) {
            if ($other[$n] > $one[$n]) {
                $one[$n] = $other[$n];
            }
        }

        return $one;
    }
}
