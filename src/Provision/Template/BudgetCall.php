<?php

declare(strict_types=1);

namespace Vorhut\App\Provision\Template;

use Twig\Attribute\YieldReady;
use Twig\Compiler;
use Twig\Node\Node;

/** A call of RenderBudget between the statements of a compiled template. */
#[YieldReady]
final class BudgetCall extends Node
{
    public const BUDGET = '$this->env->getExtension(\\'.RenderBudget::class.'::class)';

    public function __construct(private readonly string $method, private readonly string $argument, int $line)
    {
        parent::__construct([], [], $line);
    }

    public function compile(Compiler $compiler): void
    {
        $compiler->write(\sprintf("%s->%s(%s);\n", self::BUDGET, $this->method, $this->argument));
    }
}
