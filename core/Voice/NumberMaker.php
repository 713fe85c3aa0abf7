<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\Job;

/** Makes many extensions at once, from a first number on; what is taken or means something else is left out, and said. */
final readonly class NumberMaker
{
    public const MAX = 1000;

    /**
     * @param list<array{number: string, name: string}> $made
     * @param list<array{number: string, why: string}> $left
     */
    private function __construct(public array $made, public array $left, private ExtensionKind $kind, private ?string $server) {}

    /**
     * @param list<string> $names one after the other; those beyond them are called by their numbers
     *
     * @throws InvalidValue
     */
    public static function from(Job $job, string $first, int $count, array $names, ExtensionKind $kind, ?string $server): self
    {
        if (1 !== preg_match('/^\d{1,15}$/D', $first)) {
            throw new InvalidValue($first, 'one to fifteen digits', 'Such as 2001.');
        }
        if ($count < 1 || $count > self::MAX) {
            throw new InvalidValue((string) $count, \sprintf('1 to %d at once', self::MAX), 'Make the others afterwards.');
        }
        $clashes = new NumberClashes($job);
        $made = $left = [];
        $last = str_repeat('9', \strlen($first));
        for ($number = $first; \count($made) < $count && \count($left) < self::MAX; $number = self::next($number)) {
            $taken = $job->extensions[$number] ?? null;
            $why = null === $taken ? $clashes->ofNumber($number) : \sprintf('is %s', $taken->name);
            if (null === $why) {
                $made[] = ['number' => $number, 'name' => $names[\count($made)] ?? ''];
            } else {
                $left[] = ['number' => $number, 'why' => $why];
            }
            if ($number === $last) {
                break;
            }
        }

        return new self($made, $left, $kind, $server);
    }

    public function changeSet(): ChangeSet
    {
        $edits = array_map(fn (array $one): Edit => new Edit(Extension::class, $one['number'], null, array_filter([
            'number' => $one['number'],
            'kind' => $this->kind->value,
            'name' => '' === $one['name'] ? null : $one['name'],
            'server' => $this->server,
        ], \is_string(...))), $this->made);

        return new ChangeSet(\sprintf('Made %d extensions from %s', \count($this->made), $this->made[0]['number'] ?? ''), $edits);
    }

    private static function next(string $number): string
    {
        return str_pad((string) ((int) $number + 1), \strlen($number), '0', \STR_PAD_LEFT);
    }
}
