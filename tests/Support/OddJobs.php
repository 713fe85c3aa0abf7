<?php

declare(strict_types=1);

namespace Vorhut\Tests\Support;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

/** Jobs that nobody would write and everybody may: the file is valid, whatever is missing, doubled or oddly called; the same for a seed. */
final readonly class OddJobs
{
    private const NAMES = [
        '0', '-1', '007', '1e9', '.', '%s %d', '{x} {{ y }}', '$1', '\\n', "O'Neil", '<b>&amp;</b>', 'Ω日本語', '“quoted”', 'a/b', '=1+1',
        '{@name}', 'null', 'true', 'Zoë', 'ﬁ', '𝛼𝛽', 'x x',
    ];
    private const NUMBERS = [0, 1, 2, 9, 100, 4094, 65535, 1000000];

    private Randomizer $random;

    public function __construct(private int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    public function job(): Job
    {
        $data = Json::object($this->begun());
        for ($n = $this->random->getInt(3, 60); $n > 0; --$n) {
            $changed = $this->changed($data);
            try {
                JobFile::read(Json::line($changed), ShippedProfiles::load());
                $data = $changed;
            } catch (InvalidFile) {
                // Not every change leaves a plan: then it was none.
                continue;
            }
        }

        return JobFile::read(Json::line($data), ShippedProfiles::load());
    }

    private function begun(): string
    {
        return match ($this->seed % 4) {
            0 => JobFile::write(DigitIds::demo()),
            1 => Jobs::demoText('skerry-slip'),
            2 => Json::line((new JobGenerator($this->random->getInt(1, 60), $this->seed))->generate()),
            default => Jobs::demoText(),
        };
    }

    /**
     * With one thing changed, deep inside more often than not.
     *
     * @param array<array-key, mixed> $data
     *
     * @return array<array-key, mixed>
     */
    private function changed(array $data): array
    {
        if ([] === $data) {
            return $data;
        }
        $key = $this->random->pickArrayKeys($data, 1)[0];
        $old = $data[$key];
        if (\is_array($old) && [] !== $old && 0 < $this->random->getInt(0, 5)) {
            $data[$key] = $this->changed($old);

            return $data;
        }
        if (array_is_list($data) && 0 === $this->random->getInt(0, 1)) {
            array_splice($data, (int) $key, 1);

            return $data;
        }
        if (!array_is_list($data) && 0 === $this->random->getInt(0, 2)) {
            unset($data[$key]);

            return $data;
        }
        $data[$key] = $this->other($old);

        return $data;
    }

    private function other(mixed $old): mixed
    {
        return match (true) {
            \is_string($old) => $this->oneOf([...self::NAMES, str_repeat($old.' ', 1 + intdiv(100, max(1, \strlen($old)))), '', null]),
            \is_int($old), \is_float($old) => $this->oneOf([...self::NUMBERS, null]),
            \is_bool($old) => !$old,
            \is_array($old) => [],
            default => null,
        };
    }

    /**
     * @template T
     *
     * @param non-empty-list<T> $choices
     *
     * @return T
     */
    private function oneOf(array $choices): mixed
    {
        return $choices[$this->random->getInt(0, \count($choices) - 1)];
    }
}
