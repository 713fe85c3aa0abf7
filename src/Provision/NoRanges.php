<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Twig\Environment;
use Twig\Error\SyntaxError;
use Twig\Node\Expression\Binary\PowerBinary;
use Twig\Node\Expression\Binary\RangeBinary;
use Twig\Node\Node;
use Twig\NodeVisitor\NodeVisitorInterface;

/** Refuses what a sandbox lets through and what can take for ever: ranges and powers. */
final class NoRanges implements NodeVisitorInterface
{
    public function enterNode(Node $node, Environment $env): Node
    {
        if ($node instanceof RangeBinary || $node instanceof PowerBinary) {
            throw new SyntaxError('Ranges and powers are not allowed here.', $node->getTemplateLine(), $node->getSourceContext());
        }

        return $node;
    }

    public function leaveNode(Node $node, Environment $env): Node
    {
        return $node;
    }

    public function getPriority(): int
    {
        return 0;
    }
}
