<?php

declare(strict_types=1);

namespace Vorhut\App\Provision\Template;

use Twig\Error\RuntimeError;
use Twig\Extension\AbstractExtension;
use Twig\TwigFilter;

/**
 * What one rendering of a template may cost: rounds of loops, bytes made, time.
 *
 * The compiled template calls it (TemplateGuard puts the calls in); what would go beyond the budget ends the rendering with a sentence
 * before the memory is taken.
 */
final class RenderBudget extends AbstractExtension
{
    /** Rounds of all loops together. A file with 200 numbers of 50 lines each takes 10,000. */
    public const ROUNDS = 20_000;

    /** Bytes of the file, and of one text while it is made. */
    public const BYTES = 262_144;

    private const SECONDS = 2.0;
    private const NANOSECONDS = 1e9;

    private int $rounds = 0;
    private int $bytes = 0;
    private float $until = 0.0;

    /** Before each rendering. */
    public function begin(): void
    {
        $this->rounds = $this->bytes = 0;
        $this->until = hrtime(true) / self::NANOSECONDS + self::SECONDS;
    }

    /** @throws RuntimeError */
    public function round(): void
    {
        if (++$this->rounds > self::ROUNDS) {
            throw new RuntimeError(\sprintf('Its loops make more than %s iterations.', number_format(self::ROUNDS)));
        }
        if (hrtime(true) / self::NANOSECONDS > $this->until) {
            throw new RuntimeError(\sprintf('It takes longer than %d seconds.', (int) self::SECONDS));
        }
    }

    /**
     * A value that is about to be printed.
     *
     * @throws RuntimeError
     */
    public function printed(mixed $value): mixed
    {
        $this->spend(\is_scalar($value) || $value instanceof \Stringable ? \strlen((string) $value) : 0);

        return $value;
    }

    /** @throws RuntimeError */
    public function spend(int $bytes): void
    {
        $this->bytes += $bytes;
        $this->check($this->bytes);
    }

    /**
     * A text that was put together of others, which are checked already.
     *
     * @throws RuntimeError
     */
    public function text(string $text): string
    {
        $this->check(\strlen($text));

        return $text;
    }

    public function getFilters(): array
    {
        return [
            new TwigFilter('join', $this->join(...)),
            new TwigFilter('replace', $this->replace(...)),
        ];
    }

    /** @throws RuntimeError */
    private function join(mixed $value, string $glue = ''): string
    {
        $texts = array_map(
            static fn (mixed $one): string => \is_scalar($one) || $one instanceof \Stringable ? (string) $one : '',
            is_iterable($value) ? [...$value] : [],
        );
        $this->check(array_sum(array_map(\strlen(...), $texts)) + max(0, \count($texts) - 1) * \strlen($glue));

        return implode($glue, $texts);
    }

    /** @throws RuntimeError */
    private function replace(mixed $text, mixed $pairs): string
    {
        $text = \is_scalar($text) || $text instanceof \Stringable ? (string) $text : '';
        $size = \strlen($text);
        $words = [];
        foreach (is_iterable($pairs) ? $pairs : [] as $from => $to) {
            if ((\is_string($from) || \is_int($from)) && '' !== (string) $from && \is_scalar($to)) {
                $words[(string) $from] = (string) $to;
                $size += substr_count($text, (string) $from) * \strlen((string) $to);
            }
        }
        $this->check($size);

        return strtr($text, $words);
    }

    /** @throws RuntimeError */
    private function check(int $bytes): void
    {
        if ($bytes > self::BYTES) {
            throw new RuntimeError(\sprintf('It makes more than %s bytes.', number_format(self::BYTES)));
        }
    }
}
