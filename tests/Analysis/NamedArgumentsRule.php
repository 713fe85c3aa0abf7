<?php

declare(strict_types=1);

namespace Vorhut\Tests\Analysis;

use PhpParser\Node;
use PhpParser\Node\Arg;
use PhpParser\Node\Expr\CallLike;
use PhpParser\Node\Expr\MethodCall;
use PhpParser\Node\Expr\New_;
use PhpParser\Node\Expr\NullsafeMethodCall;
use PhpParser\Node\Expr\StaticCall;
use PhpParser\Node\Expr\UnaryMinus;
use PhpParser\Node\Identifier;
use PhpParser\Node\Name;
use PhpParser\Node\Scalar;
use PHPStan\Analyser\Scope;
use PHPStan\Reflection\MethodReflection;
use PHPStan\Reflection\ReflectionProvider;
use PHPStan\Rules\Rule;
use PHPStan\Rules\RuleErrorBuilder;

/**
 * A call can be read without looking up what it calls: more than four arguments have names, and so have three literals in a row.
 *
 * Asked of our own classes alone, since names of parameters elsewhere may change. Nothing unpacked may stand behind a name.
 *
 * @implements Rule<CallLike>
 */
final readonly class NamedArgumentsRule implements Rule
{
    private const MAX_WITHOUT_NAME = 4;
    private const MAX_LITERALS = 2;

    public function __construct(private ReflectionProvider $classes) {}

    public function getNodeType(): string
    {
        return CallLike::class;
    }

    public function processNode(Node $node, Scope $scope): array
    {
        $method = $node->isFirstClassCallable() ? null : $this->called($node, $scope);
        if (null === $method || !str_starts_with($method->getDeclaringClass()->getName(), 'Vorhut\\')) {
            return [];
        }
        $parameters = $method->getVariants()[0]->getParameters();
        $positional = [];
        foreach ($node->getArgs() as $index => $argument) {
            if ($argument->unpack) {
                return [];
            }
            if (null !== $argument->name || ($parameters[$index] ?? null)?->isVariadic() !== false) {
                break;
            }
            $positional[] = $argument;
        }
        $isLong = \count($positional) > self::MAX_WITHOUT_NAME;
        if (!$isLong && !self::hasRunOfLiterals($positional)) {
            return [];
        }

        return [
            RuleErrorBuilder::message(\sprintf(
                '%s::%s() is called with %s. Name them.',
                $method->getDeclaringClass()->getName(),
                $method->getName(),
                $isLong ? \count($positional).' arguments without names' : 'more than two literals in a row without names',
            ))->identifier('vorhut.namedArguments')->build(),
        ];
    }

    private function called(CallLike $node, Scope $scope): ?MethodReflection
    {
        if ($node instanceof New_) {
            return $node->class instanceof Name ? $this->method($scope->resolveName($node->class), '__construct', $scope) : null;
        }
        if ($node instanceof StaticCall) {
            return $node->class instanceof Name && $node->name instanceof Identifier
                ? $this->method($scope->resolveName($node->class), $node->name->name, $scope)
                : null;
        }
        if (($node instanceof MethodCall || $node instanceof NullsafeMethodCall) && $node->name instanceof Identifier) {
            return $scope->getMethodReflection($scope->getType($node->var), $node->name->name);
        }

        return null;
    }

    private function method(string $class, string $name, Scope $scope): ?MethodReflection
    {
        $found = $this->classes->hasClass($class) ? $this->classes->getClass($class) : null;

        return true === $found?->hasMethod($name) ? $found->getMethod($name, $scope) : null;
    }

    /** @param list<Arg> $arguments */
    private static function hasRunOfLiterals(array $arguments): bool
    {
        $run = 0;
        foreach ($arguments as $argument) {
            $value = $argument->value instanceof UnaryMinus ? $argument->value->expr : $argument->value;
            $run = $value instanceof Scalar ? $run + 1 : 0;
            if ($run > self::MAX_LITERALS) {
                return true;
            }
        }

        return false;
    }
}
