<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

/** Which loopback /24 stands for which planned one, all as the upper 24 bits of an address. */
final readonly class LabBlocks
{
    /**
     * @param array<int, int> $given lab block by planned block, as it was given out before
     * @param array<int, true> $taken lab blocks of other labs on this machine
     */
    public function __construct(public array $given = [], public array $taken = []) {}

    /** @return array<string, int> planned block as a key that JSON keeps */
    public function keep(): array
    {
        $kept = [];
        foreach ($this->given as $planned => $lab) {
            $kept['b'.$planned] = $lab;
        }

        return $kept;
    }

    /** @param array<array-key, mixed> $kept what keep() gave */
    public static function kept(array $kept): self
    {
        $given = [];
        foreach ($kept as $planned => $lab) {
            if (\is_string($planned) && \is_int($lab)) {
                $given[(int) substr($planned, 1)] = $lab;
            }
        }

        return new self($given);
    }
}
