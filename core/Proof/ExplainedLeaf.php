<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\Leaf;
use Vorhut\Core\Reach\Walk\TraceStep;

/** One exchange with its steps and the path they took. */
final readonly class ExplainedLeaf
{
    /** @param list<TraceStep> $steps */
    public function __construct(public Leaf $leaf, public array $steps, public TracePath $path) {}
}
