<?php

declare(strict_types=1);

namespace Vorhut\Tests\Analysis;

use PhpParser\Node;
use PhpParser\Node\Expr;
use PhpParser\Node\Expr\BinaryOp;
use PhpParser\Node\Scalar\Int_;
use PhpParser\Node\Stmt;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;

/** Every small change of a file that its tests should notice: operators, bounds, conditions, statements left out. */
final class Mutator
{
    private const OPERATORS = [
        BinaryOp\Smaller::class => ['<', '<='],
        BinaryOp\SmallerOrEqual::class => ['<=', '<'],
        BinaryOp\Greater::class => ['>', '>='],
        BinaryOp\GreaterOrEqual::class => ['>=', '>'],
        BinaryOp\Identical::class => ['===', '!=='],
        BinaryOp\NotIdentical::class => ['!==', '==='],
        BinaryOp\BooleanAnd::class => ['&&', '||'],
        BinaryOp\BooleanOr::class => ['||', '&&'],
        BinaryOp\Plus::class => ['+', '-'],
        BinaryOp\Minus::class => ['-', '+'],
        BinaryOp\Mul::class => ['*', '/'],
        BinaryOp\Div::class => ['/', '*'],
        BinaryOp\BitwiseAnd::class => ['&', '|'],
        BinaryOp\ShiftLeft::class => ['<<', '>>'],
        BinaryOp\ShiftRight::class => ['>>', '<<'],
    ];

    /** @return list<Mutant> in the order of the file */
    public static function mutants(string $code): array
    {
        $tree = (new ParserFactory())->createForHostVersion()->parse($code) ?? [];
        $mutants = [];
        foreach ((new NodeFinder())->find($tree, static fn (Node $n): bool => true) as $node) {
            foreach (self::changes($node, $code) as [$from, $to, $new]) {
                $old = substr($code, $from, $to - $from);
                $mutants[] = new Mutant(
                    substr_count($code, "\n", 0, $from) + 1,
                    \sprintf('%s → %s', self::short($old), '' === $new ? 'left out' : self::short($new)),
                    substr($code, 0, $from).$new.substr($code, $to),
                );
            }
        }

        return $mutants;
    }

    /** @return iterable<array{int, int, string}> from, to (not included), what stands there instead */
    private static function changes(Node $node, string $code): iterable
    {
        $start = $node->getStartFilePos();
        $end = $node->getEndFilePos() + 1;
        if ($node instanceof BinaryOp && isset(self::OPERATORS[$node::class])) {
            [$old, $new] = self::OPERATORS[$node::class];
            $at = strpos($code, $old, $node->left->getEndFilePos() + 1);
            if (false !== $at && $at < $node->right->getStartFilePos()) {
                yield [$at, $at + \strlen($old), $new];
            }
        } elseif ($node instanceof Int_ && !str_contains(substr($code, max(0, $start - 30), min(30, $start)), 'sprintf')) {
            yield [$start, $end, (string) ($node->value + 1)];
        } elseif ($node instanceof Expr\ConstFetch && \in_array(strtolower((string) $node->name), ['true', 'false'], true)) {
            yield [$start, $end, 'true' === strtolower((string) $node->name) ? 'false' : 'true'];
        } elseif ($node instanceof Stmt\If_ || $node instanceof Stmt\ElseIf_ || ($node instanceof Expr\Ternary && null !== $node->if)) {
            $from = $node->cond->getStartFilePos();
            $to = $node->cond->getEndFilePos() + 1;
            yield [$from, $to, 'true'];
            yield [$from, $to, 'false'];
        } elseif ($node instanceof Stmt\Expression && self::isLeftOut($node->expr)) {
            yield [$start, $end, ''];
        } elseif ($node instanceof Stmt\Continue_) {
            yield [$start, $end, ''];
        }
    }

    /** Calls whose result nobody takes, and assignments to what outlives the function. */
    private static function isLeftOut(Expr $statement): bool
    {
        return $statement instanceof Expr\MethodCall
            || $statement instanceof Expr\StaticCall
            || $statement instanceof Expr\FuncCall
            || $statement instanceof Expr\PreInc
            || $statement instanceof Expr\AssignOp
            || ($statement instanceof Expr\Assign && self::outlives($statement->var));
    }

    private static function outlives(Expr $variable): bool
    {
        return $variable instanceof Expr\PropertyFetch || $variable instanceof Expr\ArrayDimFetch;
    }

    private static function short(string $text): string
    {
        $line = (string) preg_replace('/\s+/', ' ', $text);

        return \strlen($line) > 60 ? substr($line, 0, 57).'...' : $line;
    }
}
