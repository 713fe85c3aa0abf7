<?php

declare(strict_types=1);

namespace Vorhut\Core;

/** The classes of one folder: a new one counts as soon as its file is there. */
final class Classes
{
    /** @var array<string, list<class-string>> */
    private static array $known = [];

    /**
     * @template T of object
     *
     * @param class-string<T> $type
     *
     * @return list<class-string<T>> those of that type that can be made, by name
     *
     * @throws \LogicException for a file without the class that its name promises
     */
    public static function in(string $folder, string $namespace, string $type): array
    {
        $classes = [];
        foreach (self::$known[$folder] ??= self::find($folder, $namespace) as $class) {
            if (is_a($class, $type, true) && (new \ReflectionClass($class))->isInstantiable()) {
                $classes[] = $class;
            }
        }

        return $classes;
    }

    /**
     * @return list<class-string>
     *
     * @throws \LogicException
     */
    private static function find(string $folder, string $namespace): array
    {
        $classes = [];
        $files = glob($folder.'/*.php');
        foreach (false === $files ? [] : $files as $file) {
            $class = $namespace.'\\'.basename($file, '.php');
            $classes[] = class_exists($class) || interface_exists($class)
                ? $class
                : throw new \LogicException(\sprintf('%s holds no class %s. Does its namespace fit its folder?', $file, $class));
        }

        return $classes;
    }
}
