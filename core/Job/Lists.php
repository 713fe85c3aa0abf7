<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Classes;

/** The lists of a job whose records can be changed one by one, in their order in the file. */
final class Lists
{
    /** @var array<string, RecordList>|null by name */
    private static ?array $lists = null;

    /** @var array<class-string, RecordList> */
    private static array $byType = [];

    /** @return array<string, RecordList> by name */
    public static function all(): array
    {
        if (null === self::$lists) {
            $lists = [];
            foreach (Classes::in(__DIR__.'/Lists', __NAMESPACE__.'\Lists', RecordList::class) as $class) {
                $list = new $class();
                $lists[$list->name] = $list;
                self::$byType[$list->type] = $list;
            }
            uasort($lists, static fn (RecordList $a, RecordList $b): int => $a->place <=> $b->place);
            self::$lists = $lists;
        }

        return self::$lists;
    }

    /** @throws \OutOfBoundsException for a name that no list has */
    public static function named(string $name): RecordList
    {
        return self::all()[$name] ?? throw new \OutOfBoundsException(\sprintf('There is no list "%s".', $name));
    }

    /**
     * The list of a value object.
     *
     * @param class-string $type
     */
    public static function of(string $type): RecordList
    {
        self::all();

        return self::$byType[$type] ?? throw new \OutOfBoundsException(\sprintf('%s belongs to no list.', $type));
    }
}
