<?php

declare(strict_types=1);

namespace Vorhut\App\Plan\Effect;

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Net\Ipv4Prefix;

/** The ranges that live tests may contact. */
final readonly class FieldModeSet implements Effect
{
    public function __construct(private string $before, private string $after) {}

    /**
     * @param list<Ipv4Prefix> $before
     * @param list<Ipv4Prefix> $after
     */
    public static function between(array $before, array $after): self
    {
        return new self(implode(',', $before), implode(',', $after));
    }

    public static function name(): string
    {
        return 'field-mode';
    }

    public static function kept(array $kept): self
    {
        [$before, $after] = [...array_filter($kept, \is_string(...)), '', ''];

        return new self($before, $after);
    }

    public function keep(): array
    {
        return [$this->before, $this->after];
    }

    public function make(EntityManagerInterface $em, StoredJob $stored): void
    {
        self::set($stored, $this->after);
    }

    public function takeBack(EntityManagerInterface $em, StoredJob $stored): void
    {
        self::set($stored, $this->before);
    }

    public function needs(): Role
    {
        return Role::Lead;
    }

    private static function set(StoredJob $stored, string $ranges): void
    {
        $stored->setFieldRanges('' === $ranges ? [] : array_map(Ipv4Prefix::fromString(...), explode(',', $ranges)));
    }
}
