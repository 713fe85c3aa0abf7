<?php

declare(strict_types=1);

namespace Vorhut\App\Web\View;

/** Which part of a long list a page shows, and the ways to the others. */
final readonly class Pages
{
    /** @param list<Link> $links to the page before and the one behind */
    private function __construct(public string $said, public array $links, private int $from, private int $size) {}

    /**
     * @param int $all how many there are
     * @param int $size how many a page shows
     * @param int $page the first one is 1; one that there is not is the nearest
     * @param string $what they are, in the plural
     * @param \Closure(int): string $url of a page
     */
    public static function page(int $all, int $size, int $page, string $what, \Closure $url): self
    {
        $last = max(1, intdiv($all + $size - 1, $size));
        $page = min($last, max(1, $page));
        $from = ($page - 1) * $size;

        return new self(
            1 === $last ? '' : \sprintf('%s %d to %d of %d', ucfirst($what), $from + 1, min($all, $from + $size), $all),
            [
                ...(1 === $page ? [] : [new Link('Previous', $url($page - 1), '[', ' '.$what)]),
                ...($page === $last ? [] : [new Link('Next', $url($page + 1), ']', ' '.$what)]),
            ],
            $from,
            $size,
        );
    }

    /**
     * @template T
     *
     * @param list<T> $list the whole of it
     *
     * @return list<T> what is shown
     */
    public function slice(array $list): array
    {
        return \array_slice($list, $this->from, $this->size);
    }

    /** The page on which one of a list stands. */
    public static function with(int $at, int $size): int
    {
        return intdiv($at, $size) + 1;
    }
}
