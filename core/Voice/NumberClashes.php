<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NumberCode;
use Vorhut\Core\Job\NumberCodeKind;

/** Which extensions have numbers that mean something else, too. */
final class NumberClashes
{
    /** @var array<array-key, string> what a number means, by number */
    private array $meanings = [];

    /** @var list<string> */
    private array $outside = [];

    public function __construct(Job $job)
    {
        $codes = $job->all(NumberCode::class);
        foreach ($codes as $code) {
            if (NumberCodeKind::Outside === $code->kind) {
                $this->outside[] = $code->code;
            }
        }
        foreach ($codes as $code) {
            $this->meanings[$code->code] = self::meaning($code);
            foreach (NumberCodeKind::Emergency === $code->kind ? $this->outside : [] as $prefix) {
                $this->meanings[$prefix.$code->code] ??= \sprintf('equals %s dialled with the prefix %s', $code->code, $prefix);
            }
        }
    }

    /** In the middle of a sentence about it; null where nothing else has its number. */
    public function clash(Extension $extension): ?string
    {
        return $this->ofNumber($extension->number);
    }

    /** The same for a number that nobody has. */
    public function ofNumber(string $number): ?string
    {
        foreach ($this->outside as $prefix) {
            if (str_starts_with($number, $prefix)) {
                return $this->meanings[$number] ?? \sprintf('begins with %s, the outside-line prefix', $prefix);
            }
        }
        for ($length = 1; $length <= \strlen($number); ++$length) {
            $start = substr($number, 0, $length);
            $meaning = $this->meanings[$start] ?? null;
            if (null !== $meaning) {
                return $start === $number ? $meaning : \sprintf('begins with %s, which %s', $start, $meaning);
            }
        }

        return null;
    }

    private static function meaning(NumberCode $code): string
    {
        $name = $code->name === $code->code ? '' : \sprintf(' (%s)', $code->name);

        return match ($code->kind) {
            NumberCodeKind::Outside => 'is the outside-line prefix',
            NumberCodeKind::Emergency => 'is an emergency number'.$name,
            NumberCodeKind::Service => 'is a service code'.$name,
            NumberCodeKind::Feature => 'is a feature code'.$name,
        };
    }
}
