<?php

declare(strict_types=1);

namespace Vorhut\Field\Voice;

use Vorhut\Field\Sip\Call;
use Vorhut\Field\Sip\UserAgent;

/** Pairs of calls that hear each other; when one ends the other does. */
final class Bridges
{
    /** @var array<string, list<Call>> the others, by Call-ID */
    private array $others = [];

    public function join(Call $one, Call $other, bool $isBothWays = true): void
    {
        $one->media->relayTo($other->media);
        if ($isBothWays) {
            $other->media->relayTo($one->media);
        }
        $this->others[$one->id][] = $other;
        $this->others[$other->id][] = $one;
    }

    /** Lets the others of a call go that is over, where they have nobody else. */
    public function part(UserAgent $agent, Call $call): void
    {
        $others = $this->others[$call->id] ?? [];
        unset($this->others[$call->id]);
        foreach ($others as $other) {
            $left = array_values(array_filter($this->others[$other->id] ?? [], static fn (Call $c): bool => $c !== $call));
            $this->others[$other->id] = $left;
            if ([] === $left && \in_array($other, $agent->calls(), true)) {
                unset($this->others[$other->id]);
                $agent->hangUp($other)->ignore();
            }
        }
    }
}
