<?php

declare(strict_types=1);

namespace Vorhut\Core;

/**
 * Runs parts that others do without (a rule, a suggestion, a drawing), so that one that fails takes nothing else down.
 *
 * Whoever runs the program says who is told of failures. While nobody is, as in tests, they are thrown on.
 */
final class Isolation
{
    /** @var (\Closure(string, \Throwable): void)|null */
    private static ?\Closure $report = null;

    /** @param (\Closure(string, \Throwable): void)|null $report told the part's name and what it threw; null: throw it on */
    public static function reportTo(?\Closure $report): void
    {
        self::$report = $report;
    }

    /**
     * @template T
     *
     * @param string $part its name, for the report
     * @param \Closure(): T $run
     *
     * @return T|null null where it failed
     */
    public static function run(string $part, \Closure $run): mixed
    {
        try {
            return $run();
        } catch (\Throwable $e) {
            if (null === self::$report) {
                throw $e;
            }
            (self::$report)($part, $e);

            return null;
        }
    }

    /**
     * The same for what is made one after another: all of it, or null where it failed on the way.
     *
     * @template T
     *
     * @param \Closure(): iterable<T> $run
     *
     * @return list<T>|null
     */
    public static function all(string $part, \Closure $run): ?array
    {
        return self::run($part, static function () use ($run): array {
            $all = [];
            foreach ($run() as $one) {
                $all[] = $one;
            }

            return $all;
        });
    }
}
