<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Back;

use Vorhut\Core\Job\Lists;

/** The record that a row of a list is made of, and which of several alike inside it. */
final readonly class RowOf
{
    private const MARK = '/^([a-z][a-zA-Z-]*)\/([^\/]{1,64})(?:\/(\d{1,4}))?$/D';

    /** @param class-string $type */
    public function __construct(public string $type, public string $id, public int $index = 0) {}

    /** As it stands in the last column of an exported list. */
    public function mark(): string
    {
        return \sprintf('%s/%s%s', Lists::forType($this->type)->name, $this->id, 0 === $this->index ? '' : '/'.$this->index);
    }

    /** Null for what is no such mark. */
    public static function read(string $mark): ?self
    {
        if (1 !== preg_match(self::MARK, $mark, $m)) {
            return null;
        }
        foreach (Lists::all() as $list) {
            if ($list->name === $m[1]) {
                return new self($list->type, $m[2], (int) ($m[3] ?? 0));
            }
        }

        return null;
    }
}
