<?php

declare(strict_types=1);

namespace Vorhut\App\Provision\Template;

use Twig\Environment;
use Twig\Error\SyntaxError;
use Twig\Node\Expression\AbstractExpression;
use Twig\Node\Expression\Binary\ConcatBinary;
use Twig\Node\Expression\Binary\MatchesBinary;
use Twig\Node\Expression\Binary\PowerBinary;
use Twig\Node\Expression\Binary\RangeBinary;
use Twig\Node\ForNode;
use Twig\Node\Node;
use Twig\Node\Nodes;
use Twig\Node\PrintNode;
use Twig\Node\TextNode;
use Twig\NodeVisitor\NodeVisitorInterface;

/**
 * Refuses what a sandbox lets through and what can take for ever (ranges, powers, regular expressions), and lets RenderBudget count
 * each round of a loop, each text put together and everything printed.
 */
final class TemplateGuard implements NodeVisitorInterface
{
    private const REFUSED = [RangeBinary::class, PowerBinary::class, MatchesBinary::class];

    /** After the visitors that escape and that guard the sandbox, so that theirs stay the inner ones. */
    private const AFTER_THEM = 200;

    public function enterNode(Node $node, Environment $env): Node
    {
        foreach (self::REFUSED as $class) {
            if ($node instanceof $class) {
                throw new SyntaxError(
                    'Ranges, powers and regular expressions are not allowed here.',
                    $node->getTemplateLine(),
                    $node->getSourceContext(),
                );
            }
        }

        return $node;
    }

    public function leaveNode(Node $node, Environment $env): Node
    {
        $line = $node->getTemplateLine();
        if ($node instanceof TextNode) {
            $data = $node->getAttribute('data');

            return new Nodes([new BudgetCall('spend', (string) \strlen(\is_string($data) ? $data : ''), $line), $node], $line);
        }
        if ($node instanceof ForNode) {
            $node->setNode('body', new Nodes([new BudgetCall('round', '', $line), $node->getNode('body')], $line));
        }
        if ($node instanceof PrintNode) {
            $node->setNode('expr', self::checked('printed', $node->getNode('expr'), $line));
        }

        return $node instanceof ConcatBinary ? self::checked('text', $node, $line) : $node;
    }

    public function getPriority(): int
    {
        return self::AFTER_THEM;
    }

    private static function checked(string $method, Node $expression, int $line): BudgetedExpression
    {
        \assert($expression instanceof AbstractExpression);

        return new BudgetedExpression($method, $expression, $line);
    }
}
