<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Node\Node;

/** Collects the steps of one exchange, in order. */
final class Trace
{
    /** @var list<TraceStep> */
    public array $steps = [];

    /** @var list<array{string, int}> routers whose filter was asked, each with the place of the rule that decided; -1: none */
    public array $decided = [];

    /** @param array<string, string> $values */
    public function add(PathDirection $leg, Node $at, string $text, string $rule, array $values = [], ?string $into = null): void
    {
        $this->steps[] = new TraceStep(leg: $leg, at: $at->id, text: $text, ok: true, rule: $rule, values: $values, into: $into);
    }

    /** What was sent the other way of its own accord, shown where an answer would be. */
    public function addOtherWay(self $other): void
    {
        foreach ($other->steps as $s) {
            $this->steps[] = new TraceStep(
                leg: PathDirection::Reply,
                at: $s->at,
                text: $s->text,
                ok: $s->ok,
                rule: $s->rule,
                values: $s->values,
                into: $s->into,
                cause: $s->cause,
            );
        }
    }

    public function stop(Cause $cause): void
    {
        $rule = $cause->rule->value;
        $this->steps[] = new TraceStep(
            leg: $cause->leg,
            at: $cause->at,
            text: $cause->text,
            ok: false,
            rule: $rule,
            values: $cause->values,
            cause: $cause,
        );
    }
}
