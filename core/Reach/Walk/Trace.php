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
        $this->steps[] = new TraceStep($leg, $at->id, $text, true, $rule, $values, $into);
    }

    /** What was sent the other way of its own accord, shown where an answer would be. */
    public function addOtherWay(self $other): void
    {
        foreach ($other->steps as $s) {
            $this->steps[] = new TraceStep(PathDirection::Reply, $s->at, $s->text, $s->ok, $s->rule, $s->values, $s->into, $s->cause);
        }
    }

    public function stop(Cause $cause): void
    {
        $rule = $cause->rule->value;
        $this->steps[] = new TraceStep($cause->leg, $cause->at, $cause->text, false, $rule, $cause->values, cause: $cause);
    }
}
