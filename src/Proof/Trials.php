<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\HttpFoundation\InputBag;

/** Changes that are tried together: thing, field and value of each. */
final readonly class Trials
{
    private const MAX = 20;

    /** @param list<array{string, string, string}> $all */
    private function __construct(public array $all) {}

    /**
     * Those that stand in an address or a form, and the one that was typed last.
     *
     * @param InputBag<string> $input
     */
    public static function fromInput(InputBag $input): self
    {
        $texts = $input->all()['try'] ?? [];
        $trials = self::read(array_values(array_filter(\is_array($texts) ? $texts : [], \is_string(...))));
        $values = $input->all()['value'] ?? '';
        $last = [$input->getString('on'), $input->getString('field'), self::written($input->getString('field'), $values)];

        return new self(\array_slice('' === $last[1] ? $trials->all : [...$trials->all, $last], 0, self::MAX));
    }

    /** @param list<string> $texts as texts() writes them */
    public static function read(array $texts): self
    {
        $trials = [];
        foreach ($texts as $text) {
            [$on, $field, $value] = explode('|', $text, 3) + ['', '', ''];
            $trials[] = [$on, $field, $value];
        }

        return new self($trials);
    }

    /** @return list<string> */
    public function texts(): array
    {
        return array_map(static fn (array $trial): string => implode('|', $trial), $this->all);
    }

    /** @return list<string> without one of them */
    public function without(int $number): array
    {
        $texts = $this->texts();
        array_splice($texts, $number, 1);

        return $texts;
    }

    public function isEmpty(): bool
    {
        return [] === $this->all;
    }

    /** The parts of a rule or route as the sentence that stands for it. */
    private static function written(string $field, mixed $value): string
    {
        if (!\is_array($value)) {
            return \is_string($value) ? $value : '';
        }
        $part = static fn (string $key): string => \is_string($value[$key] ?? null) ? trim($value[$key]) : '';
        if ('route' === $field) {
            return \sprintf('%s via %s', $part('to'), $part('via'));
        }
        $ports = '' === $part('ports') ? '' : ' port '.$part('ports');
        [$from, $to] = array_map(static fn (string $key): string => '' === $part($key) ? 'any' : $part($key), ['from', 'to']);

        return \sprintf('%s %s%s from %s to %s', $part('action'), $part('protocol'), $ports, $from, $to);
    }
}
