<?php

declare(strict_types=1);

namespace Vorhut\App\Provision\Template;

use Twig\Compiler;
use Twig\Node\Expression\AbstractExpression;

/** An expression whose value goes through a method of RenderBudget. */
final class BudgetedExpression extends AbstractExpression
{
    public function __construct(private readonly string $method, AbstractExpression $expression, int $line)
    {
        parent::__construct(['expression' => $expression], [], $line);
    }

    public function compile(Compiler $compiler): void
    {
        $compiler
            ->raw(\sprintf('%s->%s(', BudgetCall::BUDGET, $this->method))
            ->subcompile($this->getNode('expression'))
            ->raw(')');
    }
}
