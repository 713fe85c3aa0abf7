<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\Back\Line;
use Vorhut\Core\Paper\Back\ListReimport;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\PrintableList;

/** A table that becomes a sheet of a workbook. */
final readonly class Sheet
{
    private const DAY = '/^(?:19|20|21)\d\d-\d\d-\d\d$/D';
    private const FIGURE = '/^-?(?:0|[1-9]\d{0,13})(?:\.\d+)?$/D';
    /** Day 1 of the calendar of workbooks, as it counts after February 1900 (ISO/IEC 29500-1, 18.17.4.1). */
    private const BEGINS = '1899-12-30';

    /** @var array<int, int> whatever column holds figures, as a key */
    private array $columns;

    /**
     * @param non-empty-list<list<string>> $rows headings first
     * @param list<string> $figures headings of columns whose cells are numbers to calculate with; all else is text
     */
    public function __construct(public string $name, public array $rows, array $figures = [])
    {
        $this->columns = array_flip(array_keys(array_intersect($rows[0], $figures)));
    }

    /** With a column of marks, where it is a list that comes back. */
    public static function fromList(PrintableList $paper, Job $job): self
    {
        if (!$paper instanceof Reimportable) {
            return new self($paper->title(), [$paper->heads(), ...$paper->rows($job)], $paper->figures());
        }
        $rows = array_map(static fn (Line $l): array => [...$l->cells, $l->of?->mark() ?? ''], $paper->lines($job));

        return new self($paper->title(), [[...$paper->heads(), ListReimport::MARK], ...$rows], $paper->figures());
    }

    /** The number that a cell holds; null where it holds a text or a day. */
    public function number(int $column, string $text): ?string
    {
        return isset($this->columns[$column]) && 1 === preg_match(self::FIGURE, $text) ? $text : null;
    }

    /** The day that a cell holds, counted from the end of 1899; null where it holds anything else. */
    public static function day(string $text): ?int
    {
        if (1 !== preg_match(self::DAY, $text)) {
            return null;
        }
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $text, new \DateTimeZone('UTC'));

        return false === $day || $day->format('Y-m-d') !== $text ? null : self::begins()->diff($day)->days;
    }

    /** The text of a day that is counted so. */
    public static function written(int $day): string
    {
        return self::begins()->modify(\sprintf('+%d days', $day))->format('Y-m-d');
    }

    private static function begins(): \DateTimeImmutable
    {
        return new \DateTimeImmutable(self::BEGINS, new \DateTimeZone('UTC'));
    }
}
